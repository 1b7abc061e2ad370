import { describe, expect, it } from 'vitest';
import { dialOf, type DialId, type Stop } from '$lib/core/dials';
import { combinations, planProblems } from '$lib/core/plan';
import type { Take } from '$lib/core/schema';
import { cards, sampleRack } from '$lib/core/testing';
import {
	lineOf,
	lineWith,
	moreLike,
	NEAR,
	offspringSay,
	rackElsewhere,
	wayOf,
	ways
} from './index';

let number = 0;
const takeOf = (made: Pick<Take, 'settings'>, planId: string, line?: Take['line']): Take => ({
	...made,
	id: `t${++number}`,
	briefId: 'b',
	planId,
	number,
	state: 'done',
	createdAt: 0,
	...(line ? { line } : {})
});
const step = (take: Take, as: string) => [{ take: take.id, number: take.number, as }];

/** A take, and what a way makes of it. */
function reworked(as: 'vary' | 'start', settings: Partial<Take['settings']> = {}) {
	const rack = { ...sampleRack(), wording: ['a crab'], negative: [''] };
	const held = Object.fromEntries(
		Object.entries(rack).map(([id, stops]) => [
			id,
			Array.isArray(stops) ? stops.slice(0, 1) : stops
		])
	) as typeof rack;
	const [first] = [...combinations(held)].map((made) => takeOf(made, 'p0'));
	const parent = { ...first, settings: { ...first.settings, ...settings } };
	let seed = 500;
	const fresh = (count: number) => Array.from({ length: count }, () => ++seed);
	const turned = {
		...held,
		...wayOf(as)!.begin({
			rack: held,
			settings: parent.settings,
			multiple: 64,
			leastGuidance: 1,
			image: 'f'.repeat(64),
			offers: () => true,
			fresh
		})
	};
	const children = [...combinations(turned)].map((made) => takeOf(made, as, step(parent, as)));
	return { parent, children };
}

describe('ways', () => {
	it('vary three amounts towards two seeds from the same noise', () => {
		const { parent, children } = reworked('vary');
		expect(children.map(({ settings }) => settings.variation)).toEqual(
			[0.15, 0.3, 0.5].flatMap((amount) => [
				{ seed: 501, amount },
				{ seed: 502, amount }
			])
		);
		expect(new Set(children.map(({ settings }) => settings.seed))).toEqual(
			new Set([parent.settings.seed])
		);
	});

	it('vary a varied picture from its own noise, not from that of its seed', () => {
		const first = { seed: 44, amount: 0.3 };
		const { parent, children } = reworked('vary', { variation: first });
		expect(children.every(({ settings }) => settings.seed === parent.settings.seed)).toBe(true);
		expect(children[0].settings).toMatchObject({
			turned: [first],
			variation: { seed: 501, amount: 0.15 }
		});
		// And once more: every turn of before is kept, in its order.
		const again = reworked('vary', children[0].settings);
		expect(again.children[0].settings.turned).toEqual([first, { seed: 501, amount: 0.15 }]);
		// What it was turned by before is not told as something that is new.
		const [step] = lineOf(children[0], [parent, ...children]).before;
		expect(step.says).toMatch(/^varied: variation 0\.15, target seed/);
	});

	it('start from a picture at three strengths on a fresh seed', () => {
		const { children } = reworked('start');
		expect(children.map(({ settings }) => settings.start?.strength)).toEqual([0.3, 0.5, 0.7]);
		expect(children.every(({ settings }) => settings.seed === 501)).toBe(true);
	});

	it('lend by a model what it can take, and merge two by subject and look', () => {
		const begun = (offered: string[], other?: string) =>
			wayOf('lend')!.begin({
				rack: sampleRack(),
				settings: {} as Take['settings'],
				image: 'f',
				multiple: 64,
				leastGuidance: 1,
				...(other ? { other } : {}),
				offers: (feature) => offered.includes(feature),
				fresh: () => [9]
			});
		expect(begun(['reference:look', 'reference:outline']).look).toEqual(['f']);
		expect(begun(['reference:outline'])).toMatchObject({
			outline: ['f'],
			outlineWeight: [0.4, 0.8]
		});
		expect(begun([]).look).toBeUndefined();
		expect(begun([], 'e')).toMatchObject({ content: ['f'], look: ['e'] });
	});

	it('enlarge at the lowest guidance of the model, whatever made the picture', () => {
		const settings = { width: 768, height: 768, guidance: 12 } as Take['settings'];
		const begun = wayOf('enlarge')!.begin({
			rack: sampleRack({ guidance: [12] }),
			settings,
			image: 'f',
			multiple: 64,
			leastGuidance: 1.5,
			offers: () => true,
			fresh: () => [9]
		});
		expect(begun.guidance).toEqual([1.5]);
		expect(wayOf('enlarge')!.dials).toEqual(expect.arrayContaining(['guidance', 'steps']));
	});

	it('turn each what they begin with, and nothing that they do not show but to lay it to rest, the picture itself and its size', () => {
		for (const way of ways) {
			const begun = way.begin({
				rack: sampleRack(),
				settings: { width: 768, height: 768 } as Take['settings'],
				image: 'f',
				multiple: 64,
				leastGuidance: 1,
				offers: () => true,
				fresh: (n) => new Array<number>(n).fill(9)
			});
			const turned = [...way.dials, ...(way.slots ?? []).flatMap((slot) => slot.dials)];
			for (const dial of way.dials.slice(0, 1)) expect(Object.keys(begun)).toContain(dial);
			for (const id of Object.keys(begun) as (keyof typeof begun)[]) {
				const { rest, extra } = dialOf(id as DialId);
				const [stop] = begun[id] as Stop[];
				const own = extra?.brought || stop === 'f' || id === 'frame';
				// What lies round a picture is made from nothing.
				if (way.id === 'extend' && id === 'strength') continue;
				expect(turned.includes(id as DialId) || stop === rest || own, id).toBe(true);
			}
		}
	});
});

describe('a picture that was made elsewhere', () => {
	const begin = { start: ['f'.repeat(64)], strength: [0.3, 0.5, 0.7] };
	const rack = {
		...sampleRack({ guidance: [6, 30], seed: [1, 2] }),
		model: ['birch', 'elsewhere']
	};

	it('is reworked on the brief\u2019s dials, each held, by the first model that can', () => {
		const able = cards.filter(({ features }) => features.includes('start')).map(({ id }) => id);
		const held = rackElsewhere(rack, cards, () => begin);
		expect(able).toContain(held.model[0]);
		expect(held).toMatchObject({ guidance: [6], seed: [1] });
		expect(planProblems({ ...held, ...begin, wording: ['a crab'], negative: [''] }, cards)).toEqual(
			[]
		);
	});

	it('stays with a model of the brief where that can do it', () => {
		const held = rackElsewhere({ ...rack, model: ['elsewhere', 'birch'] }, cards, () => ({}));
		expect(held.model).toEqual(['birch']);
	});

	it('keeps what it has where nothing is offered', () => {
		expect(rackElsewhere(rack, [], () => begin).model).toEqual(['birch']);
	});
});

describe('more like a take', () => {
	let seed = 900;
	const fresh = (count: number) => Array.from({ length: count }, () => ++seed);
	const batch = (change: Partial<ReturnType<typeof sampleRack>>, planId = 'p') =>
		[...combinations({ ...sampleRack(), wording: ['a crab'], negative: [''], ...change })].map(
			(made) => takeOf(made, planId)
		);
	const one = { model: ['turnstone-2'], guidance: [6], steps: [20] };

	it('turns it towards the seeds of the others of its batch, and leaves the chosen alone', () => {
		const takes = batch({ ...one, seed: [1, 2, 3, 4] });
		const made = moreLike([takes[1]], takes, fresh);
		expect(made.map(({ settings }) => settings.variation)).toEqual(
			[1, 3, 4].map((towards) => ({ seed: towards, amount: NEAR }))
		);
		expect(made.every(({ settings }) => settings.seed === 2)).toBe(true);
		expect(made[0].line).toEqual([{ take: takes[1].id, number: takes[1].number, as: 'vary' }]);
	});

	it('shares the others out among several chosen ones, of their own setting alone', () => {
		const takes = batch({ ...one, guidance: [4, 8], seed: [1, 2, 3, 4] });
		const chosen = takes.filter(({ settings }) => settings.guidance === 8 && settings.seed <= 2);
		const made = moreLike(chosen, takes, fresh);
		expect(
			made.map(({ settings: { seed: from, guidance, variation } }) => [
				from,
				guidance,
				variation!.seed
			])
		).toEqual([
			[1, 8, 3],
			[2, 8, 4]
		]);
	});

	it('goes on fresh seeds where siblings have one seed, or there are none', () => {
		const siblings = batch({ ...one, seed: [7], batch: [1, 2, 3] });
		const near = moreLike([siblings[0]], siblings, fresh);
		expect(near.length).toBeGreaterThan(0);
		// Near the sibling itself: its own noise is what is turned.
		expect(near.every(({ settings }) => settings.batch?.index === 0)).toBe(true);
		for (const { settings } of near) expect(settings.variation!.seed).toBeGreaterThan(900);
		const [alone] = batch({ ...one, seed: [7] });
		expect(moreLike([alone], [alone], fresh)).toHaveLength(3);
		const variation = { seed: 5, amount: 0.15 };
		const varied = { ...alone, settings: { ...alone.settings, variation } };
		expect(moreLike([varied], [varied], fresh)[0].settings.turned).toEqual([variation]);
	});
});

describe('pictures of takes that come along', () => {
	const of = (image: string) =>
		({ a: { take: 't1', number: 1 }, b: { take: 't2', number: 2 } })[image];
	const settings = {
		start: { image: 'a', strength: 0.5 },
		references: [
			{ image: 'b', use: 'look' as const, weight: 0.5 },
			{ image: 'b', use: 'content' as const, weight: 0.5 },
			{ image: 'elsewhere', use: 'outline' as const, weight: 0.5 }
		]
	};

	it('stand in the line each once, as what they came along', () => {
		expect(lineWith(settings, of)).toEqual([
			{ take: 't1', number: 1, as: 'start' },
			{ take: 't2', number: 2, as: 'lend' }
		]);
	});

	it('do not stand there a second time where the line names them already', () => {
		const known = [{ take: 't1', number: 1, as: 'start' }];
		expect(lineWith(settings, of, known).map(({ take }) => take)).toEqual(['t1', 't2']);
		expect(lineWith({}, of, known)).toEqual(known);
	});
});

describe('a line', () => {
	it('says what came of a take, run by run, by what was turned', () => {
		const { parent, children } = reworked('vary');
		const { before, after } = lineOf(parent, [parent, ...children], cards);
		expect(before).toEqual([]);
		expect(after.map(({ says }) => says)).toEqual([
			'varied: variation 0.15, 0.3 and 0.5; 2 target seeds'
		]);
		expect(offspringSay(after[0], 1)).toBe('6 takes, 1 kept');
	});

	it('goes back to the first, and stays readable when a parent was deleted', () => {
		const { parent, children } = reworked('vary');
		const [child] = children;
		const settings = { ...child.settings, guidance: child.settings.guidance + 2 };
		const last = takeOf({ settings }, 'p2', step(child, 'start'));
		const whole = lineOf(last, [parent, ...children, last], cards);
		expect(whole.before.map(({ number: of }) => of)).toEqual([parent.number, child.number]);
		expect(whole.before[1].says).toMatch(/^started from: guidance .* \u2192 /);
		const without = lineOf(last, [parent, last], cards);
		expect(without.before.map(({ take, number: of }) => [take, of])).toEqual([
			[null, child.number]
		]);
		expect(without.before[0].says).toBe('started from');
	});

	it('that came in as a ring ends, and a way of a later version is said by its name', () => {
		const { parent } = reworked('vary');
		const a = { ...parent, id: 'a', number: 1, line: [{ take: 'b', number: 2, as: 'melt' }] };
		const b = { ...parent, id: 'b', number: 2, line: [{ take: 'a', number: 1, as: 'melt' }] };
		const { before } = lineOf(a, [a, b], cards);
		expect(before.map(({ number: of, says }) => [of, says])).toEqual([[2, 'melt']]);
	});
});

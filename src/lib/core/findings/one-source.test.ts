import { describe, expect, it } from 'vitest';
import { pickedStops } from '$lib/core/picks';
import { fit, wantedFor, type Evidence } from '$lib/core/judge';
import { stream } from '$lib/core/random';
import type { Answer, Mark, Plan, Take } from '$lib/core/schema';
import { cards, sampleRack, sampleTakes } from '$lib/core/testing';
import {
	comparable,
	findingsOf,
	foundSays,
	gather,
	keeperLines,
	knownFrom,
	pickFound,
	scopesOf,
	scopeWith,
	storedScope,
	takesOf,
	type Best,
	type Keepers
} from './index';

const plan = (id: string): Pick<Plan, 'id' | 'createdAt' | 'elsewhere'> => ({
	id,
	createdAt: 1,
	elsewhere: false
});

/** Two wordings, two styles and three seeds: wording is part of the question. */
const rack = sampleRack({
	wording: ['a heron at dusk', 'a heron at dawn'],
	style: [[], [{ name: 'Ink wash', add: ['ink wash'], leaveOut: [] }]],
	seed: [1, 2, 3]
});
const takes: Take[] = sampleTakes(rack).map((take) => ({ ...take, credits: 1.1 }));
const draw = stream('one source');
const marks: Mark[] = takes.map(({ id, words }, i) => ({
	takeId: id,
	briefId: 'b',
	kind: /dusk/.test(words?.wording ?? '') === draw.chance(0.85) ? 'keep' : 'drop',
	at: i
}));
const answers: Answer[] = Array.from({ length: 14 }, (_, i) => ({
	id: `a${i}`,
	briefId: 'b',
	left: takes[i % 6].id,
	right: takes[6 + (i % 6)].id,
	answer: draw.chance(0.7) ? 'left' : 'right',
	judge: '',
	again: false,
	at: i
}));
const evidenceOf = (of: readonly Take[], more: Partial<{ marks: Mark[] }> = {}): Evidence =>
	gather({
		takes: of,
		marks: more.marks ?? marks,
		answers,
		remarks: new Map(),
		measured: new Map(),
		cards
	});

describe('figures of one scope', () => {
	const scopes = scopesOf([plan('p')], takes);
	const evidence = evidenceOf(takesOf(scopes[0], takes));
	const { said } = findingsOf(evidence);
	const data = <T>(id: string) => said.find((one) => one.id === id)!.items[0].data as T;

	it('are the same in findings, in a pick, on its record and in its files', () => {
		const best = data<Best>('best');
		const keepers = data<Keepers>('keepers');
		// As the pick view asks for it: the scope of the take that was picked.
		const shown = takes.find(({ id }) => id === best.shownBy[0])!;
		const scope = scopeWith(scopes, shown);
		const again = evidenceOf(takesOf(scope, takes));
		const found = pickFound(
			knownFrom(again, fit(again, wantedFor(again))),
			pickedStops(shown),
			'a plan'
		)!;
		expect(scope.id).toBe(scopes[0].id);
		expect(storedScope(scope, null)).toEqual({ id: scope.id });
		expect(found).toMatchObject({
			settings: 4,
			pairs: best.judged.pairs,
			marks: best.judged.marks,
			chance: best.best.chance,
			preferred: best.best.preferred,
			settled: best.settled,
			keeps: keepers.chance,
			cost: keepers.cost,
			sure: keepers.sure
		});
		expect(best.judged).toMatchObject({ pairs: 14, marks: 12 });
		const record = new Map(foundSays(found));
		const card = new Map(keeperLines(keepers, undefined));
		expect(record.get('Chance of a keeper')).toBe(card.get('Chance of a keeper'));
		expect(card.get('One keeper, on average')).toContain(
			`${Number(keepers.cost!.mean.toFixed(1))} credit`
		);
		expect(record.get('One keeper costs')).toMatch(
			new RegExp(`^${Number(keepers.cost!.mean.toFixed(1))} credits`)
		);
	});

	it('quote wordings and styles by their words', () => {
		expect(data<Best>('best').best.says).toMatch(/^\u201cdus?k?.*\u201d|\u201cdawn\u201d/);
		for (const { items } of said)
			for (const { says } of items) expect(says).not.toMatch(/t\d+\b|undefined|null|[0-9a-f]{6}/);
	});
});

describe('reworked takes', () => {
	const ways = ['enlarge', 'extend', 'repaint', 'vary', 'start', 'lend'];
	const reworked: Take[] = ways.flatMap((as, w) =>
		[0, 1].map((i) => ({
			...takes[0],
			id: `r${w}-${i}`,
			planId: `rework ${as}`,
			number: 100 + 2 * w + i,
			settings: { ...takes[0].settings, width: 1024, strength: 0.3 * i, seed: 900 + i },
			line: [{ take: takes[0].id, number: 1, as }]
		}))
	);
	const edited: Take = { ...takes[0], id: 'edited', edits: [{ kind: 'tone' }] as never };
	const all = [...takes, ...reworked, edited];
	// Everyone likes them, however they were made.
	const liked = reworked.map(({ id }, i): Mark => ({
		takeId: id,
		briefId: 'b',
		kind: 'keep',
		at: 50 + i
	}));

	it('are not compared with what the dials made, and none is named', () => {
		const plans = [plan('p'), ...ways.map((as) => plan(`rework ${as}`))];
		const scopes = scopesOf(plans, all);
		for (const scope of scopes.filter(({ kind }) => kind === 'all')) {
			const evidence = evidenceOf(takesOf(scope, all), { marks: [...marks, ...liked] });
			expect(evidence.takes.map(({ id }) => id)).toEqual(takes.map(({ id }) => id));
			expect(scope.count).toBe(takes.length);
			const { said } = findingsOf(evidence);
			expect(JSON.stringify(said)).not.toMatch(/"r\d-|edited|1024/);
		}
	});

	it('are compared among themselves when their run is asked for', () => {
		const run = scopesOf([plan('p'), plan('rework vary')], all).find(
			({ id }) => id === 'rework vary'
		)!;
		const evidence = evidenceOf(takesOf(run, all), { marks: liked });
		expect(evidence.takes.map(({ id }) => id)).toEqual(['r3-0', 'r3-1']);
		expect(evidence.marks).toHaveLength(2);
	});

	it('leave takes of the dials alone that start from another take', () => {
		// A run that varies the start picture: some takes have none.
		const varied = takes.map((take, i) =>
			i % 2 ? { ...take, line: [{ take: 'x', number: 1, as: 'start' }] } : take
		);
		expect(comparable(varied)).toHaveLength(takes.length);
	});
});

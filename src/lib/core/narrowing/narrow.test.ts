import { describe, expect, it } from 'vitest';
import type { DialId } from '$lib/core/dials';
import { judgedIn, judgedSays } from '$lib/core/findings';
import type { Answer, Narrowing, Plan, PlanRack, Take } from '$lib/core/schema';
import { cards, samplePlan, sampleRack } from '$lib/core/testing';
import { fieldOf, groundOf, onSeed } from './field';
import { Narrower, type NarrowAsked } from './narrow';

const rack: PlanRack = sampleRack({
	model: ['alder-2', 'birch', 'cedar'].filter((id) => cards.some((card) => card.id === id)),
	guidance: [3, 6, 9],
	steps: [12, 20],
	seed: [1, 2, 3]
});

const narrowing = (change: Partial<Narrowing> = {}): Narrowing => ({
	rack,
	credits: 100,
	pairs: 40,
	out: [],
	stay: [],
	paused: false,
	begunAt: 10,
	...change
});

const ground = groundOf(rack);
const { settings } = ground;

const take = (setting: number, seed: number, change: Partial<Take> = {}): Take => ({
	id: `t${setting} ${seed}`,
	briefId: 'b',
	planId: 'round 1',
	number: setting * 10 + seed + 1,
	...onSeed(settings[setting], rack.seed[seed]),
	state: 'done',
	expected: 1,
	credits: 1,
	createdAt: 0,
	...change
});

const round = (number: number): Plan =>
	samplePlan(`round ${number}`, { round: { begunAt: 10, number, why: 'why' } });

const answer = (left: Take, right: Take, of: Answer['answer'], at = 20): Answer => ({
	id: `${left.id} ${right.id} ${at}`,
	briefId: 'b',
	left: left.id,
	right: right.id,
	answer: of,
	judge: '',
	again: false,
	at
});

const field = (
	takes: Take[],
	answers: Answer[] = [],
	change: Partial<Narrowing> = {},
	plans = [round(1)]
) =>
	fieldOf({
		takes,
		answers,
		marks: [],
		remarks: new Map(),
		measured: new Map(),
		cards,
		plans,
		ground,
		narrowing: narrowing(change)
	});

const asked = (of: ReturnType<typeof field>, change: Partial<NarrowAsked> = {}): NarrowAsked => ({
	field: of,
	credits: 100,
	pairs: 30,
	stay: of.evidence.dials.map(() => []),
	taken: of.evidence.dials.map(() => []),
	before: of.evidence.pairs,
	skipped: [],
	ahead: [],
	...change
});

describe('what is narrowed down', () => {
	it('has every setting of the rack, with stops that nobody made yet', () => {
		const { candidates, evidence, seeds } = field([]);
		expect(candidates).toHaveLength(settings.length);
		expect(new Set(candidates.map(({ stops }) => stops.join())).size).toBe(settings.length);
		expect(evidence.dials.map(({ id }) => id).sort()).toEqual(['guidance', 'model', 'steps']);
		expect(seeds).toHaveLength(3);
		const at = evidence.dials.findIndex(({ id }) => id === 'guidance');
		expect(candidates.map(({ stops }) => evidence.dials[at].stops[stops[at]].at)).toEqual(
			settings.map((one) => one.settings.guidance)
		);
	});

	it('counts takes that were made by hand, and their answers', () => {
		const [one, two] = [take(0, 0, { planId: 'by hand' }), take(4, 0, { planId: 'by hand' })];
		const known = field([one, two], [answer(one, two, 'left', 1)]);
		expect(known.evidence.takes).toHaveLength(2);
		expect(known.evidence.pairs).toHaveLength(1);
		expect(known.spent).toBe(0);
		expect(known.ordered).toEqual([
			{ setting: 0, seed: 0 },
			{ setting: 4, seed: 0 }
		]);
	});

	it('leaves out takes of other settings, and reworked ones', () => {
		const other = take(0, 0);
		const size = { ...other.settings, width: 1024 };
		const wide: Take = { ...other, id: 'wide', settings: size };
		expect(field([wide]).evidence.takes).toHaveLength(0);
	});

	it('learns what a model charges from what it charged', () => {
		const { candidates } = field([take(0, 0, { expected: 1, credits: 3 })]);
		const card = field([]).candidates;
		const model = (s: number) => settings[s].settings.model;
		candidates.forEach(({ credits }, s) =>
			expect(credits).toBeCloseTo(card[s].credits * (model(s) === model(0) ? 3 : 1), 1)
		);
	});

	it('counts what is on the way as spent, and nothing of what failed', () => {
		const known = field([
			take(0, 0, { credits: 2 }),
			take(1, 0, { state: 'waiting', credits: undefined, expected: 1.5 }),
			take(2, 0, { state: 'failed', credits: undefined })
		]);
		expect(known.spent).toBe(3.5);
		expect(known.waiting).toEqual([1]);
	});

	it('goes round a setting that failed wherever it was tried', () => {
		const known = field([
			take(2, 0, { state: 'failed', credits: undefined }),
			take(3, 0, { state: 'failed', credits: undefined }),
			take(3, 1)
		]);
		expect(known.candidates[2].out).toBe(true);
		expect(known.candidates[3].out).toBe(false);
	});
});

describe('answers with the settings in sight', () => {
	it('do not count as blind where findings say what was judged', () => {
		const [one, two] = [take(0, 0), take(4, 0)];
		const { evidence } = field(
			[one, two],
			[answer(one, two, 'left'), { ...answer(one, two, 'right', 21), open: true }]
		);
		expect(judgedSays(judgedIn(evidence))).toBe('1 blind pair, 1 pair with the settings in sight');
	});
});

describe('the first round', () => {
	it('shows every stop of every dial on one seed, with fewer takes than there are settings', () => {
		const { round: first } = new Narrower().narrow(asked(field([], [], {}, [])));
		expect(first!.due).toBe(true);
		expect(first!.takes.length).toBeLessThan(settings.length);
		expect(new Set(first!.takes.map(({ seed }) => seed))).toEqual(new Set([0]));
		const made = first!.takes.map(({ setting }) => settings[setting].settings);
		expect(new Set(made.map(({ model }) => model)).size).toBe(rack.model.length);
		expect(new Set(made.map(({ guidance }) => guidance)).size).toBe(3);
		expect(new Set(made.map(({ steps }) => steps)).size).toBe(2);
		expect(ground.first).toHaveLength(first!.takes.length);
	});

	it('makes nothing twice that is there already', () => {
		const all = new Narrower().narrow(asked(field([], [], {}, []))).round!.takes;
		const there = take(all[0].setting, 0, { planId: 'by hand' });
		const { round: first } = new Narrower().narrow(asked(field([there], [], {}, [])));
		expect(first!.takes).toEqual(all.slice(1));
	});

	it('stays within the credits', () => {
		const { round: first } = new Narrower().narrow(asked(field([]), { credits: 2 }));
		expect(first!.credits).toBeLessThanOrEqual(2);
		expect(new Narrower().narrow(asked(field([]), { credits: 0 })).round).toBeNull();
	});
});

/** Takes of the first round, judged by somebody who likes one model much. */
function judged(likes = 2, pairs = 24) {
	const takes = ground.first.map((setting) => take(setting, 0));
	const score = ({ settings: s }: Take) => (s.model === rack.model[1] ? likes : 0);
	const answers: Answer[] = [];
	for (let i = 0; answers.length < pairs; i++) {
		const [one, two] = [takes[i % takes.length], takes[(i * 2 + 1) % takes.length]];
		if (one === two) continue;
		const by = score(one) - score(two);
		// Every fourth answer of alike pictures is for either side in turn.
		answers.push(
			answer(one, two, by > 0 ? 'left' : by < 0 ? 'right' : i % 2 ? 'left' : 'neither', 20 + i)
		);
	}
	return { takes, answers };
}

describe('rounds after it', () => {
	it('are the same for the same evidence, whatever was asked before', () => {
		const { takes, answers } = judged();
		const used = new Narrower();
		used.narrow(asked(field(takes, answers.slice(0, 7))));
		expect(used.narrow(asked(field(takes, answers)))).toEqual(
			new Narrower().narrow(asked(field(takes, answers)))
		);
	});

	it('try what is liked, on seeds that the settings do not have yet', () => {
		const { takes, answers } = judged();
		const { round: next } = new Narrower().narrow(asked(field(takes, answers)));
		const liked = next!.takes.filter(
			({ setting }) => settings[setting].settings.model === rack.model[1]
		);
		expect(liked.length).toBeGreaterThan(next!.takes.length / 2);
		const there = new Set(takes.map(({ id }) => id));
		for (const { setting, seed } of next!.takes)
			expect(there.has(take(setting, seed).id)).toBe(false);
	});

	it('never cost more than what is left, and wait until few takes are unjudged', () => {
		const { takes, answers } = judged();
		for (const credits of [0.5, 1, 3, 8]) {
			const { round: next } = new Narrower().narrow(asked(field(takes, answers), { credits }));
			if (next) expect(next.credits).toBeLessThanOrEqual(credits + 1e-9);
		}
		const fresh = [1, 2, 3, 5, 7].map((s) => take(s, 2));
		const known = field([...takes, ...fresh], answers);
		expect(new Narrower().narrow(asked(known)).round!.due).toBe(false);
	});

	it('leave out stops that were taken out by hand, and those that cannot win until they are put back', () => {
		const { takes, answers } = judged(4, 40);
		const of = (change: Partial<Narrowing>) => {
			const known = field(takes, answers, change);
			const places = (refs: Narrowing['out']) =>
				known.evidence.dials.map(({ id, stops }) =>
					refs.flatMap((ref) =>
						ref.dial === id ? [stops.findIndex(({ key }) => key === ref.key)] : []
					)
				);
			return new Narrower().narrow(
				asked(known, { taken: places(change.out ?? []), stay: places(change.stay ?? []) })
			);
		};
		const stop = (found: ReturnType<typeof of>, dial: DialId, key: string) =>
			found.dials.find(({ id }) => id === dial)!.stops.find((one) => one.key === key)!;
		const plain = of({});
		expect(stop(plain, 'model', rack.model[0]).out).toBe('answers');
		expect(stop(plain, 'model', rack.model[1]).out).toBeNull();
		expect(plain.open).toBeLessThan(plain.all);
		for (const { setting } of plain.round?.takes ?? [])
			expect(settings[setting].settings.model).not.toBe(rack.model[0]);
		const back = of({ stay: [{ dial: 'model', key: rack.model[0] }] });
		expect(stop(back, 'model', rack.model[0]).out).toBeNull();
		const hand = of({ out: [{ dial: 'model', key: rack.model[1] }] });
		expect(stop(hand, 'model', rack.model[1]).out).toBe('hand');
		for (const { setting } of hand.round?.takes ?? [])
			expect(settings[setting].settings.model).not.toBe(rack.model[1]);
	});

	it('drop nothing after a few answers', () => {
		const { takes, answers } = judged(4, 6);
		const { dials } = new Narrower().narrow(asked(field(takes, answers)));
		expect(dials.every(({ stops }) => stops.every(({ out }) => out === null))).toBe(true);
	});
});

describe('pairs', () => {
	it('show takes that nobody judged first, beside one on the same seed', () => {
		const { takes, answers } = judged();
		const fresh = take(9, 0, { id: 'fresh' });
		const { next } = new Narrower().narrow(asked(field([...takes, fresh], answers)));
		expect([next!.left, next!.right]).toContain('fresh');
		const other = [...takes, fresh].find(
			({ id }) => id !== 'fresh' && [next!.left, next!.right].includes(id)
		)!;
		expect(other.settings.seed).toBe(fresh.settings.seed);
	});
});

describe('while takes are on their way', () => {
	it('no pair is shown that was answered already; without any on their way, it may be', () => {
		const [one, two] = [take(0, 0), take(4, 0)];
		const coming = take(5, 0, { state: 'waiting', credits: undefined });
		const answers = [answer(one, two, 'left')];
		expect(new Narrower().narrow(asked(field([one, two, coming], answers))).next).toBeNull();
		expect(new Narrower().narrow(asked(field([one, two], answers))).next).not.toBeNull();
	});
});

describe('the end', () => {
	it('comes when the pairs are used up, or when credits and pairs to show are', () => {
		const { takes, answers } = judged();
		expect(new Narrower().narrow(asked(field(takes, answers), { pairs: 0 })).end).toBe('pairs');
		const alone = field([take(0, 0)]);
		expect(new Narrower().narrow(asked(alone, { credits: 0 })).end).toBe('credits');
		const waits = field([take(0, 0), take(1, 0, { state: 'running', credits: undefined })]);
		expect(new Narrower().narrow(asked(waits, { credits: 0 })).end).toBeNull();
	});

	it('never names a setting that nobody judged', () => {
		const { takes, answers } = judged();
		const { leader } = new Narrower().narrow(asked(field(takes, answers)));
		const seen = new Set(answers.flatMap(({ left, right }) => [left, right]));
		expect(leader!.takes.some((id) => seen.has(id))).toBe(true);
		expect(new Narrower().narrow(asked(field(takes))).leader).toBeNull();
	});
});

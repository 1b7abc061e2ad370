import { describe, expect, it } from 'vitest';
import {
	alarms,
	cards,
	choiceDial,
	falsely,
	judgeWorld,
	rules,
	sampleRack,
	sampleTakes,
	worldOf
} from '$lib/core/testing';
import { stream } from '$lib/core/random';
import {
	Evidence as EvidenceSchema,
	fit,
	noEvidence,
	wantedFor,
	type Evidence
} from '$lib/core/judge';
import type { Answer, Mark } from '$lib/core/schema';
import {
	findings,
	findingsOf,
	gather,
	knownFrom,
	missingOf,
	ofJudge,
	pickFound,
	scopesOf,
	speaksAgainst,
	type Agreement,
	type Best,
	type Consistency,
	type DialFinding,
	type Keepers,
	type Round,
	type Said
} from './index';

const judged = (rule: string, seed: number): Evidence => {
	const world = worldOf(
		rules.find(({ id }) => id === rule)!,
		seed
	);
	return {
		...world.evidence,
		marks: world.evidence.takes.map(({ id }, i) => ({
			take: id,
			mark: world.mark(i),
			judge: '',
			blind: i % 2 === 0
		}))
	};
};
const items = <T>(evidence: Evidence, id: string): Said<T>[] =>
	(findingsOf(evidence).said.find((one) => one.id === id)?.items ?? []) as Said<T>[];

describe('planted truths', () => {
	// The whole table, 200 worlds of every rule, is made by the benchmark: docs/findings.md.
	// Judges 24 worlds to the end: about a minute.
	it(
		'are named where it says that it is settled, and nothing is said of nothing',
		{ timeout: 300_000 },
		() => {
			const rule = (id: string) => rules.find((one) => one.id === id)!;
			const trials = ['clear', 'together', 'peak', 'careless'].flatMap((id) =>
				Array.from({ length: 6 }, (_, seed) => judgeWorld(rule(id), 1000 + seed))
			);
			const settled = trials.filter((one) => one.settled);
			expect(settled.length).toBeGreaterThanOrEqual(12);
			expect(settled.filter(({ loses }) => loses >= 0.5).length).toBeLessThanOrEqual(1);
			const covered = trials.reduce((sum, one) => sum + one.covered, 0);
			const differences = trials.reduce((sum, one) => sum + one.differences, 0);
			expect(covered / differences).toBeGreaterThan(0.8);
			const nothing = Array.from({ length: 6 }, (_, seed) =>
				judgeWorld(rule('nothing'), 1000 + seed, 40)
			);
			const leads = nothing.filter(({ fit: { evidence } }) =>
				items<DialFinding>(evidence, 'dials').some(({ data }) => data.verdict === 'leads')
			);
			expect(leads.length).toBeLessThanOrEqual(1);
		}
	);

	// A quadratic response with a known top.
	it('find the top of a curve, with an interval that holds it', () => {
		const base = worldOf(rules[0], 0).evidence;
		const at = [2, 3.5, 5, 6.5, 8, 9.5];
		const score = at.map((x) => 2.2 - 0.25 * (x - 6) ** 2);
		const takes: Evidence['takes'] = [];
		const marks: Evidence['marks'] = [];
		const cut = { keep: 1.2, maybe: -0.5 };
		for (let seed = 0; seed < 12; seed++)
			at.forEach((_, i) => {
				const id = `t${takes.length}`;
				takes.push({ id, stops: [i], chance: `${seed}`, faults: [], measures: {} });
				const u = score[i] + ((seed * 7) % 12) / 6 - 1;
				marks.push({
					take: id,
					mark: u > cut.keep ? 'keep' : u > cut.maybe ? 'maybe' : 'drop',
					judge: '',
					blind: true
				});
			});
		const [guidance] = items<DialFinding>(
			{
				...base,
				dials: [
					{
						...base.dials[1],
						stops: at.map((x) => ({ key: `${x}`, label: `${x}`, at: x }))
					}
				],
				takes,
				marks
			},
			'dials'
		);
		expect(guidance.data.peak!.mean).toBeGreaterThan(5.3);
		expect(guidance.data.peak!.mean).toBeLessThan(6.7);
		expect(guidance.data.peak!.low).toBeLessThan(6);
		expect(guidance.data.peak!.high).toBeGreaterThan(6);
		expect(guidance.drawing?.kind).toBe('curve');
	});
});

describe('findings', () => {
	const evidence = judged('clear', 4);

	it('each has its question, its method, its source, and figures that are plain data', () => {
		const { said } = findingsOf(evidence);
		expect(said.map(({ id }) => id)).toEqual(
			findings.map(({ id }) => id).filter((id) => said.some((one) => one.id === id))
		);
		for (const { method, source, question } of findings)
			for (const text of [method, source, question]) expect(text.length).toBeGreaterThan(8);
		expect(JSON.parse(JSON.stringify(said))).toEqual(
			JSON.parse(JSON.stringify(findingsOf(evidence).said))
		);
		for (const { items: all } of said)
			for (const { says, about } of all) {
				expect(says).not.toMatch(/NaN|undefined|Infinity/);
				expect(about).not.toBe('');
			}
	});

	it('never tell a kept share without its interval', () => {
		const [{ data, says }] = items<Keepers>(evidence, 'keepers');
		expect(says).toMatch(/\d+ of \d+ takes of the best settings were kept \(\d+ to \d+%\)/);
		expect(data.chance.low).toBeLessThan(data.chance.mean);
		// Everything follows from the chance: takes are 1 / chance, the cost is the price times that.
		expect(data.takes.mean).toBeCloseTo(1 / data.chance.mean, 9);
		expect(data.takes.low).toBeCloseTo(1 / data.chance.high, 9);
		const price = data.cost!.mean / data.takes.mean;
		expect([1, 2, 3]).toContain(Number(price.toFixed(6)));
		expect(data.sureCost).toBeCloseTo(price * data.sure, 9);
	});

	it('say what is missing, and where to mend it', () => {
		expect(missingOf(noEvidence())!.offer.view).toBe('dials');
		const one = {
			...evidence,
			dials: [],
			takes: evidence.takes.map((take) => ({ ...take, stops: [] }))
		};
		expect(missingOf(one)!.says).toMatch(/same settings/);
		expect(missingOf({ ...evidence, marks: [] })!.offer.view).toBe('pairs');
		const few = missingOf({ ...evidence, marks: evidence.marks.slice(0, 3) })!;
		expect(few.nothing).toBe(false);
		expect(missingOf(evidence)).toBeNull();
		expect(findingsOf(noEvidence()).said).toEqual([]);
	});

	it('count answers that come again with their sides changed, and the side that is liked', () => {
		const pairs = [
			['t0', 't1', 'left'],
			['t2', 't3', 'left'],
			['t4', 't5', 'neither'],
			['t1', 't0', 'right'],
			['t3', 't2', 'left'],
			['t5', 't4', 'neither']
		].map(([left, right, answer]) => ({ left, right, answer: answer as 'left', judge: '' }));
		const [{ data }] = items<Consistency>({ ...evidence, marks: [], pairs }, 'consistency');
		expect(data.alike).toMatchObject({ count: 2, of: 3 });
		expect(data.left).toMatchObject({ count: 3, of: 4 });
		expect(data.neither).toBe(2);
	});

	it('say that judges of one mind agree, and that a judge of the opposite mind does not', () => {
		const answers = (judge: string, turn: boolean): Evidence['pairs'] =>
			Array.from({ length: 30 }, (_, i) => {
				// Cedar beside Alder, on one seed; everyone but a turned judge takes Cedar.
				const [alder, cedar] = [`t${i % 6}`, `t${12 + (i % 6)}`];
				const first = i % 2 === 0;
				return {
					left: first ? cedar : alder,
					right: first ? alder : cedar,
					answer: first !== turn ? ('left' as const) : ('right' as const),
					judge
				};
			});
		const of = (turn: boolean) =>
			items<Agreement>(
				{ ...evidence, marks: [], pairs: [...answers('Wren', false), ...answers('Teal', turn)] },
				'judges'
			)[0];
		expect(of(false).data.pairs[0].verdict).toBe('agree');
		expect(of(false).says).toMatch(/^Wren and Teal agree on what is better/);
		expect(of(true).data.pairs[0].verdict).not.toBe('agree');
		expect(of(true).data.divide.length).toBeGreaterThan(0);
	});

	it('never name settings best that nobody judged, though they may be proposed', () => {
		const marks = evidence.marks.filter(({ take }) => {
			const { stops } = evidence.takes.find(({ id }) => id === take)!;
			return stops[0] !== 2;
		});
		// Cedar is liked best, and nobody judged it.
		const [{ data }] = items<Best>({ ...evidence, marks }, 'best');
		expect(data.best.says).not.toContain('Cedar');
		expect(data.now).toMatch(/no judgement yet/);
	});

	it('judge copies of a picture as one picture', () => {
		const copies: Evidence = {
			...evidence,
			takes: [0, 1, 2, 3].flatMap((n) =>
				evidence.takes.map((take) => ({ ...take, id: `${take.id}-${n}` }))
			),
			marks: [0, 1, 2, 3].flatMap((n) =>
				evidence.marks.map((mark) => ({ ...mark, take: `${mark.take}-${n}` }))
			)
		};
		const [one, four] = [evidence, copies].map((of) => items<Best>(of, 'best')[0].data);
		expect(four.best.chance).toBe(one.best.chance);
		expect(four.settled).toBe(one.settled);
		expect(four.judged).toEqual(one.judged);
	});

	it('say of dials that always moved together that nothing can tell them apart', () => {
		const aliased: Evidence = {
			...evidence,
			dials: [...evidence.dials, { ...choiceDial('frame', ['wide', 'tall', 'square']) }],
			takes: evidence.takes.map((take) => ({ ...take, stops: [...take.stops, take.stops[0]] }))
		};
		const dials = items<DialFinding>(aliased, 'dials');
		expect(dials.map(({ data }) => data.dial)).toEqual(['model', 'guidance', 'wording']);
		expect(dials[0].about).toBe('Model and frame');
		expect(dials[0].says).toContain('always moved together');
		expect(dials[1].says).not.toContain('moved together');
		// Together they do what the model did alone.
		const [alone] = items<DialFinding>(evidence, 'dials');
		dials[0].data.stops.forEach(({ preferred }, s) =>
			expect(Math.abs(preferred.mean - alone.data.stops[s].preferred.mean)).toBeLessThan(0.05)
		);
	});

	it('refuse evidence with a stop that does not exist, in a sentence', () => {
		const broken = {
			...evidence,
			takes: [{ ...evidence.takes[0], stops: [7, 0, 0] }, ...evidence.takes.slice(1)]
		};
		const parsed = EvidenceSchema.safeParse(broken);
		expect(parsed.success).toBe(false);
		expect(parsed.error!.issues[0].message).toBe(
			'take t0 has stop 7 on Model, whose stops go from 0 to 2'
		);
		expect(EvidenceSchema.safeParse(evidence).success).toBe(true);
	});

	// Worlds in which a claim isn't so: the whole table, 200 of each, is made by the benchmark.
	it.each(alarms.map((alarm) => [alarm.says, alarm] as const))(
		'seldom claim falsely that %s',
		(_, alarm) => {
			const claimed = Array.from({ length: 20 }, (_, seed) => falsely(alarm, 5000 + seed));
			expect(claimed.filter(Boolean).length).toBeLessThanOrEqual(3);
		}
	);

	it('find the fault that goes with a stop, on takes matched in all else', () => {
		const faulty = {
			...evidence,
			takes: evidence.takes.map((take) => ({
				...take,
				faults: take.stops[0] === 2 ? ['burnt'] : []
			}))
		};
		const [{ data, says }] = items<{
			dial: string;
			matched: { onlyFirst: number; onlySecond: number; p: number };
		}>(faulty, 'faults');
		expect(data.dial).toBe('model');
		expect(data.matched).toMatchObject({ onlyFirst: 24, onlySecond: 0 });
		expect(data.matched.p).toBeLessThan(0.001);
		expect(says).toContain('Cedar');
	});

	it('keep what speaks for a setting, and say when later judgements speak against it', () => {
		const known = knownFrom(evidence, fit(evidence, wantedFor(evidence)));
		const [{ data }] = items<Best>(evidence, 'best');
		const found = pickFound(known, data.best.stops, 'a plan')!;
		expect(found).toMatchObject({
			best: true,
			marks: 72,
			blindMarks: 36,
			settings: 18,
			judges: ['']
		});
		expect(found.kept!.of).toBe(4);
		expect(speaksAgainst(known, data.best.stops)).toBeNull();
		const worst = data.all.at(-1)!;
		expect(speaksAgainst(known, worst.stops)!.best).toBe(data.best.says);
		expect(pickFound(known, { model: 'none' }, '')).toBeNull();
	});
});

describe('gather', () => {
	const takes = sampleTakes(
		sampleRack({ model: ['alder-2', 'cedar'], guidance: [2, 4, 8], seed: [1, 2], steps: [20] })
	);
	const marks: Mark[] = [
		{ takeId: 't0', briefId: 'b', kind: 'keep', at: 0, blind: true },
		{ takeId: 'gone', briefId: 'b', kind: 'keep', at: 0 }
	];
	const answers: Answer[] = [
		{
			id: 'a',
			briefId: 'b',
			left: 't0',
			right: 't2',
			answer: 'left',
			judge: 'Wren',
			again: false,
			at: 0
		}
	];
	const of = { takes, marks, answers, remarks: new Map(), measured: new Map(), cards };

	it('finds the dials that vary, what takes are matched by, and leaves what is gone', () => {
		const evidence = gather(of);
		expect(evidence.dials.map(({ id, kind }) => [id, kind])).toEqual([
			['model', 'choice'],
			['guidance', 'number']
		]);
		expect(evidence.dials[1].stops.map(({ at }) => at)).toEqual([2, 4, 8]);
		expect(new Set(evidence.takes.map(({ chance }) => chance)).size).toBe(2);
		expect(evidence.marks).toEqual([{ take: 't0', mark: 'keep', judge: '', blind: true }]);
		expect(ofJudge(evidence, 'Wren').marks).toEqual([]);
		expect(ofJudge(evidence, 'Wren').pairs).toHaveLength(1);
	});

	it('compares per-model values by their numbers, and steps by factors', () => {
		const own = sampleTakes(
			sampleRack({
				model: ['alder-2', 'cedar'],
				guidance: [4, 6, 8],
				steps: [10, 20],
				own: { guidance: { 'alder-2': [4, 6, 8], cedar: [2, 2.7, 3.5] } }
			})
		);
		const { dials } = gather({ ...of, takes: own, answers: [] });
		const guidance = dials.find(({ id }) => id === 'guidance')!;
		expect(guidance.stops.map(({ at, label }) => [at, label])).toEqual(
			[2, 2.7, 3.5, 4, 6, 8].map((value) => [value, `${value}`])
		);
		expect(dials.find(({ id }) => id === 'steps')!.logarithmic).toBe(true);
	});

	it('tells takes apart by themselves where no dial does', () => {
		const alike = sampleTakes(sampleRack({ seed: [1, 2, 3] }));
		expect(gather({ ...of, takes: alike, answers: [] }).dials).toEqual([]);
		const { dials } = gather({ ...of, takes: alike, answers: [], apart: true });
		expect(dials[0].stops.map(({ label }) => label)).toEqual(['take 1', 'take 2', 'take 3']);
	});
});

describe('scopesOf', () => {
	const plan = (id: string, createdAt: number) => ({ id, createdAt, elsewhere: false });
	const run = (planId: string, wording: string[], seeds: number[]) =>
		sampleTakes(sampleRack({ wording, seed: seeds })).map((take, i) => ({
			...take,
			id: `${planId}${i}`,
			planId
		}));

	it('keeps subjects apart that no run compared', () => {
		const takes = [...run('p', ['a heron'], [1, 2, 3]), ...run('q', ['a crab'], [1, 2])];
		const [first, , third] = scopesOf([plan('p', 1), plan('q', 2)], takes);
		expect(first).toMatchObject({ kind: 'words', words: 'a heron', count: 3 });
		expect(third).toMatchObject({ kind: 'all', count: 5 });
	});

	it('keeps a subject apart from wordings of another that were compared', () => {
		const takes = [
			...run('p', ['a heron', 'a heron at dawn'], [1, 2, 3]),
			...run('q', ['a heron', 'a heron in fog'], [4]),
			...run('r', ['a crab'], [1, 2, 3, 4])
		];
		const plans = [plan('p', 1), plan('q', 2), plan('r', 3)];
		const [first, second, third] = scopesOf(plans, takes);
		expect(first).toMatchObject({ kind: 'words', wordings: 3, count: 8 });
		expect(new Set(first.takes)).toEqual(new Set(takes.slice(0, 8).map(({ id }) => id)));
		expect(second).toMatchObject({ kind: 'words', words: 'a crab', count: 4 });
		expect(third).toMatchObject({ kind: 'all', count: 12 });
	});

	it('takes all where wordings were compared, and what was chosen before anything', () => {
		const takes = run('p', ['a heron', 'a crab'], [1, 2]);
		expect(scopesOf([plan('p', 1)], takes)[0].kind).toBe('all');
		expect(scopesOf([plan('p', 1)], takes, ['p0', 'p1', 'gone'])[0]).toMatchObject({
			kind: 'chosen',
			takes: ['p0', 'p1']
		});
	});
});

describe('rounds', () => {
	// Successive halving: every round costs about what the first did (Jamieson and Talwalkar 2016).
	it('drop what cannot win, each at the price of the first, until one is left or it is settled', () => {
		const draw = stream('rounds');
		const models = [1.1, 0.9, -0.7, -1.3];
		const samplers = [0.5, 0.3, -0.8];
		const evidence: Evidence = {
			...noEvidence(),
			dials: [
				choiceDial('model', ['Ash', 'Birch', 'Cedar', 'Dogwood']),
				choiceDial('sampler', ['one', 'two', 'three'])
			]
		};
		let seed = 0;
		const make = (settings: number[][], seeds: number) => {
			for (let i = 0; i < seeds; i++, seed++) {
				const takeEffect = draw.next() - 0.5;
				for (const stops of settings) {
					const id = `t${evidence.takes.length}`;
					const chance = `${seed}`;
					evidence.takes.push({ id, stops, chance, faults: [], measures: {} });
					const share = draw.next();
					const seen =
						models[stops[0]] + samplers[stops[1]] + takeEffect + Math.log(share / (1 - share));
					const mark = seen > 1.2 ? 'keep' : seen > -0.6 ? 'maybe' : 'drop';
					evidence.marks.push({ take: id, mark, judge: '', blind: true });
				}
			}
		};
		const all = models.flatMap((_, m) => samplers.map((_, s) => [m, s]));
		make(all, 3);
		const first = evidence.takes.length;
		const left: number[] = [all.length];
		for (let round = 1; round < 12; round++) {
			const [said] = items<Round>(evidence, 'rounds');
			if (!said) break;
			const { data } = said;
			expect(data.left.length + data.dropped.length).toBe(all.length);
			expect(data.dropped.every(({ why }) => /likely to be the best/.test(why))).toBe(true);
			expect(data.left.some(({ stops }) => stops.model === 'Ash' && stops.sampler === 'one')).toBe(
				true
			);
			const cost = data.left.length * data.seeds;
			expect(cost).toBeLessThanOrEqual(first + data.left.length / 2);
			if (data.seeds < 12) expect(cost).toBeGreaterThanOrEqual(first - data.left.length / 2);
			left.push(data.left.length);
			make(
				data.left.map(({ stops }) =>
					evidence.dials.map((dial) => dial.stops.findIndex(({ key }) => key === stops[dial.id]))
				),
				data.seeds
			);
		}
		expect(left.length).toBeGreaterThan(2);
		expect(left.at(-1)).toBeLessThanOrEqual(4);
		const [best] = items<Best>(evidence, 'best');
		expect(best.data.settled).toBe(true);
		expect(best.data.best.says).toMatch(/^(Ash|Birch), (one|two)$/);
	});
});

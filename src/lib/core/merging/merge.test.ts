import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { WholeBrief } from '$lib/core/formats';
import type { Mark, Take } from '$lib/core/schema';
import { sampleBrief, samplePlan, sampleRack, sampleTakes } from '$lib/core/testing';
import { mergeBrief } from './index';

// What a merge must hold to is stated in the tests: the laws of a join (idempotent, commutative,
// associative) but for numbers, and that nothing made or spent gets less. There is no published source.

/** A run of six takes, of which none is made. */
function run(id: string, createdAt: number, from: number): Pick<WholeBrief, 'plans' | 'takes'> {
	const takes = sampleTakes(sampleRack({ guidance: [3, 6, 9], seed: [1, 2] })).map(
		({ madeAt: _madeAt, ...take }, i): Take => ({
			...take,
			id: `${id}-${i}`,
			planId: id,
			briefId: 'b1',
			number: from + i,
			state: 'waiting',
			createdAt
		})
	);
	return { plans: [{ ...samplePlan(id), briefId: 'b1', createdAt }], takes };
}

const whole = (change: Partial<WholeBrief> = {}): WholeBrief => ({
	...{ brief: { ...sampleBrief('b1'), numbered: 6 }, ...run('p1', 10, 1) },
	...{ marks: [], picks: [], remarks: [], spendings: [], answers: [], ballots: [], taught: [] },
	...change
});

/** A take that was made, and what it cost. */
const making = (one: WholeBrief, i: number, at: number): WholeBrief => {
	const take = one.takes[i];
	if (!take || take.state === 'done') return one;
	return {
		...one,
		takes: one.takes.map((each) =>
			each === take ? { ...each, state: 'done', madeAt: at, credits: 2, pixels: take.id } : each
		),
		spendings: [
			...one.spendings,
			{ id: `${take.id} as ${at}`, briefId: 'b1', model: 'alder-2', credits: 2, at }
		]
	};
};

/** Something that happens to a brief on some computer. */
type Step = (one: WholeBrief, clock: number, computer: string) => WholeBrief;

const place = fc.nat({ max: 11 });
const steps: fc.Arbitrary<Step> = fc.oneof(
	place.map(
		(i): Step =>
			(one, at) =>
				making(one, i, at)
	),
	fc
		.record({ i: place, state: fc.constantFrom('failed' as const, 'cancelled' as const) })
		.map(({ i, state }): Step => (one) => ({
			...one,
			takes: one.takes.map((take, k) =>
				k === i && take.state !== 'done' ? { ...take, state } : take
			)
		})),
	fc
		.record({ i: place, kind: fc.constantFrom<Mark['kind']>('keep', 'maybe', 'drop') })
		.map(({ i, kind }): Step => (one, at) => {
			const takeId = one.takes[i]?.id;
			const others = one.marks.filter((mark) => mark.takeId !== takeId);
			return takeId ? { ...one, marks: [...others, { takeId, briefId: 'b1', kind, at }] } : one;
		}),
	place.map((i): Step => (one, starred) => ({
		...one,
		takes: one.takes.map((take, k) => (k === i ? { ...take, starred } : take))
	})),
	place.map((i): Step => (one) => {
		const gone = one.takes[i]?.id;
		return {
			...one,
			takes: one.takes.filter(({ id }) => id !== gone),
			marks: one.marks.filter(({ takeId }) => takeId !== gone)
		};
	}),
	fc.constant<Step>((one, at, computer) => {
		const next = run(`${computer}-${at}`, at, one.brief.numbered + 1);
		return {
			...one,
			brief: { ...one.brief, numbered: one.brief.numbered + next.takes.length },
			plans: [...one.plans, ...next.plans],
			takes: [...one.takes, ...next.takes]
		};
	}),
	fc.string({ maxLength: 5 }).map((prompt): Step => (one, at) => ({
		...one,
		brief: { ...one.brief, prompt, updatedAt: at }
	})),
	fc.constant<Step>((one) => ({
		...one,
		plans: one.plans.map((plan, i) => (i ? plan : { ...plan, stopped: true }))
	}))
);

/** What became of one brief on a computer of its own; clocks of two computers may say the same. */
const history = (computer: string): fc.Arbitrary<WholeBrief> =>
	fc
		.array(fc.tuple(steps, fc.integer({ min: 20, max: 60 })), { maxLength: 12 })
		.map((happened) =>
			happened
				.sort(([, a], [, b]) => a - b)
				.reduce((one, [step, at]) => step(one, at, computer), whole())
		);

const sorted = (one: WholeBrief) => {
	const by = <T>(rows: readonly T[], key: (row: T) => string) =>
		[...rows].sort((a, b) => (key(a) < key(b) ? -1 : 1));
	return {
		...one,
		plans: by(one.plans, ({ id }) => id),
		takes: by(one.takes, ({ id }) => id),
		marks: by(one.marks, ({ takeId }) => takeId),
		spendings: by(one.spendings, ({ id }) => id)
	};
};
const withoutNumbers = (one: WholeBrief) => ({
	...sorted(one),
	brief: { ...one.brief, numbered: 0 },
	takes: sorted(one).takes.map((take) => ({ ...take, number: 0 }))
});
const spent = (one: WholeBrief) => one.spendings.reduce((sum, { credits }) => sum + credits, 0);
const done = (one: WholeBrief) =>
	one.takes.filter(({ state }) => state === 'done').map(({ id }) => id);

const [two, three] = [
	fc.tuple(history('one'), history('two')),
	fc.tuple(history('one'), history('two'), history('three'))
];
const merged = (...all: WholeBrief[]) =>
	all.reduce<WholeBrief | null>((here, one) => mergeBrief(here, one), null)!;

describe('merging two histories of a brief', () => {
	it('changes nothing the second time', () => {
		fc.assert(
			fc.property(two, ([one, other]) => {
				const once = merged(one, other);
				expect(sorted(mergeBrief(once, other))).toEqual(sorted(once));
				expect(sorted(mergeBrief(once, one))).toEqual(sorted(once));
				expect(sorted(mergeBrief(once, once))).toEqual(sorted(once));
			})
		);
	});

	it('gives the same whichever came first', () => {
		fc.assert(
			fc.property(two, ([one, other]) => {
				expect(sorted(merged(one, other))).toEqual(sorted(merged(other, one)));
			})
		);
	});

	it('gives the same for three in any order, but for the numbers of takes', () => {
		fc.assert(
			fc.property(three, ([a, b, c]) => {
				const first = withoutNumbers(merged(a, b, c));
				for (const order of [
					[a, c, b],
					[b, a, c],
					[c, b, a]
				])
					expect(withoutNumbers(merged(...order))).toEqual(first);
			})
		);
	});

	it('never lowers what was spent, unmakes a take, or gives two takes one number', () => {
		fc.assert(
			fc.property(three, (all) => {
				const together = merged(...all);
				const made = new Set(done(together));
				const paid = new Set(all.flatMap(({ spendings }) => spendings.map(({ id }) => id)));
				expect(spent(together)).toBe(2 * paid.size);
				for (const one of all) {
					expect(done(one).filter((id) => !made.has(id))).toEqual([]);
					expect(spent(together)).toBeGreaterThanOrEqual(spent(one));
				}
				const numbers = together.takes.map(({ number }) => number);
				expect(new Set(numbers).size).toBe(numbers.length);
				expect(Math.max(0, ...numbers)).toBeLessThanOrEqual(together.brief.numbered);
			})
		);
	});

	it('keeps takes that were numbered on two computers apart: 36 takes have 36 numbers', () => {
		const here = run('here', 20, 7);
		const there = run('there', 30, 7);
		const start = whole();
		const own = { ...start.brief, numbered: 12 };
		const both = merged(
			whole({
				brief: own,
				plans: [...start.plans, ...here.plans],
				takes: [...start.takes, ...here.takes]
			}),
			whole({
				brief: own,
				plans: [...start.plans, ...there.plans],
				takes: [...start.takes, ...there.takes]
			})
		);
		const numberOf = (id: string) => both.takes.find((take) => take.id === id)!.number;
		// The older takes keep their numbers.
		expect(here.takes.map(({ id }) => numberOf(id))).toEqual([7, 8, 9, 10, 11, 12]);
		expect(there.takes.map(({ id }) => numberOf(id))).toEqual([13, 14, 15, 16, 17, 18]);
		expect(both.brief.numbered).toBe(18);
	});

	it('tells lines the new number of a take that they came from', () => {
		const child = { ...run('child', 40, 13).takes[0], id: 'child' };
		const there = run('there', 30, 7);
		const parent = there.takes[0];
		const line = [{ take: parent.id, number: parent.number, as: 'vary' }];
		const both = merged(
			whole({ takes: [...whole().takes, ...run('here', 20, 7).takes] }),
			whole({ takes: [...whole().takes, ...there.takes, { ...child, line }] })
		);
		const numberOf = (id: string) => both.takes.find((take) => take.id === id)!.number;
		expect(numberOf(parent.id)).not.toBe(parent.number);
		expect(both.takes.find(({ id }) => id === 'child')!.line![0].number).toBe(numberOf(parent.id));
	});

	it('finishes the takes that the other history finished, and asks before it makes the rest', () => {
		const newer = making(making(whole(), 0, 50), 1, 51);
		const restored = mergeBrief(whole(), newer);
		expect(done(restored)).toEqual(['p1-0', 'p1-1']);
		expect(spent(restored)).toBe(4);
		// Its open takes were open here already: a run that goes on here goes on.
		expect(restored.plans[0].paused).toBe(false);
		expect(merged(newer).plans[0]).toMatchObject({ paused: true, unasked: true });
	});

	it('keeps this browser\u2019s own entry beside one that somebody else wrote under its name', () => {
		const own = making(whole(), 0, 50);
		for (const credits of [0, 1e6]) {
			const theirs = own.spendings.map((one) => ({ ...one, credits, by: 'someone' }));
			expect(spent(mergeBrief(own, whole({ spendings: theirs })))).toBe(2);
		}
	});
});

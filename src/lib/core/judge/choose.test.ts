import { describe, expect, it } from 'vitest';
import { rules, worldOf } from '$lib/core/testing';
import { chooserOf, nextPair, pairsFrom, type Shown } from './choose';
import type { Evidence } from './evidence';
import { fit } from './fit';
import { Sitting } from './session';

const evidence: Evidence = worldOf(rules[0], 1).evidence;
const chooser = chooserOf(fit(evidence, { together: [] }));
const take = new Map(evidence.takes.map((one) => [one.id, one]));

/** So many pairs, one after the other, without answers that change anything. */
function asked(count: number, dial: number | null = null): Shown[] {
	if (dial === null) return pairsFrom(chooser, count);
	const pairs: Shown[] = [];
	while (pairs.length < count) pairs.push(nextPair(chooser, { dial }, pairs)!);
	return pairs;
}

describe('nextPair', () => {
	it('shows two settings on one seed, no take twice in a row', () => {
		const pairs = asked(60);
		for (const [i, { left, right }] of pairs.entries()) {
			expect(take.get(left)!.chance).toBe(take.get(right)!.chance);
			expect(take.get(left)!.stops).not.toEqual(take.get(right)!.stops);
			const before = i ? [pairs[i - 1].left, pairs[i - 1].right] : [];
			expect(before).not.toContain(left);
			expect(before).not.toContain(right);
		}
	});

	it('shows no pair twice but one in ten, with its sides changed', () => {
		const pairs = asked(80);
		const again = pairs.filter((one) => one.again);
		expect(again).toHaveLength(8);
		for (const { left, right } of again)
			expect(pairs.some((one) => !one.again && one.left === right && one.right === left)).toBe(
				true
			);
		const fresh = pairs
			.filter((one) => !one.again)
			.map(({ left, right }) => [left, right].sort().join(' '));
		expect(new Set(fresh).size).toBe(fresh.length);
	});

	it('shuffles the sides', () => {
		const pairs = asked(100).filter((one) => !one.again);
		const place = (id: string) => Number(id.slice(1));
		const lower = pairs.filter(({ left, right }) => place(left) < place(right)).length;
		expect(lower / pairs.length).toBeGreaterThan(0.3);
		expect(lower / pairs.length).toBeLessThan(0.7);
	});

	it('asked one dial alone, shows takes that differ in nothing else', () => {
		for (const { left, right, again } of asked(30, 1)) {
			if (again) continue;
			const [a, b] = [take.get(left)!.stops, take.get(right)!.stops];
			expect([a[0], a[2]]).toEqual([b[0], b[2]]);
			expect(a[1]).not.toBe(b[1]);
		}
	});

	it('says when there is none', () => {
		const alone = { ...evidence, takes: evidence.takes.slice(0, 1) };
		const one = chooserOf(fit(alone, { together: [] }));
		expect(nextPair(one, null, [])).toBeNull();
		expect(pairsFrom(one, 10)).toEqual([]);
	});

	it('is the same for the same answers', () => {
		expect(asked(25)).toEqual(asked(25));
	});
});

describe('Sitting', () => {
	it('says the same of the same answers, whatever was asked before', () => {
		const asked = (pairs: Evidence['pairs']) => ({
			evidence: { ...evidence, pairs },
			dial: null,
			before: pairs,
			skipped: [],
			ahead: []
		});
		const answers = Array.from({ length: 4 }, (_, i) => ({
			left: evidence.takes[i].id,
			right: evidence.takes[i + 5].id,
			answer: 'left' as const,
			judge: ''
		}));
		const sitting = new Sitting();
		for (let n = 1; n < 4; n++) sitting.pairs(asked(answers.slice(0, n)));
		sitting.pairs(asked(answers));
		expect(sitting.pairs(asked(answers))).toEqual(new Sitting().pairs(asked(answers)));
	});

	it('says how far dials are settled, and about how many pairs more', () => {
		const sitting = new Sitting();
		const none = sitting.pairs({
			evidence,
			dial: null,
			before: [],
			skipped: [],
			ahead: []
		});
		expect(none.settled).toBe(false);
		expect(none.left).toBeGreaterThan(0);
		expect(none.dials.map(({ id }) => id)).toEqual(['model', 'guidance', 'wording']);
		// Everybody likes the first model, always.
		const pairs = Array.from({ length: 40 }, (_, i) => {
			const at = i % 6;
			return { left: `t${at}`, right: `t${at + 6}`, answer: 'left' as const, judge: '' };
		});
		const some = sitting.pairs({
			evidence: { ...evidence, pairs },
			dial: null,
			before: pairs,
			skipped: [],
			ahead: []
		});
		const of = (id: string, known: typeof none) =>
			known.dials.find((one) => one.id === id)!.settled;
		expect(of('model', some)).toBeGreaterThan(of('model', none));
	});
});

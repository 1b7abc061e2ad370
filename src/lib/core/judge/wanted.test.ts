import { describe, expect, it } from 'vitest';
import { choiceDial, judgedPlan } from '$lib/core/testing';
import { toldTogether, wantedFor, type Evidence } from './index';

/** A plan of dials with so many stops each. */
const made = (
	stops: readonly number[],
	seeds: number,
	score: (at: readonly number[]) => number = () => 0,
	without: (at: readonly number[]) => boolean = () => false
): Evidence =>
	judgedPlan({
		dials: stops.map((count, d) =>
			choiceDial(
				`dial${d}`,
				Array.from({ length: count }, (_, s) => `${d}.${s}`)
			)
		),
		seeds,
		score,
		without
	});

describe('what dials the takes can tell together', () => {
	it('is every two of a whole plan', () => {
		expect(toldTogether(made([3, 3], 2))).toEqual([[0, 1]]);
		expect(toldTogether(made([2, 2, 2], 1))).toEqual([
			[0, 1],
			[0, 2],
			[1, 2]
		]);
	});

	it('is none where a pair of their stops was not made', () => {
		const evidence = made(
			[3, 3],
			2,
			() => 0,
			([a, b]) => a === 2 && b === 2
		);
		expect(toldTogether(evidence)).toEqual([]);
	});

	// Source: counting. L9 has nine runs of three dials: a mean and six effects leave room for no pair (four more each).
	it('is none of a fraction with fewer settings than effects', () => {
		const fraction = made(
			[3, 3, 3],
			2,
			() => 0,
			([a, b, c]) => (a + b) % 3 !== c
		);
		expect(new Set(fraction.takes.map(({ stops }) => `${stops}`)).size).toBe(9);
		expect(toldTogether(fraction)).toEqual([]);
	});

	it('is only among the dials that are asked about', () => {
		expect(toldTogether(made([2, 2, 2], 1), [0, 2])).toEqual([[0, 2]]);
	});
});

describe('what is fitted together', () => {
	it('is every two of up to three dials', () => {
		expect(wantedFor(made([2, 2, 2], 2)).together).toHaveLength(3);
	});

	it('is of more dials the three that do most', () => {
		const evidence = made(
			[2, 2, 2, 2, 2],
			2,
			([, b, , d, e]) => 1.2 * (b - 0.5) + 1.6 * (d - 0.5) + 1.4 * (e - 0.5)
		);
		expect(wantedFor(evidence).together).toEqual([
			[1, 3],
			[1, 4],
			[3, 4]
		]);
	});

	it('is nothing of many dials, one of which was turned at a time', () => {
		const evidence = made(
			[3, 3, 3, 3],
			3,
			() => 0,
			(at) => at.filter((stop) => stop !== 0).length > 1
		);
		expect(wantedFor(evidence)).toEqual({ together: [] });
	});
});

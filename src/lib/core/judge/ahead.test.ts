import { describe, expect, it } from 'vitest';
import { normals } from '$lib/core/random';
import { pairsLeft } from './ahead';
import type { Fit } from './fit';
import { standingOf, type Scores } from './settings';

const COUNT = 1000;

/** Two settings: in a share of the draws the second is better by so much, else the first by 1. */
function two(share: number, by: number): Scores {
	const values = new Float64Array(2 * COUNT);
	// Spread over all draws, so that those that are kept have the same share.
	for (let d = 0; d < COUNT; d++) values[d] = (d * 0.618034) % 1 < share ? -by : 1;
	return { count: 2, draws: COUNT, values };
}

/** Draws in which pairs seldom tie. */
const fitted = {
	draws: {
		count: COUNT,
		answers: Float64Array.from({ length: COUNT * 5 }, (_, i) => [NaN, NaN, 0.2, 1, 0][i % 5])
	}
} as Fit;
const left = (scores: Scores) => pairsLeft(fitted, scores, standingOf(scores));

/** Settings whose score is another in every draw: none is like the truth but the truth itself. */
function scattered(settings: number): Scores {
	const deviates = normals(3, 1, settings * COUNT);
	const values = Float64Array.from(deviates, (z) => 2 * z);
	return { count: settings, draws: COUNT, values };
}

describe('pairsLeft', () => {
	// With the truth among the draws it is found again after 29 pairs, without it after 50.
	it('doesn\u2019t find the truth by itself among the draws', () => {
		expect(left(scattered(10))).toBeGreaterThan(40);
	});

	it('is none where it is settled', () => {
		expect(left(two(0.01, 0.3))).toBe(0);
	});

	it('is more the less is known', () => {
		expect(left(two(0.4, 1))).toBeGreaterThan(left(two(0.1, 1)));
	});

	// The loss alone lay low enough from the start, so "4 more" was said until it was settled.
	it('asks the same as being settled: a regret must be unlikely, too', () => {
		const scores = two(0.18, 0.6);
		const standing = standingOf(scores);
		expect(standing.loss[standing.best]).toBeLessThan(0.12);
		expect(standing.settled).toBe(false);
		// What is told by one pair of a difference of 1 or so is little: a few do not do.
		expect(left(scores)).toBeGreaterThan(4);
	});
});

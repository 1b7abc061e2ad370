import { describe, expect, it } from 'vitest';
import { chooserOf, fit, scoresOf } from '$lib/core/judge';
import { judgedPlan } from '$lib/core/testing';
import { choiceDial, guidanceDial } from '$lib/core/testing';
import { stream } from '$lib/core/random';
import { afterTake, beliefsOf, gainOf, type Beliefs } from './value';

const beliefs = (mean: number[], covariance: number[][]): Beliefs => ({
	mean: Float64Array.from(mean),
	effects: mean.map((_, i) => [i]),
	covariance: Float64Array.from(covariance.flat())
});

/** Density and distribution function of the standard normal (Abramowitz and Stegun 7.1.26, from memory). */
const density = (z: number) => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
function below(z: number): number {
	const t = 1 / (1 + 0.3275911 * (Math.abs(z) / Math.SQRT2));
	const erf =
		1 -
		t *
			(0.254829592 +
				t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
			Math.exp((-z * z) / 2);
	return z < 0 ? (1 - erf) / 2 : (1 + erf) / 2;
}

describe('the gain of one more take', () => {
	it('is that of Frazier, Powell and Dayanik (2008, equation 14) where settings are independent', () => {
		for (const [lead, variance, noise] of [
			[0.5, 1, 2],
			[0, 0.6, 1],
			[1, 2, 0.5]
		]) {
			const known = beliefs(
				[lead, 0],
				[
					[0, 0],
					[0, variance]
				]
			);
			const spread = variance / Math.sqrt(variance + noise);
			const z = -lead / spread;
			const exact = spread * (z * below(z) + density(z));
			const gain = gainOf(known, 1, noise, [0, 1]);
			expect(gain).toBeGreaterThan(0.85 * exact);
			expect(gain).toBeLessThan(1.1 * exact);
		}
	});

	it('is nothing where a take can tell nothing', () => {
		const known = beliefs(
			[0.5, 0],
			[
				[1, 1],
				[1, 1]
			]
		);
		// Both settings rise and fall together: the leader stays the leader.
		expect(gainOf(known, 1, 2, [0, 1])).toBeCloseTo(0, 10);
	});

	it('goes to a cheap setting that tells as much of a dial as an expensive one', () => {
		// Two models whose scores share the effect of a style: what one shows holds for the other.
		const known = beliefs(
			[0, 0, 0.1, 0.1],
			[
				[1, -1, 1, -1],
				[-1, 1, -1, 1],
				[1, -1, 1.05, -0.95],
				[-1, 1, -0.95, 1.05]
			]
		);
		const cheap = gainOf(known, 0, 2, [0, 1, 2, 3]);
		const expensive = gainOf(known, 2, 2, [0, 1, 2, 3]);
		expect(cheap).toBeGreaterThan(0.85 * expensive);
	});

	it('shrinks once such a take is on its way', () => {
		const known = beliefs(
			[0.2, 0],
			[
				[0.1, 0],
				[0, 1]
			]
		);
		const before = gainOf(known, 1, 2, [0, 1]);
		expect(gainOf(afterTake(known, 1, 2), 1, 2, [0, 1])).toBeLessThan(before);
	});
});

describe('beliefs', () => {
	it('are the means and covariances of the scores in the draws', () => {
		const evidence = judgedPlan({
			dials: [choiceDial('model', ['Alder', 'Birch', 'Cedar']), guidanceDial([2, 5, 9])],
			seeds: 2,
			score: ([a, b]) => a - b
		});
		const fitted = fit(evidence, { together: [[0, 1]] });
		const { settings } = chooserOf(fitted);
		const { mean, effects, covariance } = beliefsOf(fitted, settings);
		const size = Math.sqrt(covariance.length);
		const together = (i: number, j: number) =>
			effects[i].flatMap((a) => effects[j].map((b) => covariance[a * size + b]));
		const { values, draws } = scoresOf(fitted, settings);
		const draw = stream('which');
		for (let t = 0; t < 6; t++) {
			const [i, j] = [draw.below(settings.length), draw.below(settings.length)];
			const of = (s: number) => values.subarray(s * draws, (s + 1) * draws);
			const average = (all: Float64Array) => all.reduce((a, b) => a + b, 0) / draws;
			const [one, two] = [of(i), of(j)];
			expect(mean[i]).toBeCloseTo(average(one), 8);
			const product = one.map((value, d) => (value - average(one)) * (two[d] - average(two)));
			const sum = together(i, j).reduce((a, b) => a + b, 0);
			expect(sum).toBeCloseTo(average(product), 8);
		}
	});
});

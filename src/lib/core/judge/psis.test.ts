import { describe, expect, it } from 'vitest';
import { normals } from '$lib/core/random';
import { choiceDial } from '$lib/core/testing';
import { priors } from './compile';
import { noEvidence, type Evidence } from './evidence';
import { effectIn, fit } from './fit';
import { blankOrdinal, ordinal } from './ordinal';
import { paretoOf, resampled, smoothed } from './psis';

describe('a generalised Pareto distribution', () => {
	// Its quantiles: sigma / k ((1 - p)^-k - 1), and -sigma log(1 - p) for k = 0.
	it.each([-0.3, 0.2, 0.6, 1])('of shape %d is found again from its quantiles', (k) => {
		const n = 2000;
		const values = Float64Array.from({ length: n }, (_, i) => {
			const p = (i + 0.5) / n;
			return (2 * Math.expm1(-k * Math.log1p(-p))) / k;
		});
		const found = paretoOf(values);
		expect(Math.abs(found.k - k)).toBeLessThan(0.05);
		expect(Math.abs(found.sigma - 2)).toBeLessThan(0.15);
	});
});

describe('importance weights', () => {
	// Weights r^-k of even shares r have a Pareto tail of shape k (Vehtari et al. 2024, section 3).
	it.each([0.3, 0.5, 0.9])('with a tail of shape %d say so', (k) => {
		const n = 4000;
		const logs = Float64Array.from({ length: n }, (_, i) => -k * Math.log((i + 0.5) / n));
		expect(Math.abs(smoothed(logs).k - k)).toBeLessThan(0.1);
	});

	it('move the mean of a normal to that of another', () => {
		const x = Float64Array.from(normals(1, 1, 4000));
		// From N(0, 1) to N(0.5, 0.8).
		const logs = x.map((one) => 0.5 * one ** 2 - 0.5 * ((one - 0.5) / 0.8) ** 2);
		const { weights, k } = smoothed(logs);
		expect(k).toBeLessThan(0.5);
		expect(weights.reduce((sum, w, i) => sum + w * x[i], 0)).toBeCloseTo(0.5, 1);
		const drawn = Array.from(resampled(weights), (i) => x[i]);
		expect(drawn).toHaveLength(4000);
		expect(drawn.reduce((a, b) => a + b, 0) / 4000).toBeCloseTo(0.5, 1);
	});

	it('that are all alike change nothing', () => {
		const { weights } = smoothed(new Float64Array(50));
		for (const weight of weights) expect(weight).toBeCloseTo(1 / 50, 12);
		expect([...resampled(weights)]).toEqual(Array.from({ length: 50 }, (_, i) => i));
	});
});

describe('draws', () => {
	/** Marks of takes of two models, few and lopsided: where a normal is a poor approximation. */
	const counts = [
		[5, 1, 0],
		[0, 1, 4]
	];
	const levels = ['drop', 'maybe', 'keep'] as const;
	const rows = counts.flatMap((row, stop) =>
		row.flatMap((n, level) => Array.from({ length: n }, () => ({ stop, level })))
	);
	const evidence: Evidence = {
		...noEvidence(),
		dials: [choiceDial('model', ['a', 'b'])],
		takes: rows.map(({ stop }, i) => ({
			id: `t${i}`,
			stops: [stop],
			chance: '',
			faults: [],
			measures: {}
		})),
		marks: rows.map(({ level }, i) => ({
			take: `t${i}`,
			mark: levels[level],
			judge: '',
			blind: true
		}))
	};

	// The exact posterior of three numbers (an effect and two cuts) on a fine grid, for one scale of 1.
	it('agree with brute force where a normal does not', () => {
		const { draws, k, layout } = fit(evidence, { together: [], scale: 1 });
		const { basis } = layout.problem.blocks[0];
		const one = blankOrdinal();
		// At a scale of 1 the effect of a take widens the logistic: c^2 of MacKay 1992, eq. 10.
		const flat = 1 / Math.sqrt(1 + ((16 * Math.sqrt(3)) / (15 * Math.PI)) ** 2);
		const normal = (x: number, mean: number, deviation: number) =>
			Math.exp(-(((x - mean) / deviation) ** 2) / 2);
		const mass = new Map<number, number>();
		let all = 0;
		for (let z = -5; z <= 5; z += 0.05)
			for (let cut = -6; cut <= 5; cut += 0.1)
				for (let gap = -2.5; gap <= 3; gap += 0.1) {
					let log = 0;
					counts.forEach((row, stop) => {
						const u = basis!.values[stop] * z;
						const cuts = [-Infinity, cut, cut + Math.exp(gap), Infinity];
						row.forEach((n, level) => {
							if (!n) return;
							ordinal(flat * (cuts[level] - u), flat * (cuts[level + 1] - u), one);
							log += n * one.log;
						});
					});
					const here =
						Math.exp(log) *
						normal(z, 0, 1) *
						normal(cut, priors.cut.mean, priors.cut.deviation) *
						normal(gap, priors.gap.mean, priors.gap.deviation);
					const by = (basis!.values[1] - basis!.values[0]) * z;
					mass.set(by, (mass.get(by) ?? 0) + here);
					all += here;
				}
		const mean = [...mass].reduce((sum, [by, m]) => sum + by * m, 0) / all;
		const deviation = Math.sqrt(
			[...mass].reduce((sum, [by, m]) => sum + (by - mean) ** 2 * m, 0) / all
		);
		const quantile = (share: number) => {
			let sum = 0;
			for (const [by, m] of [...mass].sort(([a], [b]) => a - b))
				if ((sum += m) >= share * all) return by;
			throw new Error('beyond the grid');
		};
		const at = layout.dials[0];
		const by = Float64Array.from(
			{ length: draws.count },
			(_, d) => effectIn(draws, at + 1, d) - effectIn(draws, at, d)
		).sort();
		expect(k).toBeLessThan(0.7);
		const drawn = by.reduce((a, b) => a + b, 0) / by.length;
		expect(Math.abs(drawn - mean)).toBeLessThan(0.08 * deviation);
		for (const share of [0.05, 0.95])
			expect(Math.abs(by[Math.floor(share * by.length)] - quantile(share))).toBeLessThan(
				0.15 * deviation
			);
	});
});

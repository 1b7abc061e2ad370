import { describe, expect, it } from 'vitest';
import { normals, philox, stream } from './index';

describe('philox', () => {
	// Known-answer vectors of Random123 (Salmon et al. 2011), from memory.
	const vectors: [number[], number[], string][] = [
		[[0, 0, 0, 0], [0, 0], '6627e8d5 e169c58d bc57ac4c 9b00dbd8'],
		[
			[0xffffffff, 0xffffffff, 0xffffffff, 0xffffffff],
			[0xffffffff, 0xffffffff],
			'408f276d 41c83b0e a20bc7c6 6d5451fd'
		],
		[
			[0x243f6a88, 0x85a308d3, 0x13198a2e, 0x03707344],
			[0xa4093822, 0x299f31d0],
			'd16cfe09 94fdcceb 5001e420 24126ea1'
		]
	];
	it.each(vectors)('answers the published vector for counter %j', (counter, key, expected) => {
		const words = philox(counter, key, new Uint32Array(4));
		expect([...words].map((w) => w.toString(16).padStart(8, '0')).join(' ')).toBe(expected);
	});
});

describe('normals', () => {
	const count = 40_000;
	const drawn = normals(41207, 0, count);

	it('has the moments of a standard normal', () => {
		const mean = drawn.reduce((sum, v) => sum + v, 0) / count;
		const moment = (n: number) => drawn.reduce((sum, v) => sum + (v - mean) ** n, 0) / count;
		expect(Math.abs(mean)).toBeLessThan(4 / Math.sqrt(count));
		expect(Math.abs(moment(2) - 1)).toBeLessThan(4 * Math.sqrt(2 / count));
		expect(Math.abs(moment(3))).toBeLessThan(4 * Math.sqrt(6 / count));
		expect(Math.abs(moment(4) - 3)).toBeLessThan(4 * Math.sqrt(24 / count));
	});

	it('stays under the 1% limit of the Kolmogorov-Smirnov distance, 1.63 / sqrt(n)', () => {
		// Normal distribution function by Abramowitz and Stegun 1964, 7.1.26 (error below 1.5e-7).
		const cdf = (z: number) => {
			const x = Math.abs(z) / Math.SQRT2;
			const t = 1 / (1 + 0.3275911 * x);
			const poly =
				t *
				(0.254829592 +
					t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
			const erf = 1 - poly * Math.exp(-x * x);
			return z < 0 ? (1 - erf) / 2 : (1 + erf) / 2;
		};
		const sorted = [...drawn].sort((a, b) => a - b);
		const distance = sorted.reduce(
			(worst, v, i) =>
				Math.max(worst, Math.abs(cdf(v) - i / count), Math.abs(cdf(v) - (i + 1) / count)),
			0
		);
		expect(distance).toBeLessThan(1.63 / Math.sqrt(count));
	});

	it('makes any element the same whatever the length drawn', () => {
		expect([...normals(7, 0, 10)]).toEqual([...normals(7, 0, 999).slice(0, 10)]);
	});

	it('tells seeds and streams apart', () => {
		expect(normals(1, 0, 4)).not.toEqual(normals(2, 0, 4));
		expect(normals(1, 0, 4)).not.toEqual(normals(1, 1, 4));
	});
});

describe('stream', () => {
	it('depends on its key alone', () => {
		const a = stream('birch|heron');
		const b = stream('birch|heron');
		a.branch('sky').next();
		expect([a.next(), a.next()]).toEqual([b.next(), b.next()]);
		expect(stream('birch|crab').next()).not.toBe(stream('birch|heron').next());
	});

	it('shuffles without losing an item', () => {
		const items = Array.from({ length: 20 }, (_, i) => i);
		const shuffled = stream('deck').shuffle(items);
		expect(shuffled).not.toEqual(items);
		expect([...shuffled].sort((a, b) => a - b)).toEqual(items);
	});
});

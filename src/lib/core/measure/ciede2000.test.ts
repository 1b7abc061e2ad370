import { differenceCiede2000 } from 'culori';
import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { sumsOf } from './colour';
import { ciede2000, lab, oklab, type LabColour } from './index';
import { converter } from 'culori';

// The 34 pairs of Sharma, Wu and Dalal 2005, table 1 (from memory, each confirmed by `culori`).
const pairs: [LabColour, LabColour, number][] = [
	[[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
	[[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
	[[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
	[[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
	[[50, -1.1848, -84.8006], [50, 0, -82.7485], 1],
	[[50, -0.9009, -85.5211], [50, 0, -82.7485], 1],
	[[50, 0, 0], [50, -1, 2], 2.3669],
	[[50, -1, 2], [50, 0, 0], 2.3669],
	[[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
	[[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
	[[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
	[[50, 2.49, -0.001], [50, -2.49, 0.0012], 7.2195],
	[[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
	[[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
	[[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
	[[50, 2.5, 0], [50, 0, -2.5], 4.3065],
	[[50, 2.5, 0], [73, 25, -18], 27.1492],
	[[50, 2.5, 0], [61, -5, 29], 22.8977],
	[[50, 2.5, 0], [56, -27, -3], 31.903],
	[[50, 2.5, 0], [58, 24, 15], 19.4535],
	[[50, 2.5, 0], [50, 3.1736, 0.5854], 1],
	[[50, 2.5, 0], [50, 3.2972, 0], 1],
	[[50, 2.5, 0], [50, 1.8634, 0.5757], 1],
	[[50, 2.5, 0], [50, 3.2592, 0.335], 1],
	[[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
	[[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
	[[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
	[[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
	[[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
	[[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
	[[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
	[[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
	[[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
	[[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082]
];

describe('CIEDE2000', () => {
	it.each(pairs)('of %j and %j is %f', (one, two, expected) => {
		expect(ciede2000(one, two)).toBeCloseTo(expected, 4);
		expect(ciede2000(two, one)).toBeCloseTo(expected, 4);
		const mode = ([l, a, b]: LabColour) => ({ mode: 'lab65', l, a, b }) as const;
		expect(differenceCiede2000()(mode(one), mode(two))).toBeCloseTo(expected, 3);
	});
});

describe('colours of sRGB bytes', () => {
	it('are those that `culori` gives', () => {
		const random = stream('colours');
		const toLab = converter('lab65');
		const toOklab = converter('oklab');
		for (let i = 0; i < 200; i++) {
			const [r, g, b] = [random.below(256), random.below(256), random.below(256)];
			const rgb = { mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 } as const;
			const theirs = toLab(rgb);
			const ours = lab(r, g, b);
			expect(ours[0]).toBeCloseTo(theirs.l, 1);
			expect(ours[1]).toBeCloseTo(theirs.a, 1);
			expect(ours[2]).toBeCloseTo(theirs.b, 1);
			const ok = toOklab(rgb);
			expect(oklab(r, g, b)[0]).toBeCloseTo(ok.l, 4);
			expect(oklab(r, g, b)[2]).toBeCloseTo(ok.b, 4);
			// A whole picture is gone through by a table of roots: each colour, and its near-black shade.
			for (const rgb of [
				[r, g, b],
				[r >> 5, g >> 5, b >> 5]
			]) {
				const one = sumsOf(Uint8Array.from(rgb));
				expect(one.warmth).toBeCloseTo(oklab(rgb[0], rgb[1], rgb[2])[2], 5);
				expect(one.light).toBeCloseTo(lab(rgb[0], rgb[1], rgb[2])[0], 4);
				expect(one.square).toBeCloseTo(one.light ** 2, 9);
			}
		}
	});
});

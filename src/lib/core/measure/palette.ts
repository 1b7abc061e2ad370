import { hexOf, oklab } from './colour';
import { colourName } from './colour-names';

/** A colour of a picture's palette. */
export interface Swatch {
	name: string;
	/** sRGB, `#rrggbb`. */
	hex: string;
	/** Share of the picture, 0 to 1. */
	share: number;
}

const ROUNDS = 12;

/**
 * The colours that a picture is made of: k-means in OKLab (Lloyd 1982), begun at the colours that
 * lie farthest from each other, so that the same picture always gives the same palette. Colours of
 * one name are joined.
 *
 * @param pixels red, green, blue bytes, row by row
 * @param most how many colours to look for
 * @returns the largest share first; shares add up to 1
 */
export function palette(pixels: Uint8Array, most = 6): Swatch[] {
	const count = Math.floor(pixels.length / 3);
	const labs = Array.from({ length: count }, (_, p) =>
		oklab(pixels[p * 3], pixels[p * 3 + 1], pixels[p * 3 + 2])
	);
	if (!count) return [];
	const centres = farthest(labs, most);
	const belongs = new Int32Array(count);
	for (let round = 0; round < ROUNDS; round++) {
		const sums = centres.map(() => [0, 0, 0, 0]);
		for (let p = 0; p < count; p++) {
			const k = nearest(labs[p], centres);
			belongs[p] = k;
			for (let c = 0; c < 3; c++) sums[k][c] += labs[p][c];
			sums[k][3]++;
		}
		sums.forEach(([l, a, b, n], k) => {
			if (n) centres[k] = [l / n, a / n, b / n];
		});
	}
	const groups = new Map<string, { rgb: [number, number, number]; count: number }>();
	for (let p = 0; p < count; p++) {
		const name = colourName(centres[belongs[p]]);
		const group = groups.get(name) ?? { rgb: [0, 0, 0], count: 0 };
		for (let c = 0; c < 3; c++) group.rgb[c] += pixels[p * 3 + c];
		group.count++;
		groups.set(name, group);
	}
	return [...groups]
		.map(([name, { rgb, count: n }]) => ({
			name,
			hex: hexOf(rgb.map((sum) => Math.round(sum / n))),
			share: n / count
		}))
		.sort((a, b) => b.share - a.share);
}

type Lab = [number, number, number];
const apart = (a: Lab, b: Lab) => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

function nearest(lab: Lab, centres: readonly Lab[]): number {
	let best = 0;
	for (let k = 1; k < centres.length; k++)
		if (apart(lab, centres[k]) < apart(lab, centres[best])) best = k;
	return best;
}

function farthest(labs: readonly Lab[], most: number): Lab[] {
	const mean: Lab = [0, 0, 0];
	for (const lab of labs) for (let c = 0; c < 3; c++) mean[c] += lab[c] / labs.length;
	const centres: Lab[] = [labs[nearest(mean, labs)]];
	const least = Float64Array.from(labs, (lab) => apart(lab, centres[0]));
	while (centres.length < most) {
		let far = 0;
		for (let p = 1; p < least.length; p++) if (least[p] > least[far]) far = p;
		if (least[far] < 1e-5) break;
		centres.push(labs[far]);
		labs.forEach((lab, p) => (least[p] = Math.min(least[p], apart(lab, labs[far]))));
	}
	return centres;
}

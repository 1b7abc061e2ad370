import { hexOf, oklab, srgbOf } from './colour';
import { colourName } from './colour-names';

/** A colour that was read off a picture. */
export interface ColourRead {
	name: string;
	/** sRGB, `#rrggbb`. */
	hex: string;
}

/**
 * The colour of a point or an area: the mean of its pixels in OKLab (Ottosson 2020), where what lies
 * between two colours looks as if it did.
 *
 * @param pixels red, green, blue, alpha bytes; what is clear counts for nothing
 * @returns null where all is clear
 */
export function readColour(pixels: ArrayLike<number>): ColourRead | null {
	const sum = [0, 0, 0];
	let count = 0;
	for (let i = 0; i < pixels.length; i += 4) {
		if (!pixels[i + 3]) continue;
		const one = oklab(pixels[i], pixels[i + 1], pixels[i + 2]);
		for (let c = 0; c < 3; c++) sum[c] += one[c];
		count++;
	}
	if (!count) return null;
	const [l, a, b] = sum.map((one) => one / count);
	return { name: colourName([l, a, b]), hex: hexOf(srgbOf(l, a, b)) };
}

/** Red, green, blue, alpha bytes, row by row. */
export type Rgba = Uint8Array | Uint8ClampedArray;

/** From this alpha on, of 255, a pixel counts as solid. */
const SOLID = 128;

/**
 * What is solid of a picture, for measures that don't ask where a pixel lies.
 *
 * @returns red, green, blue bytes of solid pixels alone
 */
export function solidOf(rgba: Rgba): Uint8Array<ArrayBuffer> {
	const out = new Uint8Array((rgba.length / 4) * 3);
	let o = 0;
	for (let i = 0; i < rgba.length; i += 4) {
		if (rgba[i + 3] < SOLID) continue;
		out[o++] = rgba[i];
		out[o++] = rgba[i + 1];
		out[o++] = rgba[i + 2];
	}
	return out.subarray(0, o);
}

/**
 * A whole picture for measures that ask where a pixel lies: what is clear takes the mean colour of what is
 * solid, so that it adds neither light nor dark. A picture with nothing solid is mid-grey.
 *
 * @returns red, green, blue bytes of all pixels, row by row
 */
export function filledOf(rgba: Rgba): Uint8Array<ArrayBuffer> {
	const sums = [0, 0, 0];
	let solid = 0;
	for (let i = 0; i < rgba.length; i += 4) {
		if (rgba[i + 3] < SOLID) continue;
		for (let c = 0; c < 3; c++) sums[c] += rgba[i + c];
		solid++;
	}
	const mean = sums.map((sum) => (solid ? sum / solid : SOLID));
	const out = new Uint8Array((rgba.length / 4) * 3);
	for (let i = 0, o = 0; i < rgba.length; i += 4, o += 3) {
		const share = rgba[i + 3] / 255;
		for (let c = 0; c < 3; c++)
			out[o + c] =
				share === 1 ? rgba[i + c] : Math.round(share * rgba[i + c] + (1 - share) * mean[c]);
	}
	return out;
}

/**
 * A picture at another size: every pixel the mean of those that it covers, or the nearest one where it
 * covers none whole.
 *
 * @param pixels red, green, blue bytes, row by row
 */
export function resized(
	pixels: ArrayLike<number>,
	width: number,
	height: number,
	toWidth: number,
	toHeight: number
): Uint8Array {
	const out = new Uint8Array(toWidth * toHeight * 3);
	for (let y = 0, o = 0; y < toHeight; y++) {
		const top = Math.floor((y * height) / toHeight);
		const bottom = Math.max(top + 1, Math.floor(((y + 1) * height) / toHeight));
		for (let x = 0; x < toWidth; x++, o += 3) {
			const left = Math.floor((x * width) / toWidth);
			const right = Math.max(left + 1, Math.floor(((x + 1) * width) / toWidth));
			const count = (bottom - top) * (right - left);
			for (let c = 0; c < 3; c++) {
				let sum = 0;
				for (let v = top; v < bottom; v++)
					for (let u = left; u < right; u++) sum += pixels[(v * width + u) * 3 + c];
				out[o + c] = Math.round(sum / count);
			}
		}
	}
	return out;
}

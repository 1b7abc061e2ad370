/** A picture as floating-point grey values, row by row. */
export interface Grey {
	width: number;
	height: number;
	values: Float32Array;
}

/**
 * Luma of sRGB bytes, 0 to 255: 0.299 R + 0.587 G + 0.114 B.
 * Source: ITU-R BT.601, as most measures of pictures take it.
 * @param pixels red, green, blue bytes, row by row
 */
export function luma(pixels: Uint8Array, width: number, height: number): Grey {
	const values = new Float32Array(width * height);
	for (let p = 0, i = 0; p < values.length; p++, i += 3)
		values[p] = 0.299 * pixels[i] + 0.587 * pixels[i + 1] + 0.114 * pixels[i + 2];
	return { width, height, values };
}

/**
 * Made smaller by the mean of blocks of `factor` by `factor`; what does not fill a block is left out.
 */
export function shrink({ width, height, values }: Grey, factor: number): Grey {
	if (factor <= 1) return { width, height, values };
	const [w, h] = [Math.floor(width / factor), Math.floor(height / factor)];
	const out = new Float32Array(w * h);
	for (let y = 0; y < h * factor; y++) {
		const row = Math.floor(y / factor) * w;
		const from = y * width;
		for (let x = 0; x < w * factor; x++) out[row + ((x / factor) | 0)] += values[from + x];
	}
	const area = factor * factor;
	for (let p = 0; p < out.length; p++) out[p] /= area;
	return { width: w, height: h, values: out };
}

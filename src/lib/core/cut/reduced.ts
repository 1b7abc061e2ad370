/** How large something is, in pixels. */
interface Size {
	width: number;
	height: number;
}

/** A picture in memory: `width * height * 4` bytes, red, green, blue, alpha. */
export interface Pixels extends Size {
	pixels: Uint8ClampedArray;
}

/** A picture whose longer side has so many pixels at most. */
export function reduced(picture: Pixels, longest: number): Pixels {
	const { width, height } = picture;
	const scale = Math.min(1, longest / Math.max(width, height));
	return reducedTo(picture, {
		width: Math.max(1, Math.round(width * scale)),
		height: Math.max(1, Math.round(height * scale))
	});
}

/** A mask at another size, every pixel what lies in its middle. */
export function maskAt(mask: Uint8Array, from: Size, to: Size): Uint8Array {
	if (from.width === to.width && from.height === to.height) return mask;
	const out = new Uint8Array(to.width * to.height);
	for (let y = 0, p = 0; y < to.height; y++) {
		const row = Math.floor(((y + 0.5) * from.height) / to.height) * from.width;
		for (let x = 0; x < to.width; x++, p++)
			out[p] = mask[row + Math.floor(((x + 0.5) * from.width) / to.width)];
	}
	return out;
}

/**
 * A picture made smaller, or as it is: every pixel is the mean of those that it stands for.
 *
 * @param to neither side longer than the picture's
 */
export function reducedTo(
	{ width, height, pixels }: Pixels,
	{ width: w, height: h }: Size
): Pixels {
	if (w === width && h === height) return { width, height, pixels };
	const sums = new Float64Array(w * 4);
	const counts = new Uint32Array(w);
	const column = Uint32Array.from({ length: width }, (_, x) => Math.floor((x * w) / width));
	const out = new Uint8ClampedArray(w * h * 4);
	for (let y = 0, v = 0; y < height; y++) {
		for (let x = 0, i = y * width * 4; x < width; x++, i += 4) {
			const u = column[x];
			counts[u]++;
			sums[u * 4] += pixels[i];
			sums[u * 4 + 1] += pixels[i + 1];
			sums[u * 4 + 2] += pixels[i + 2];
			sums[u * 4 + 3] += pixels[i + 3];
		}
		if (Math.floor(((y + 1) * h) / height) === v) continue;
		for (let i = 0; i < w * 4; i++) out[v * w * 4 + i] = sums[i] / counts[i >> 2];
		sums.fill(0);
		counts.fill(0);
		v++;
	}
	return { width: w, height: h, pixels: out };
}

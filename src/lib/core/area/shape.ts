/** How an area is shaped after it was drawn. */
export interface Shaping {
	/** By how much it is grown; less than 0 shrinks it. In pixels. @default 0 */
	grow?: number;
	/** Over how much it fades, inwards from its edge: outside nothing changes. In pixels. @default 0 */
	feather?: number;
}

/**
 * An area as a mask: grown or shrunk by distance, and faded inwards from its edge.
 *
 * @param drawn `width * height` values, 0 to 255: 128 and more lie in it
 * @returns as many: 255 is made anew, 0 is kept
 */
export function shaped(
	drawn: Uint8Array,
	width: number,
	height: number,
	{ grow = 0, feather = 0 }: Shaping = {}
): Uint8Array {
	const own = drawn.map((value) => (value >= 128 ? 1 : 0));
	if (!own.includes(1) || (!grow && !feather)) return own.map((one) => one * 255);
	const inside = distances(own, width, height, 0);
	const outside = distances(own, width, height, 1);
	// Half a pixel: edges lie between pixels.
	return own.map((one, p) => {
		const depth = (one ? inside[p] - 0.5 : 0.5 - outside[p]) + grow;
		if (depth <= 0) return 0;
		return feather > 0 ? Math.round(255 * Math.min(1, depth / feather)) : 255;
	});
}

/**
 * The distance of every pixel to the nearest one of a kind, in pixels; Infinity where there is none.
 * Source: Felzenszwalb and Huttenlocher 2012, "Distance transforms of sampled functions", algorithm 1.
 */
function distances(own: Uint8Array, width: number, height: number, to: 0 | 1): Float64Array {
	const squares = Float64Array.from(own, (one) => (one === to ? 0 : Infinity));
	const column = new Float64Array(height);
	for (let x = 0; x < width; x++) {
		for (let y = 0; y < height; y++) column[y] = squares[y * width + x];
		const found = lowerEnvelope(column);
		for (let y = 0; y < height; y++) squares[y * width + x] = found[y];
	}
	for (let y = 0; y < height; y++)
		squares.set(lowerEnvelope(squares.subarray(y * width, (y + 1) * width)), y * width);
	return squares.map(Math.sqrt);
}

/** min over q of (p - q)^2 + f(q), for every p. */
function lowerEnvelope(f: Float64Array): Float64Array {
	const n = f.length;
	const at = new Int32Array(n);
	const from = new Float64Array(n + 1);
	let k = -1;
	for (let q = 0; q < n; q++) {
		if (f[q] === Infinity) continue;
		let start = -Infinity;
		for (; k >= 0; k--) {
			const v = at[k];
			start = (f[q] + q * q - (f[v] + v * v)) / (2 * (q - v));
			if (start > from[k]) break;
			start = -Infinity;
		}
		at[++k] = q;
		from[k] = k ? start : -Infinity;
		from[k + 1] = Infinity;
	}
	const out = new Float64Array(n).fill(Infinity);
	if (k < 0) return out;
	for (let p = 0, j = 0; p < n; p++) {
		while (from[j + 1] < p) j++;
		out[p] = (p - at[j]) ** 2 + f[at[j]];
	}
	return out;
}

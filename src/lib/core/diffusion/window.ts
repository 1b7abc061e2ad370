/**
 * Sums over a square window round every pixel, in constant time per pixel whatever the radius.
 * The window is cut at the frame's edges.
 *
 * @param source `width * height` values, row by row
 * @param out where the sums go; may not be `source`
 * @param scratch `width * height` values of working room
 * @param columns `width` values of working room
 */
export function boxSum(
	source: Float32Array,
	out: Float32Array,
	width: number,
	height: number,
	radius: number,
	scratch: Float32Array,
	columns: Float64Array
): void {
	for (let y = 0; y < height; y++) {
		const row = y * width;
		let sum = 0;
		const first = Math.min(radius, width - 1);
		for (let x = 0; x <= first; x++) sum += source[row + x];
		scratch[row] = sum;
		for (let x = 1; x < width; x++) {
			if (x + radius < width) sum += source[row + x + radius];
			if (x - radius - 1 >= 0) sum -= source[row + x - radius - 1];
			scratch[row + x] = sum;
		}
	}
	columns.fill(0);
	const first = Math.min(radius, height - 1);
	for (let y = 0; y <= first; y++) {
		const row = y * width;
		for (let x = 0; x < width; x++) columns[x] += scratch[row + x];
	}
	for (let x = 0; x < width; x++) out[x] = columns[x];
	for (let y = 1; y < height; y++) {
		const enter = y + radius < height ? (y + radius) * width : -1;
		const leave = y - radius - 1 >= 0 ? (y - radius - 1) * width : -1;
		if (enter >= 0) for (let x = 0; x < width; x++) columns[x] += scratch[enter + x];
		if (leave >= 0) for (let x = 0; x < width; x++) columns[x] -= scratch[leave + x];
		const row = y * width;
		for (let x = 0; x < width; x++) out[row + x] = columns[x];
	}
}

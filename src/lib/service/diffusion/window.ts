/** Working room of a box sum, so that a step allocates nothing. */
export interface BoxRoom {
	rows: Float64Array;
	columns: Float64Array;
}

export const boxRoom = (width: number, height: number): BoxRoom => ({
	rows: new Float64Array(width * height),
	columns: new Float64Array(width)
});

/**
 * Sums over a square window round every pixel, in constant time per pixel whatever the radius.
 * The window is cut at the frame's edges. In double precision: what the sums are for takes their
 * differences a thousandfold.
 *
 * @param source `width * height` values, row by row
 * @param out where the sums go; may be `source`
 */
export function boxSum(
	source: Float64Array,
	out: Float64Array,
	width: number,
	height: number,
	radius: number,
	{ rows, columns }: BoxRoom
): void {
	const reach = Math.min(radius, width - 1);
	for (let y = 0; y < height; y++) {
		const row = y * width;
		let sum = 0;
		for (let x = 0; x <= reach; x++) sum += source[row + x];
		rows[row] = sum;
		// Three runs, so that the middle one asks nothing about the edges.
		const enterUntil = Math.max(0, width - radius - 1);
		const leaveFrom = Math.min(width - 1, radius);
		let x = 1;
		for (; x <= Math.min(leaveFrom, enterUntil); x++) {
			sum += source[row + x + radius];
			rows[row + x] = sum;
		}
		if (enterUntil >= leaveFrom) {
			for (; x <= enterUntil; x++) {
				sum += source[row + x + radius] - source[row + x - radius - 1];
				rows[row + x] = sum;
			}
		} else for (; x <= leaveFrom; x++) rows[row + x] = sum;
		for (; x < width; x++) {
			sum -= source[row + x - radius - 1];
			rows[row + x] = sum;
		}
	}
	columns.fill(0);
	const first = Math.min(radius, height - 1);
	for (let y = 0; y <= first; y++) {
		const row = y * width;
		for (let x = 0; x < width; x++) columns[x] += rows[row + x];
	}
	for (let x = 0; x < width; x++) out[x] = columns[x];
	for (let y = 1; y < height; y++) {
		const row = y * width;
		const enter = y + radius < height ? (y + radius) * width : -1;
		const leave = y - radius - 1 >= 0 ? (y - radius - 1) * width : -1;
		if (enter >= 0 && leave >= 0) {
			for (let x = 0; x < width; x++) {
				columns[x] += rows[enter + x] - rows[leave + x];
				out[row + x] = columns[x];
			}
		} else if (enter >= 0) {
			for (let x = 0; x < width; x++) out[row + x] = columns[x] += rows[enter + x];
		} else if (leave >= 0) {
			for (let x = 0; x < width; x++) out[row + x] = columns[x] -= rows[leave + x];
		} else for (let x = 0; x < width; x++) out[row + x] = columns[x];
	}
}

/**
 * Sums over every rectangle from the upper left corner, `(width + 1) * (height + 1)` values: with
 * it the sum over any window is four look-ups. Source: Crow 1984, "Summed-area tables".
 */
export function areaTable(source: Float64Array, width: number, height: number): Float64Array {
	const stride = width + 1;
	const table = new Float64Array(stride * (height + 1));
	for (let y = 0; y < height; y++) {
		let row = 0;
		for (let x = 0; x < width; x++) {
			row += source[y * width + x];
			table[(y + 1) * stride + x + 1] = table[y * stride + x + 1] + row;
		}
	}
	return table;
}

/**
 * Sums over many draws at once: a row is a number of every draw. Each loop is a function of its own, since
 * the engine compiles a short one within a millisecond, and a long one only when the fit is over.
 */

/** Adds a multiple of one row to another. */
export function addRow(to: Float64Array, times: number, row: Float64Array): void {
	for (let d = 0; d < to.length; d++) to[d] += times * row[d];
}

/** Sets a row to a multiple of another. */
export function setRow(to: Float64Array, times: number, row: Float64Array): void {
	for (let d = 0; d < to.length; d++) to[d] = times * row[d];
}

/** Adds a number to a row. */
export function shiftRow(row: Float64Array, by: number): void {
	for (let d = 0; d < row.length; d++) row[d] += by;
}

/** Divides a row by a number. */
export function divideRow(row: Float64Array, by: number): void {
	const over = 1 / by;
	for (let d = 0; d < row.length; d++) row[d] *= over;
}

/** Adds a multiple of the squares of a row's distances from a mean. */
export function addSquares(to: Float64Array, times: number, row: Float64Array, mean = 0): void {
	for (let d = 0; d < to.length; d++) to[d] += times * (row[d] - mean) ** 2;
}

/** Solves `L' X = B` in place: a row of numbers for every row of `B`. */
export function backwardRows(l: Float64Array, rows: readonly Float64Array[]): void {
	const n = rows.length;
	for (let i = n - 1; i >= 0; i--) {
		divideRow(rows[i], l[i * n + i]);
		for (let k = 0; k < i; k++) addRow(rows[k], -l[i * n + k], rows[i]);
	}
}

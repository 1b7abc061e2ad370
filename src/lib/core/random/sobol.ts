/** Direction numbers of Joe and Kuo 2008 ("new-joe-kuo-6"), from memory: degree, coefficients, m. */
const directions: readonly (readonly [s: number, a: number, m: readonly number[]])[] = [
	[1, 0, [1]],
	[2, 1, [1, 3]],
	[3, 1, [1, 3, 1]],
	[3, 2, [1, 1, 1]],
	[4, 1, [1, 1, 3, 3]],
	[4, 4, [1, 3, 5, 13]],
	[5, 2, [1, 1, 5, 5, 17]],
	[5, 4, [1, 1, 5, 5, 5]],
	[5, 7, [1, 1, 7, 11, 19]],
	[5, 11, [1, 1, 5, 1, 1]],
	[5, 13, [1, 1, 1, 3, 11]]
];

/** As many dimensions as there are direction numbers for. */
export const SOBOL_DIMENSIONS = directions.length + 1;

const BITS = 32;

/**
 * The first points of a Sobol sequence, in the order of the Gray code (Antonov and Saleev 1979):
 * they fill the unit cube evenly, however many are taken.
 *
 * @param count how many points
 * @param dimensions 1 to `SOBOL_DIMENSIONS`
 * @returns `count` points of `dimensions` numbers in [0, 1), the first all 0
 */
export function sobol(count: number, dimensions: number): number[][] {
	if (dimensions < 1 || dimensions > SOBOL_DIMENSIONS)
		throw new RangeError(`Sobol points have 1 to ${SOBOL_DIMENSIONS} dimensions.`);
	const numbers = Array.from({ length: dimensions }, (_, d) => directionNumbers(d));
	const state = new Uint32Array(dimensions);
	const points: number[][] = [];
	for (let n = 0; n < count; n++) {
		points.push([...state].map((v) => v / 2 ** BITS));
		const change = Math.min(BITS - 1, trailingOnes(n));
		for (let d = 0; d < dimensions; d++) state[d] ^= numbers[d][change];
	}
	return points;
}

function trailingOnes(n: number): number {
	let ones = 0;
	for (; n & 1; n >>>= 1) ones++;
	return ones;
}

function directionNumbers(dimension: number): Uint32Array {
	const v = new Uint32Array(BITS);
	if (dimension === 0) {
		for (let i = 0; i < BITS; i++) v[i] = 2 ** (BITS - 1 - i);
		return v;
	}
	const [s, a, m] = directions[dimension - 1];
	for (let i = 0; i < BITS; i++) {
		if (i < s) {
			v[i] = m[i] * 2 ** (BITS - 1 - i);
			continue;
		}
		let next = v[i - s] ^ (v[i - s] >>> s);
		for (let k = 1; k < s; k++) if ((a >> (s - 1 - k)) & 1) next ^= v[i - k];
		v[i] = next;
	}
	return v;
}

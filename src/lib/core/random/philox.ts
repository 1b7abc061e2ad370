/**
 * Philox4x32-10, a counter-based generator: any element can be made in any order on any thread.
 * Source: Salmon, Moraes, Dror and Shaw 2011, "Parallel random numbers: as easy as 1, 2, 3".
 */

const M0 = 0xd2511f53;
const M1 = 0xcd9e8d57;
const W0 = 0x9e3779b9;
const W1 = 0xbb67ae85;

/** High 32 bits of the 64-bit product of two unsigned 32-bit numbers. */
function mulHigh(a: number, b: number): number {
	const aLow = a & 0xffff;
	const aHigh = a >>> 16;
	const bLow = b & 0xffff;
	const bHigh = b >>> 16;
	const middle = aHigh * bLow + ((aLow * bLow) >>> 16);
	const cross = aLow * bHigh + (middle & 0xffff);
	return (aHigh * bHigh + Math.floor(middle / 65536) + Math.floor(cross / 65536)) >>> 0;
}

/**
 * Ten rounds of Philox4x32 on one counter.
 * @param counter four unsigned 32-bit words
 * @param key two unsigned 32-bit words
 * @param out where the four unsigned 32-bit results are written; may be `counter`
 */
export function philox(
	counter: ArrayLike<number>,
	key: ArrayLike<number>,
	out: Uint32Array
): Uint32Array {
	let c0 = counter[0] >>> 0;
	let c1 = counter[1] >>> 0;
	let c2 = counter[2] >>> 0;
	let c3 = counter[3] >>> 0;
	let k0 = key[0] >>> 0;
	let k1 = key[1] >>> 0;
	for (let round = 0; round < 10; round++) {
		const high0 = mulHigh(M0, c0);
		const low0 = Math.imul(M0, c0) >>> 0;
		const high1 = mulHigh(M1, c2);
		const low1 = Math.imul(M1, c2) >>> 0;
		c0 = (high1 ^ c1 ^ k0) >>> 0;
		c1 = low1;
		c2 = (high0 ^ c3 ^ k1) >>> 0;
		c3 = low0;
		k0 = (k0 + W0) >>> 0;
		k1 = (k1 + W1) >>> 0;
	}
	out[0] = c0;
	out[1] = c1;
	out[2] = c2;
	out[3] = c3;
	return out;
}

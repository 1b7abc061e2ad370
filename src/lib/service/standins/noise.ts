import { normals } from '$lib/core/random';
import type { TakeSettings } from '$lib/core/contract';

/** Streams of a seed above those that samplers draw from. */
const BATCH_STREAM = 0x10000;

/**
 * The first noise of a take, standard normal.
 *
 * Siblings of a batch share part of theirs, z = sqrt(a) z_batch + sqrt(1-a) z_i, `a` being how alike
 * the model's siblings are. Turns of before, then a variation, turn it towards another seed's by
 * spherical interpolation (Shoemake 1985): an amount of 0 leaves it bit for bit, 1 gives the other's.
 *
 * @param likeness the model's `a`, 0 to 1
 * @param length how many values
 */
export function firstNoise(
	{
		seed,
		batch,
		turned = [],
		variation
	}: Pick<TakeSettings, 'seed' | 'batch' | 'turned' | 'variation'>,
	likeness: number,
	length: number
): Float32Array {
	let z = normals(seed, batch ? BATCH_STREAM + 1 + batch.index : 0, length);
	if (batch) {
		const shared = normals(batch.seed, BATCH_STREAM, length);
		const [a, b] = [Math.sqrt(likeness), Math.sqrt(1 - likeness)];
		z = z.map((v, i) => a * shared[i] + b * v);
	}
	for (const turn of [...turned, ...(variation ? [variation] : [])])
		if (turn.amount > 0) z = slerp(z, normals(turn.seed, 0, length), turn.amount);
	return z;
}

/** Along the great circle from `a` (t = 0) to `b` (t = 1). Source: Shoemake 1985, section 3.3. */
export function slerp(a: Float32Array, b: Float32Array, t: number): Float32Array {
	if (t === 1) return b;
	let dot = 0;
	let squareA = 0;
	let squareB = 0;
	for (let i = 0; i < a.length; i++) {
		dot += a[i] * b[i];
		squareA += a[i] * a[i];
		squareB += b[i] * b[i];
	}
	const angle = Math.acos(Math.min(1, Math.max(-1, dot / Math.sqrt(squareA * squareB))));
	if (angle < 1e-6) return a;
	const [p, q] = [
		Math.sin((1 - t) * angle) / Math.sin(angle),
		Math.sin(t * angle) / Math.sin(angle)
	];
	return a.map((v, i) => p * v + q * b[i]);
}

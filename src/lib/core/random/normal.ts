import { philox } from './philox';

/** Turns 32 random bits into a number in the open interval (0, 1). */
const unit = (bits: number): number => (bits + 0.5) / 4294967296;

/**
 * Independent standard normal deviates keyed by a seed.
 *
 * Element `i` depends on the seed, the stream and `i` alone, so a picture's noise is the same
 * whatever else is drawn, in whatever order. Box and Muller 1958 on pairs of Philox words.
 *
 * @param seed 0 to 2^32-1
 * @param stream which of the seed's streams (0: first noise, 1 and up: noise added by a sampler)
 * @param length how many deviates
 */
export function normals(seed: number, stream: number, length: number): Float32Array {
	const out = new Float32Array(length);
	const counter = new Uint32Array([0, 0, stream, 0]);
	const key = new Uint32Array([seed, 0x5eed]);
	const words = new Uint32Array(4);
	for (let i = 0, block = 0; i < length; block++) {
		counter[0] = block;
		philox(counter, key, words);
		for (let pair = 0; pair < 4 && i < length; pair += 2) {
			const radius = Math.sqrt(-2 * Math.log(unit(words[pair])));
			const angle = 2 * Math.PI * unit(words[pair + 1]);
			out[i++] = radius * Math.cos(angle);
			if (i < length) out[i++] = radius * Math.sin(angle);
		}
	}
	return out;
}

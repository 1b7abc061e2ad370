import { philox } from './philox';

/** A sequence of random choices that depends on its key alone. */
export interface Stream {
	/** The next number in (0, 1). */
	next(): number;
	/** The next number in (from, to). */
	between(from: number, to: number): number;
	/** The next whole number from 0 to below `count`. */
	below(count: number): number;
	/** One of the given items. */
	pick<T>(items: readonly T[]): T;
	/** True with the given probability. */
	chance(probability: number): boolean;
	/** A stream of its own for a part, unmoved by how much others draw. */
	branch(name: string): Stream;
	/** The items in a random order (Fisher and Yates). The given array is not changed. */
	shuffle<T>(items: readonly T[]): T[];
}

/** 32-bit FNV-1a over UTF-16 units (Fowler, Noll and Vo). */
export function hash32(text: string, basis = 0x811c9dc5): number {
	let hash = basis;
	for (let i = 0; i < text.length; i++) {
		hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
	}
	return hash >>> 0;
}

/** Opens the stream of a key, such as `turnstone-2|lighthouse|dusk|3`. */
export function stream(name: string): Stream {
	const key = new Uint32Array([hash32(name), hash32(name, 0x9747b28c)]);
	const counter = new Uint32Array(4);
	const words = new Uint32Array(4);
	let used = 4;
	const next = (): number => {
		if (used === 4) {
			philox(counter, key, words);
			counter[0]++;
			used = 0;
		}
		return (words[used++] + 0.5) / 4294967296;
	};
	const below = (count: number): number => Math.floor(next() * count);
	return {
		next,
		below,
		between: (from, to) => from + (to - from) * next(),
		pick: (items) => items[below(items.length)],
		chance: (probability) => next() < probability,
		branch: (part) => stream(`${name}/${part}`),
		shuffle: (items) => {
			const out = [...items];
			for (let i = out.length - 1; i > 0; i--) {
				const j = below(i + 1);
				[out[i], out[j]] = [out[j], out[i]];
			}
			return out;
		}
	};
}

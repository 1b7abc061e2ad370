import type { Sheet } from './edit';

/** How many pixels have each value, by channel: red, green, blue, 256 counts each. What is clear counts for nothing. */
export function histogram({ pixels }: Sheet): [Uint32Array, Uint32Array, Uint32Array] {
	const counts: [Uint32Array, Uint32Array, Uint32Array] = [
		new Uint32Array(256),
		new Uint32Array(256),
		new Uint32Array(256)
	];
	for (let i = 0; i < pixels.length; i += 4)
		if (pixels[i + 3]) for (let c = 0; c < 3; c++) counts[c][pixels[i + c]]++;
	return counts;
}

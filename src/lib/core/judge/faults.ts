/** A defect that can be seen in a picture. */
export interface Fault {
	id: string;
	label: string;
}

/**
 * Faults that are looked for, in the order of their keys: 1 to 9, then 0. Common practice, no
 * source. A new one is one more entry; artists add their own.
 */
export const faults: readonly Fault[] = [
	{ id: 'parts', label: 'limbs or parts' },
	{ id: 'lettering', label: 'lettering' },
	{ id: 'face', label: 'face' },
	{ id: 'eyes', label: 'eyes' },
	{ id: 'extra', label: 'extra or missing things' },
	{ id: 'framing', label: 'framing' },
	{ id: 'light', label: 'light' },
	{ id: 'burnt', label: 'colours burnt' },
	{ id: 'soft', label: 'soft' },
	{ id: 'seam', label: 'seam' }
];

/** The key of a fault by its place, or none beyond ten. */
export const faultKey = (place: number): string | null =>
	place < 9 ? String(place + 1) : place === 9 ? '0' : null;

/** An id for a fault that an artist names, unlike those that there are. Null for no name. */
export function faultId(label: string, taken: readonly string[]): string | null {
	const word = label
		.toLowerCase()
		.trim()
		.replace(/[^\p{L}\p{N}]+/gu, '-')
		.replace(/^-|-$/g, '')
		.slice(0, 50);
	if (!word) return null;
	for (let n = 1; ; n++) {
		const id = n === 1 ? word : `${word}-${n}`;
		if (!taken.includes(id)) return id;
	}
}

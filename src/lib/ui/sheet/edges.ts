import type { Axes } from '$lib/core/sheet';

/** What can lie along the edges of the mat, and how it is said. */
export const edges = [
	{ name: 'rows', says: 'down' },
	{ name: 'columns', says: 'across' },
	{ name: 'then', says: 'then' }
] as const satisfies readonly { name: keyof Axes; says: string }[];

import type { ModelCard } from '$lib/core/contract';
import { curlew } from './curlew';
import { dunlin } from './dunlin';
import { eider } from './eider';
import { gannet } from './gannet';
import { sanderling } from './sanderling';
import { turnstone1 } from './turnstone-1';
import { turnstone2 } from './turnstone-2';
import type { Character } from './model';

/** The simulated models that ship. A new one is a file and a line here. */
export const characters: readonly Character[] = [
	turnstone2,
	gannet,
	turnstone1,
	eider,
	curlew,
	dunlin,
	sanderling
];

/** The cards alone, as a render service hands them out. */
export const cards: readonly ModelCard[] = characters.map(({ card }) => card);

/** A model by its id, or undefined. */
export function characterOf(id: string): Character | undefined {
	return characters.find(({ card }) => card.id === id);
}

export { samplePath, sampleShows, type Character } from './model';

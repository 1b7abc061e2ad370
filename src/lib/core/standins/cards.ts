import type { ModelCard } from '$lib/core/schema';

/** What sets a simulated model apart from the others, beyond its card. */
export interface Character {
	card: ModelCard;
	/** Radius of its widest window as a share of its own frame's side: how whole its pictures are. */
	coherence: number;
	/** How soon guidance burns its colours, the `m` of the muted copies. */
	touchiness: number;
	/** Prior weight of all its off-prompt scenes together, with the prompt's scenes at 1. */
	wander: number;
	/** How many scenes it paints for a prompt. */
	scenes: number;
	/** Standard deviation of its pictures round a scene. */
	spread: number;
	/** Share of its scenes that show nothing uninvited. */
	tidiness: number;
	/** The medium that it works in when the prompt names none. */
	medium: string;
	/** Media that it cannot leave: what it makes of others. */
	mediaInstead: Record<string, string>;
	/** How far its colours part from grey, 1 as painted. */
	saturation: number;
	/** Where it likes to put the subject, as shares of the width. */
	positions: number[];
}

const everySize = (pairs: [number, number][]) =>
	pairs.map(([width, height]) => ({ width, height }));

const samplers = ['dpm-solver++(2m)', 'euler'];
const schedules = ['karras'];

/** The simulated models that ship. A new one is one entry here. */
export const characters: Character[] = [
	{
		card: {
			id: 'turnstone-2',
			name: 'Turnstone 2',
			family: 'Turnstone',
			version: '2',
			summary: 'General. Paints anything on the coast, with light that agrees and whole scenes.',
			goodAt: ['general', 'light', 'painted'],
			nativeSizes: everySize([
				[1024, 1024],
				[1152, 896],
				[896, 1152],
				[1344, 768],
				[768, 1344]
			]),
			sizeMultiple: 64,
			maxPixels: 2048 * 2048,
			guidance: { min: 1, max: 20, from: 4, to: 8 },
			steps: { min: 1, max: 60, from: 16, to: 32 },
			samplers,
			schedules,
			promptForm: 'either',
			promptWords: 200,
			features: ['negative'],
			adapters: [],
			price: { creditsPerTake: 0.6, creditsPerMegapixelStep: 0.02 },
			pace: { secondsPerMegapixelStep: 0.11 }
		},
		coherence: 0.55,
		touchiness: 0.085,
		wander: 0.9,
		scenes: 20,
		spread: 0.03,
		tidiness: 0.45,
		medium: 'gouache',
		mediaInstead: {},
		saturation: 1.06,
		positions: [0.34, 0.5, 0.66]
	},
	{
		card: {
			id: 'gannet',
			name: 'Gannet',
			family: 'Gannet',
			version: '1',
			summary:
				'Ink and line. Contours, hatching and one thin wash; wants keywords and firm guidance.',
			goodAt: ['ink', 'line', 'print', 'portrait sizes'],
			nativeSizes: everySize([
				[832, 1216],
				[768, 1024],
				[1024, 1024]
			]),
			sizeMultiple: 64,
			maxPixels: 1536 * 1536,
			guidance: { min: 1, max: 20, from: 6, to: 9 },
			steps: { min: 1, max: 60, from: 14, to: 28 },
			samplers,
			schedules,
			promptForm: 'keywords',
			promptWords: 90,
			features: ['negative'],
			adapters: [],
			price: { creditsPerTake: 0.5, creditsPerMegapixelStep: 0.018 },
			pace: { secondsPerMegapixelStep: 0.11 }
		},
		coherence: 0.56,
		touchiness: 0.034,
		wander: 1.3,
		scenes: 18,
		spread: 0.025,
		tidiness: 0.36,
		medium: 'ink',
		mediaInstead: { gouache: 'ink', photograph: 'ink' },
		saturation: 1,
		positions: [0.42, 0.5, 0.58]
	}
];

/** The cards alone, as a render service hands them out. */
export const cards: ModelCard[] = characters.map(({ card }) => card);

/** A model by its id, or undefined. */
export function characterOf(id: string): Character | undefined {
	return characters.find(({ card }) => card.id === id);
}

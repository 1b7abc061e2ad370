import type { ModelCard } from '$lib/core/contract';
import { samplers, schedules } from '$lib/service/diffusion';
import { adapterCards } from '../adapters';
import type { Hand } from '../hand';

/** What sets a simulated model apart from the others, beyond its card. */
export interface Character {
	card: ModelCard;
	/** Radius of its widest window as a share of its own frame's side: how whole its pictures are. */
	coherence: number;
	/** How soon guidance burns its colours, the `m` of guidance's muted side. */
	touchiness: number;
	/** How readily it leaves out a word, 1 for most. */
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
	/**
	 * Noise level that it starts at for every latent pixel of its side: lower for a model that settles
	 * in few steps. @default 2
	 */
	startingNoise?: number;
	/** How it draws and finishes. */
	hand: Hand;
	/** How alike the siblings of a batch are, 0 to 1. */
	likeness: number;
	/** Share of its scenes that agree about lettering, and that count right. */
	lettering: number;
	counting: number;
	/** Where it likes to put the subject, as shares of the width. */
	positions: number[];
}

/** What every simulated model has. */
const shared = {
	sizeMultiple: 64,
	maxRatio: 8,
	samplers: Object.keys(samplers),
	schedules: Object.keys(schedules),
	pace: {
		secondsPerMegapixelStep: 0.02,
		secondsPerTake: 0.15,
		secondsOfNewWords: 1,
		secondsPerNewMegapixel: 4
	}
} satisfies Partial<ModelCard>;

/** What every one of them can do, and what some can besides. */
const everyFeature = ['negative', 'batch', 'variation', 'start', 'mask', 'extend'];
export const everyReference = [
	'reference:look',
	'reference:outline',
	'reference:content',
	'reference:palette'
];

/** What the samples of a model show, the same for all; `npm run samples` makes them. */
export const sampleShows = [
	'a lighthouse on a cliff at dusk',
	'a heron in the reeds, misty morning, close-up',
	'a sailing dinghy in a harbour, bright noon',
	'a lamp on a table, night'
];

/** Where a sample of a model lies, below the folder of files that are served as they are. */
export const samplePath = (id: string, place: number): string => `/models/${id}-${place + 1}.webp`;

/** A model as it is written down: sizes as pairs, what it can do besides what all can, its adapters. */
type Written = Omit<Character, 'card'> & {
	card: Omit<
		ModelCard,
		keyof typeof shared | 'nativeSizes' | 'features' | 'adapters' | 'samples' | 'id'
	> &
		Partial<Pick<ModelCard, 'pace'>>;
	id: string;
	sizes: [width: number, height: number][];
	can: string[];
	adapterIds: string[];
};

/** A simulated model with its card. */
export const defineModel = ({ id, card, sizes, can, adapterIds, ...rest }: Written): Character => ({
	...rest,
	card: {
		id,
		...shared,
		...card,
		nativeSizes: sizes.map(([width, height]) => ({ width, height })),
		features: [...everyFeature, ...can],
		adapters: adapterCards(...adapterIds),
		samples: sampleShows.map((shows, i) => ({ picture: samplePath(id, i), shows }))
	}
});

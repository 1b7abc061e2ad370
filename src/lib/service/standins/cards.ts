import type { ModelCard } from '$lib/core/contract';
import { adapterCards } from './adapters';
import type { Hand } from './hand';

/** What sets a simulated model apart from the others, beyond its card. */
export interface Character {
	card: ModelCard;
	/** Radius of its widest window as a share of its own frame's side: how whole its pictures are. */
	coherence: number;
	/** How soon guidance burns its colours, the `m` of the muted copies. */
	touchiness: number;
	/** Prior weight of all its off-prompt scenes together, with the prompt's scenes at 1. */
	wander: number;
	/** How much of that is left under the prompt: how firmly it must be held to the words, 0 to 1. */
	looseness: number;
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

const everySize = (pairs: [number, number][]) =>
	pairs.map(([width, height]) => ({ width, height }));

const samplers = ['dpm-solver++(2m)', 'euler', 'heun', 'ddim', 'euler-ancestral'];
const schedules = ['karras', 'exponential', 'linear', 'cosine'];

/** What all simulated cards share, and what sets one apart. */
type OwnFacts = Omit<
	ModelCard,
	'sizeMultiple' | 'maxRatio' | 'samplers' | 'schedules' | 'features' | 'adapters' | 'pace'
>;

const everyReference = [
	'reference:look',
	'reference:outline',
	'reference:content',
	'reference:palette'
];

/** What a model can do beyond starting from a picture and working inside a mask. */
const abilities: Record<string, { more: string[]; adapterIds: string[] }> = {
	'turnstone-1': {
		more: ['unprompted', 'reference:look', 'teach'],
		adapterIds: ['reed-wash', 'block-proof']
	},
	'turnstone-2': {
		more: ['unprompted', ...everyReference, 'enlarge', 'teach'],
		adapterIds: ['reed-wash', 'block-proof', 'lamp-oil']
	},
	eider: { more: [...everyReference, 'enlarge'], adapterIds: ['lamp-oil'] },
	gannet: {
		more: ['reference:outline', 'reference:content', 'enlarge', 'teach'],
		adapterIds: ['block-proof']
	},
	curlew: {
		more: ['reference:content', 'reference:palette', 'teach'],
		adapterIds: ['lamp-oil']
	},
	dunlin: { more: ['unprompted'], adapterIds: [] },
	sanderling: {
		more: ['unprompted', ...everyReference, 'enlarge', 'teach'],
		adapterIds: ['reed-wash', 'block-proof']
	}
};

const card = (own: OwnFacts, { more, adapterIds } = abilities[own.id]): ModelCard => ({
	...own,
	sizeMultiple: 64,
	maxRatio: 8,
	samplers,
	schedules,
	features: ['negative', 'batch', 'variation', 'start', 'mask', 'extend', ...more],
	adapters: adapterCards(...adapterIds),
	pace: { secondsPerMegapixelStep: 0.11 }
});

/** The simulated models that ship. A new one is one entry here. */
export const characters: Character[] = [
	{
		card: card({
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
			maxPixels: 2048 * 2048,
			guidance: { min: 1, max: 20, from: 4, to: 8 },
			steps: { min: 1, max: 60, from: 16, to: 32 },
			promptForm: 'either',
			promptWords: 200,
			price: { creditsPerTake: 0.6, creditsPerMegapixelStep: 0.02 }
		}),
		coherence: 0.55,
		touchiness: 0.03,
		wander: 0.9,
		looseness: 0.55,
		scenes: 20,
		spread: 0.03,
		tidiness: 0.45,
		medium: 'gouache',
		mediaInstead: {},
		hand: {
			stretch: 1,
			horizon: 0,
			sun: 1,
			saturation: 1.06,
			contrast: 1.02,
			shadows: '#232246',
			lights: '#fff2d8',
			tint: 0.06,
			edge: 'full',
			paper: '#ffffff'
		},
		likeness: 0.3,
		lettering: 0.75,
		counting: 0.85,
		positions: [0.34, 0.5, 0.66]
	},
	{
		card: card({
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
			maxPixels: 1536 * 1536,
			guidance: { min: 1, max: 20, from: 6, to: 9 },
			steps: { min: 1, max: 60, from: 14, to: 28 },
			promptForm: 'keywords',
			promptWords: 90,
			price: { creditsPerTake: 0.5, creditsPerMegapixelStep: 0.018 }
		}),
		coherence: 0.56,
		touchiness: 0.015,
		wander: 1.0,
		looseness: 0.69,
		scenes: 18,
		spread: 0.025,
		tidiness: 0.36,
		medium: 'ink',
		mediaInstead: { gouache: 'ink', photograph: 'ink' },
		hand: {
			stretch: 1.08,
			horizon: 0.03,
			sun: 1,
			saturation: 0.9,
			contrast: 1.04,
			shadows: '#1c1a1e',
			lights: '#f4ecd8',
			tint: 0.05,
			edge: 'vignette',
			paper: '#f1e9d6'
		},
		likeness: 0.35,
		lettering: 0.7,
		counting: 0.8,
		positions: [0.42, 0.5, 0.58]
	},
	{
		card: card({
			id: 'turnstone-1',
			name: 'Turnstone 1',
			family: 'Turnstone',
			version: '1',
			summary:
				'General, the first of its family. Cheap chalky studies, made for 512x512; less whole.',
			goodAt: ['general', 'chalk', 'cheap'],
			nativeSizes: everySize([
				[512, 512],
				[640, 448],
				[448, 640]
			]),
			maxPixels: 1024 * 1024,
			guidance: { min: 1, max: 20, from: 5, to: 9 },
			steps: { min: 1, max: 80, from: 20, to: 40 },
			promptForm: 'either',
			promptWords: 75,
			price: { creditsPerTake: 0.2, creditsPerMegapixelStep: 0.01 }
		}),
		coherence: 0.4,
		touchiness: 0.036,
		wander: 1.0,
		looseness: 0.6,
		scenes: 16,
		spread: 0.04,
		tidiness: 0.3,
		medium: 'pastel',
		mediaInstead: {},
		hand: {
			stretch: 0.97,
			horizon: -0.02,
			sun: 0.9,
			saturation: 0.82,
			contrast: 0.92,
			shadows: '#4a4640',
			lights: '#efe4d2',
			tint: 0.12,
			edge: 'full',
			paper: '#8c857c'
		},
		likeness: 0.25,
		lettering: 0.2,
		counting: 0.6,
		positions: [0.3, 0.5, 0.7]
	},
	{
		card: card({
			id: 'eider',
			name: 'Eider',
			family: 'Eider',
			version: '1',
			summary: 'Photographic. Wants full sentences and gentle guidance; slow and dear.',
			goodAt: ['photographic', 'light', 'wide sizes'],
			nativeSizes: everySize([
				[1024, 1024],
				[1216, 832],
				[1344, 768]
			]),
			maxPixels: 2048 * 2048,
			guidance: { min: 1, max: 12, from: 2, to: 3.5 },
			steps: { min: 1, max: 80, from: 24, to: 40 },
			promptForm: 'sentences',
			promptWords: 300,
			price: { creditsPerTake: 1.8, creditsPerMegapixelStep: 0.04 }
		}),
		coherence: 0.6,
		touchiness: 0.028,
		wander: 0.6,
		looseness: 0.42,
		scenes: 24,
		spread: 0.03,
		tidiness: 0.55,
		medium: 'photograph',
		mediaInstead: { ink: 'photograph', linocut: 'photograph', poster: 'photograph' },
		hand: {
			stretch: 1,
			horizon: 0.05,
			sun: 0.8,
			saturation: 0.92,
			contrast: 1.08,
			shadows: '#10222c',
			lights: '#fff3e0',
			tint: 0.1,
			edge: 'full',
			paper: '#ffffff'
		},
		likeness: 0.4,
		lettering: 0.6,
		counting: 0.85,
		positions: [0.38, 0.62]
	},
	{
		card: card({
			id: 'curlew',
			name: 'Curlew',
			family: 'Curlew',
			version: '1',
			summary: 'Clay and toys. Swelling solid scenes under one lamp.',
			goodAt: ['three-dimensional', 'clay', 'toys'],
			nativeSizes: everySize([
				[1024, 1024],
				[896, 1152],
				[1152, 896]
			]),
			maxPixels: 1536 * 1536,
			guidance: { min: 1, max: 20, from: 4, to: 7 },
			steps: { min: 1, max: 60, from: 18, to: 32 },
			promptForm: 'either',
			promptWords: 120,
			price: { creditsPerTake: 0.9, creditsPerMegapixelStep: 0.025 }
		}),
		coherence: 0.6,
		touchiness: 0.032,
		wander: 0.8,
		looseness: 0.58,
		scenes: 16,
		spread: 0.03,
		tidiness: 0.5,
		medium: 'clay',
		mediaInstead: { photograph: 'clay', gouache: 'clay', watercolour: 'clay', ink: 'clay' },
		hand: {
			stretch: 0.88,
			horizon: 0.02,
			sun: 1.25,
			saturation: 1.12,
			contrast: 1.03,
			shadows: '#3a2a4a',
			lights: '#fff0e0',
			tint: 0.05,
			edge: 'miniature',
			paper: '#ffffff'
		},
		likeness: 0.8,
		lettering: 0.5,
		counting: 0.75,
		positions: [0.5, 0.44, 0.56]
	},
	{
		card: card({
			id: 'dunlin',
			name: 'Dunlin',
			family: 'Dunlin',
			version: '1',
			summary: 'Quick. Settled after four to eight steps; few ideas, cheapest of all.',
			goodAt: ['quick', 'cut paper', 'cheap'],
			nativeSizes: everySize([
				[768, 768],
				[1024, 1024],
				[832, 640]
			]),
			maxPixels: 1024 * 1024,
			guidance: { min: 1, max: 8, from: 1, to: 3 },
			steps: { min: 1, max: 20, from: 4, to: 8 },
			promptForm: 'either',
			promptWords: 60,
			price: { creditsPerTake: 0.1, creditsPerMegapixelStep: 0.01 }
		}),
		coherence: 0.7,
		touchiness: 0.08,
		wander: 0.3,
		looseness: 0.15,
		scenes: 8,
		spread: 0.03,
		tidiness: 0.4,
		medium: 'cut-paper',
		mediaInstead: { photograph: 'cut-paper' },
		startingNoise: 0.5,
		hand: {
			stretch: 0.95,
			horizon: 0.01,
			sun: 1.4,
			saturation: 1.05,
			contrast: 1,
			shadows: '#2c3a4a',
			lights: '#fbf0d8',
			tint: 0.05,
			edge: 'full',
			paper: '#ffffff'
		},
		likeness: 0.6,
		lettering: 0.35,
		counting: 0.6,
		positions: [0.4, 0.6]
	},
	{
		card: card({
			id: 'sanderling',
			name: 'Sanderling',
			family: 'Sanderling',
			version: '1',
			summary: 'Poster shapes. Flat inks and clear silhouettes for covers and banners.',
			goodAt: ['posters', 'flat colour', 'covers'],
			nativeSizes: everySize([
				[832, 1216],
				[1024, 1024],
				[1344, 768]
			]),
			maxPixels: 2048 * 2048,
			guidance: { min: 1, max: 20, from: 5, to: 9 },
			steps: { min: 1, max: 60, from: 16, to: 32 },
			promptForm: 'either',
			promptWords: 150,
			price: { creditsPerTake: 0.7, creditsPerMegapixelStep: 0.02 }
		}),
		coherence: 0.55,
		touchiness: 0.032,
		wander: 0.9,
		looseness: 0.6,
		scenes: 18,
		spread: 0.025,
		tidiness: 0.5,
		medium: 'poster',
		mediaInstead: { photograph: 'poster' },
		hand: {
			stretch: 1.05,
			horizon: 0.04,
			sun: 2.3,
			saturation: 1.14,
			contrast: 1.04,
			shadows: '#1c2a4c',
			lights: '#fff0cc',
			tint: 0.08,
			edge: 'full',
			paper: '#ffffff'
		},
		likeness: 0.35,
		lettering: 0.96,
		counting: 0.9,
		positions: [0.34, 0.5, 0.66]
	}
];

/** The cards alone, as a render service hands them out. */
export const cards: ModelCard[] = characters.map(({ card }) => card);

/** A model by its id, or undefined. */
export function characterOf(id: string): Character | undefined {
	return characters.find(({ card }) => card.id === id);
}

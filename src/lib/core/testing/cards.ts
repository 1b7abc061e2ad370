import type { ModelCard } from '$lib/core/schema';

const squares = (...sides: [number, number][]) =>
	sides.map(([width, height]) => ({ width, height }));

/** A general model that can do everything; it needs no prompt. */
export const alder: ModelCard = {
	id: 'alder-2',
	name: 'Alder 2',
	family: 'Alder',
	version: '2',
	summary: 'General, for tests.',
	goodAt: ['general', 'painted'],
	nativeSizes: squares([1024, 1024], [1152, 896], [896, 1152]),
	sizeMultiple: 64,
	maxPixels: 2048 * 2048,
	maxRatio: 8,
	guidance: { min: 1, max: 20, from: 4, to: 8 },
	steps: { min: 1, max: 60, from: 16, to: 32 },
	samplers: ['euler', 'heun', 'dpm-solver++(2m)'],
	schedules: ['karras', 'cosine'],
	promptForm: 'either',
	promptWords: 200,
	features: [
		'unprompted',
		'negative',
		'batch',
		'variation',
		'start',
		'mask',
		'extend',
		'enlarge',
		'teach',
		'reference:look',
		'reference:outline',
		'reference:content',
		'reference:palette'
	],
	adapters: [
		{ id: 'moss', name: 'Moss', summary: 'Soft and green.' },
		{ id: 'slate', name: 'Slate', summary: 'Hard and grey.' }
	],
	price: { creditsPerTake: 0.6, creditsPerMegapixelStep: 0.02 },
	pace: { secondsPerMegapixelStep: 0.1 }
};

/** One that draws, tall, wants keywords, and begins from no picture. */
export const birch: ModelCard = {
	...alder,
	id: 'birch',
	name: 'Birch',
	family: 'Birch',
	version: '1',
	summary: 'Ink, for tests.',
	goodAt: ['ink', 'portrait sizes'],
	nativeSizes: squares([832, 1216], [768, 1024], [1024, 1024]),
	maxPixels: 1536 * 1536,
	guidance: { min: 1, max: 20, from: 6, to: 9 },
	steps: { min: 1, max: 60, from: 14, to: 28 },
	samplers: ['euler', 'heun'],
	promptForm: 'keywords',
	promptWords: 90,
	features: ['negative'],
	adapters: [{ id: 'slate', name: 'Slate', summary: 'Hard and grey.' }],
	price: { creditsPerTake: 0.5, creditsPerMegapixelStep: 0.018 }
};

/** A dear and slow one that wants sentences and gentle guidance. */
export const cedar: ModelCard = {
	...alder,
	id: 'cedar',
	name: 'Cedar',
	family: 'Cedar',
	version: '1',
	summary: 'Photographic, for tests.',
	goodAt: ['photographic', 'wide sizes'],
	nativeSizes: squares([1024, 1024], [1344, 768]),
	guidance: { min: 1, max: 12, from: 2, to: 3.5 },
	steps: { min: 1, max: 80, from: 24, to: 40 },
	promptForm: 'sentences',
	promptWords: 300,
	features: ['negative', 'batch', 'start', 'reference:look'],
	adapters: [],
	price: { creditsPerTake: 1.8, creditsPerMegapixelStep: 0.04 },
	pace: { secondsPerMegapixelStep: 0.3 }
};

/** Three cards, written by hand, that differ in everything a plan asks of a card. */
export const cards: readonly ModelCard[] = [alder, birch, cedar];

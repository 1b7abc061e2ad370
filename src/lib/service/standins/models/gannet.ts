import { defineModel } from './model';

export const gannet = defineModel({
	id: 'gannet',
	card: {
		name: 'Gannet',
		family: 'Gannet',
		version: '1',
		summary:
			'Ink and line. Contours, hatching and one thin wash; wants keywords and firm guidance.',
		goodAt: ['ink', 'line', 'print', 'portrait sizes'],
		maxPixels: 1408 * 1408,
		guidance: { min: 1, max: 20, from: 6, to: 9 },
		steps: { min: 1, max: 60, from: 14, to: 28 },
		promptForm: 'keywords',
		promptWords: 90,
		price: { creditsPerTake: 0.5, creditsPerMegapixelStep: 0.018 }
	},
	sizes: [
		[768, 1088],
		[704, 1024],
		[896, 896]
	],
	can: ['reference:outline', 'reference:content', 'enlarge', 'teach'],
	adapterIds: ['block-proof'],
	coherence: 1,
	touchiness: 0.015,
	wander: 1.0,
	scenes: 10,
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
});

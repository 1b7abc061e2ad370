import { defineModel, everyReference } from './model';

export const sanderling = defineModel({
	id: 'sanderling',
	card: {
		name: 'Sanderling',
		family: 'Sanderling',
		version: '1',
		summary: 'Poster shapes. Flat inks and clear silhouettes for covers and banners.',
		goodAt: ['posters', 'flat colour', 'covers'],
		maxPixels: 1920 * 1920,
		guidance: { min: 1, max: 20, from: 5, to: 9 },
		steps: { min: 1, max: 60, from: 16, to: 32 },
		promptForm: 'either',
		promptWords: 150,
		price: { creditsPerTake: 0.7, creditsPerMegapixelStep: 0.02 }
	},
	sizes: [
		[768, 1152],
		[960, 960],
		[1408, 704]
	],
	can: ['unprompted', ...everyReference, 'enlarge', 'teach'],
	adapterIds: ['reed-wash', 'block-proof'],
	coherence: 1,
	touchiness: 0.032,
	wander: 0.9,
	scenes: 10,
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
});

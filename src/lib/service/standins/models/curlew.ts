import { defineModel } from './model';

export const curlew = defineModel({
	id: 'curlew',
	card: {
		name: 'Curlew',
		family: 'Curlew',
		version: '1',
		summary: 'Clay and toys. Swelling solid scenes under one lamp.',
		goodAt: ['three-dimensional', 'clay', 'toys'],
		maxPixels: 1472 * 1472,
		guidance: { min: 1, max: 20, from: 4, to: 7 },
		steps: { min: 1, max: 60, from: 18, to: 32 },
		promptForm: 'either',
		promptWords: 120,
		price: { creditsPerTake: 0.9, creditsPerMegapixelStep: 0.025 }
	},
	sizes: [
		[960, 960],
		[832, 1088],
		[1088, 832]
	],
	can: ['reference:content', 'reference:palette', 'teach'],
	adapterIds: ['lamp-oil'],
	coherence: 1.1,
	touchiness: 0.032,
	wander: 0.8,
	scenes: 9,
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
});

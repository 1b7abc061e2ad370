import { defineModel } from './model';

export const dunlin = defineModel({
	id: 'dunlin',
	card: {
		name: 'Dunlin',
		family: 'Dunlin',
		version: '1',
		summary: 'Quick. Settled after four to eight steps; few ideas, cheapest of all.',
		goodAt: ['quick', 'cut paper', 'cheap'],
		maxPixels: 1024 * 1024,
		guidance: { min: 1, max: 8, from: 1, to: 3 },
		steps: { min: 1, max: 20, from: 4, to: 8 },
		promptForm: 'either',
		promptWords: 60,
		price: { creditsPerTake: 0.1, creditsPerMegapixelStep: 0.01 }
	},
	sizes: [
		[704, 704],
		[896, 896],
		[896, 640]
	],
	can: ['unprompted'],
	adapterIds: [],
	coherence: 1.2,
	touchiness: 0.08,
	wander: 0.3,
	scenes: 6,
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
});

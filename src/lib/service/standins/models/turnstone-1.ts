import { defineModel } from './model';

export const turnstone1 = defineModel({
	id: 'turnstone-1',
	card: {
		name: 'Turnstone 1',
		family: 'Turnstone',
		version: '1',
		summary:
			'General, the first of its family. Cheap chalky studies, made for 448x448; less whole.',
		goodAt: ['general', 'chalk', 'cheap'],
		maxPixels: 960 * 960,
		guidance: { min: 1, max: 20, from: 5, to: 9 },
		steps: { min: 1, max: 80, from: 20, to: 40 },
		promptForm: 'either',
		promptWords: 75,
		price: { creditsPerTake: 0.2, creditsPerMegapixelStep: 0.01 }
	},
	sizes: [
		[448, 448],
		[576, 384],
		[384, 576]
	],
	can: ['unprompted', 'reference:look', 'teach'],
	adapterIds: ['reed-wash', 'block-proof'],
	coherence: 0.7,
	touchiness: 0.036,
	wander: 1.0,
	scenes: 10,
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
});

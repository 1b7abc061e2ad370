import { defineModel, everyReference } from './model';

export const turnstone2 = defineModel({
	id: 'turnstone-2',
	card: {
		name: 'Turnstone 2',
		family: 'Turnstone',
		version: '2',
		summary: 'General. Paints anything on the coast, with light that agrees and whole scenes.',
		goodAt: ['general', 'light', 'painted'],
		maxPixels: 2432 * 2432,
		guidance: { min: 1, max: 20, from: 4, to: 8 },
		steps: { min: 1, max: 60, from: 16, to: 32 },
		promptForm: 'either',
		promptWords: 200,
		price: { creditsPerTake: 0.6, creditsPerMegapixelStep: 0.02 }
	},
	sizes: [
		[960, 960],
		[1152, 768],
		[768, 1152],
		[1216, 704],
		[704, 1216]
	],
	can: ['unprompted', ...everyReference, 'enlarge', 'teach'],
	adapterIds: ['reed-wash', 'block-proof', 'lamp-oil'],
	coherence: 1,
	touchiness: 0.03,
	wander: 0.9,
	scenes: 10,
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
});

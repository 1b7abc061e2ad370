import { defineModel, everyReference } from './model';

export const eider = defineModel({
	id: 'eider',
	card: {
		name: 'Eider',
		family: 'Eider',
		version: '1',
		summary: 'Photographic. Wants full sentences and gentle guidance; slow and dear.',
		goodAt: ['photographic', 'light', 'wide sizes'],
		maxPixels: 2176 * 2176,
		guidance: { min: 1, max: 12, from: 2, to: 3.5 },
		steps: { min: 1, max: 80, from: 24, to: 40 },
		promptForm: 'sentences',
		promptWords: 300,
		price: { creditsPerTake: 1.8, creditsPerMegapixelStep: 0.04 },
		pace: {
			secondsPerMegapixelStep: 0.03,
			secondsPerTake: 0.4,
			secondsOfNewWords: 3,
			secondsPerNewMegapixel: 8
		}
	},
	sizes: [
		[1088, 1088],
		[1280, 832],
		[1408, 768]
	],
	can: [...everyReference, 'enlarge'],
	adapterIds: ['lamp-oil'],
	coherence: 1.1,
	touchiness: 0.028,
	wander: 0.6,
	scenes: 10,
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
});

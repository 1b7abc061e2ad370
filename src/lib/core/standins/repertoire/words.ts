import type { Rgb } from '../colour';
import { rgb } from '../colour';

/** How much of the frame the subject takes. */
export interface Framing {
	id: string;
	label: string;
	words: string[];
	/** Multiplies the subject's size. */
	size: number;
	/** Enlarges the whole scene round the subject. */
	zoom: number;
}

export const framings: Framing[] = [
	{
		id: 'wide',
		label: 'wide view',
		words: [
			'wide',
			'wide view',
			'wide shot',
			'panorama',
			'panoramic',
			'distant',
			'far away',
			'landscape',
			'long shot'
		],
		size: 0.62,
		zoom: 1
	},
	{
		id: 'middle',
		label: 'middle view',
		words: ['middle view', 'medium shot', 'mid shot'],
		size: 1,
		zoom: 1
	},
	{
		id: 'close',
		label: 'close-up',
		words: ['close', 'close up', 'close-up', 'closeup', 'detail', 'near', 'macro', 'tight'],
		size: 1.22,
		zoom: 1.42
	}
];

/** Colour words and what they give the subject. */
export const colours: Record<string, Rgb> = {
	red: rgb('#c23a2c'),
	orange: rgb('#e07a2a'),
	yellow: rgb('#ecc03c'),
	green: rgb('#4a8a52'),
	teal: rgb('#23848a'),
	turquoise: rgb('#3aa6a4'),
	blue: rgb('#2f6cb0'),
	navy: rgb('#22386a'),
	violet: rgb('#74519e'),
	purple: rgb('#74519e'),
	pink: rgb('#dc7f98'),
	brown: rgb('#7c5636'),
	black: rgb('#2a2b30'),
	white: rgb('#f3efe6'),
	grey: rgb('#8d9196'),
	gray: rgb('#8d9196'),
	gold: rgb('#d2a53e'),
	cream: rgb('#efe3c6')
};

/** Words that carry no picture of their own. */
export const plainWords = new Set(
	(
		'a an the of on in at with and or to from by for into onto over under above below behind before beside near ' +
		'among amid between beneath through across along around is are was be being as its it his her their this that these those ' +
		'very some one two no not while where which who very rather quite just there here up down out off against upon ' +
		'view scene picture image standing stands sitting set seen'
	).split(' ')
);

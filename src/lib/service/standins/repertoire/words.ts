import type { Rgb } from '../colour';
import { rgb } from '../colour';

const inks: [hex: string, ...words: string[]][] = [
	['#c23a2c', 'red'],
	['#a8283a', 'crimson', 'scarlet'],
	['#6c2433', 'maroon', 'burgundy', 'wine'],
	['#e07a2a', 'orange'],
	['#ec7f63', 'coral', 'salmon'],
	['#f2b48c', 'peach', 'apricot'],
	['#ecc03c', 'yellow'],
	['#d2a53e', 'gold', 'golden'],
	['#bd8a35', 'ochre', 'mustard'],
	['#a8532c', 'rust', 'copper', 'rusty'],
	['#7c5636', 'brown', 'chestnut'],
	['#d9c7a0', 'beige', 'sand coloured', 'tan'],
	['#efe3c6', 'cream', 'ivory'],
	['#4a8a52', 'green'],
	['#74803c', 'olive', 'moss green'],
	['#9ecf9f', 'mint', 'pale green'],
	['#23848a', 'teal'],
	['#3aa6a4', 'turquoise', 'aqua'],
	['#2f6cb0', 'blue'],
	['#8dbbe0', 'pale blue', 'light blue', 'sky blue'],
	['#22386a', 'navy', 'dark blue', 'indigo'],
	['#74519e', 'violet', 'purple'],
	['#b9a2d6', 'lavender', 'lilac', 'mauve'],
	['#dc7f98', 'pink', 'rose'],
	['#c33c86', 'magenta', 'fuchsia'],
	['#2a2b30', 'black'],
	['#f3efe6', 'white'],
	['#8d9196', 'grey', 'gray'],
	['#b9bec4', 'silver', 'silvery']
];

/** Colour words and what they give the subject. */
export const colours: Record<string, Rgb> = Object.fromEntries(
	inks.flatMap(([hex, ...words]) => words.map((word) => [word, rgb(hex)]))
);

/** Number words and how many they ask for, up to five. */
export const counts: Record<string, number> = {
	two: 2,
	'2': 2,
	pair: 2,
	couple: 2,
	both: 2,
	three: 3,
	'3': 3,
	trio: 3,
	four: 4,
	'4': 4,
	several: 4,
	group: 4,
	five: 5,
	'5': 5,
	many: 5
};

/** How two subjects stand to each other, and the words that say so. */
export type Relation = 'beside' | 'above' | 'below' | 'behind' | 'before' | 'on';

export const relations: Record<string, Relation> = {
	beside: 'beside',
	with: 'beside',
	and: 'beside',
	near: 'beside',
	by: 'beside',
	'next to': 'beside',
	above: 'above',
	over: 'above',
	below: 'below',
	under: 'below',
	beneath: 'below',
	behind: 'behind',
	'in front of': 'before',
	before: 'before',
	on: 'on',
	'on top of': 'on',
	upon: 'on'
};

/** Words that carry no picture of their own. */
export const plainWords = new Set(
	(
		'a an the of on in at with and or to from by for into onto over under above below behind before beside near next ' +
		'among amid between beneath through across along around is are was be being as its it his her their this that these those ' +
		'very some one no not while where which who rather quite just there here up down out off against upon top front side ' +
		'view scene picture image standing stands sitting sits lying walking flying swimming looking set seen in'
	).split(' ')
);

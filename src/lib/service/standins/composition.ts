import { errorFunction } from 'simple-statistics';
import type { Character } from './models';
import type { Bitmap } from './materials';
import type { Tag } from './reading';
import type { Light } from './repertoire/lights';
import type { Place } from './repertoire/places';
import type { Subject } from './repertoire/subjects';
import type { Scene } from './scenes';
import type { Box } from './sighting';

/** What of a prompt a picture may leave out. */
export const words = ['subject', 'light', 'place'] as const;
export type Word = (typeof words)[number];

/** Returns the first or the second of the stray scenes that stand for a word. */
export const strayFor = (strays: readonly Scene[], word: Word, which: 0 | 1): Scene =>
	strays[words.indexOf(word) + words.length * which];

/** Returns the tag of what a scene has for a word. */
export const tagFor = (word: Word, { lead, light, place }: Scene): Tag =>
	`${word}:${{ subject: lead.subject, light, place }[word].id}`;

/** How a picture is laid out: every value in standard deviations from where the model would have it. */
export type Layout = Record<keyof typeof DEVIATIONS | 'across', number>;

/**
 * What a picture is, before what it looks like in detail: decided at high noise, where nothing but the
 * broadest waves of the noise is seen.
 */
export interface Composition {
	layout: Layout;
	/** Which scene lends its actors. */
	cast: number;
	/** Decides, against a weight from 0 to 1, whether a picture lends its content. */
	chance: number;
	/** Which of its strays stands for a word that is left out. */
	left: Partial<Record<Word, 0 | 1>>;
	/** What a picture lends: a place or a light where the words name none, a subject instead of theirs. */
	lent?: { place?: Place | null; light?: Light | null; subject?: Subject; cutting?: Bitmap };
	/** A picture whose broad light and colour it takes on, but for those of its main thing, and how far. */
	toned?: { bitmap: Bitmap; but: Box; share: number };
	/** A picture that may go on round a box. */
	round?: { bitmap: Bitmap; box: Box } | null;
}

/** Axes of colour, each of length 1 and at right angles to the others. */
const LUMA = [1, 1, 1].map((v) => v / Math.sqrt(3));
const WARM = [1, 0, -1].map((v) => v / Math.sqrt(2));
const GREEN = [1, -2, 1].map((v) => v / Math.sqrt(6));

/** A wave: how often it turns across and down the frame, and in which colour. */
type Wave = readonly [across: number, down: number, colour: readonly number[]];

/** The waves of the noise that say how a picture is composed. */
const waves = {
	across: [1, 0, LUMA],
	horizon: [0, 1, LUMA],
	size: [2, 0, LUMA],
	pan: [1, 1, LUMA],
	depth: [0, 2, LUMA],
	exposure: [0, 0, LUMA],
	warmth: [0, 0, WARM],
	facing: [1, 0, WARM],
	content: [1, 1, WARM]
} satisfies Record<keyof Layout | 'facing' | 'content', Wave>;

/** Those that say whether a word is left out, and what stands for it. */
const wordWaves: Record<Word, readonly [left: Wave, instead: Wave]> = {
	subject: [
		[0, 1, WARM],
		[0, 2, WARM]
	],
	light: [
		[0, 1, GREEN],
		[0, 2, GREEN]
	],
	place: [
		[1, 0, GREEN],
		[2, 0, GREEN]
	]
};

/** Those of the actors of each scene. */
const castWave = (k: number): Wave => [3 + (k % 4), Math.floor(k / 4), LUMA];

/**
 * How much of one wave is in a noise: a coefficient of its cosine transform (Ahmed, Natarajan and Rao
 * 1974, DCT-II). Of white noise these are independent standard normal.
 */
function amountOf(
	noise: Float32Array,
	width: number,
	height: number,
	[i, j, colour]: Wave
): number {
	const along = (n: number, side: number) =>
		Float64Array.from(
			{ length: side },
			(_, at) => Math.cos((Math.PI * n * (at + 0.5)) / side) * Math.sqrt((n ? 2 : 1) / side)
		);
	const across = along(i, width);
	const down = along(j, height);
	let sum = 0;
	for (let y = 0, p = 0; y < height; y++) {
		let row = 0;
		for (let x = 0; x < width; x++, p += 3)
			row +=
				across[x] * (colour[0] * noise[p] + colour[1] * noise[p + 1] + colour[2] * noise[p + 2]);
		sum += down[y] * row;
	}
	return sum;
}

/** Returns the chance that a standard normal number is below z, 0 to 1. */
const normalBelow = (z: number): number => (1 + errorFunction(z / Math.SQRT2)) / 2;

/**
 * How far compositions part at the middle of the good range of guidance, of how far they part without.
 *
 * Along one direction prompted pictures are normal with a deviation a, all pictures with b. With
 * D = m + c x / (c + sigma^2) for each the guided equation dx/dsigma = (x - D) / sigma is linear, and
 * its solution from much noise is x = z b (a / b)^g: the firmer, the nearer to what is typical.
 */
const FIRMNESS = 0.72;

/** By how many deviations what the words name grows for every middle of the good range. */
const LARGER = 0.4;

/**
 * One standard deviation: of places and heights as shares of the frame's sides, of sizes and light as
 * logarithms. Across, a model has its own.
 */
export const DEVIATIONS = {
	size: 0.09,
	horizon: 0.024,
	depth: 0.012,
	pan: 0.022,
	exposure: 0.05,
	warmth: 0.03
};

/** The most deviations of anything that noise alone decides. */
const MOST = 2.2;

/** Odds that a word is left out without guidance, and what of them is left at half the good range's lower end. */
const LEFT_OUT = 4;
const HEARD = 0.12;

/** What a composition is asked to show. */
export interface Asked {
	character: Character;
	/** Those of the prompt. */
	scenes: readonly Scene[];
	/** Prior weight of each under the prompt, and without it. */
	cond: ArrayLike<number>;
	neg: ArrayLike<number>;
	/** Scenes that stand for a word that is left out: see `strayFor`. */
	strays: readonly Scene[];
	/** What the negative prompt names: nothing of it stands for a word. */
	leftOut: ReadonlySet<Tag>;
	guidance: number;
	/** How much of guidance counts: 1 for a prompt that is written as the model wants it. @default 1 */
	heard?: number;
}

/**
 * Reads a picture's composition from its first noise.
 *
 * What is continuous keeps its place in a normal distribution; what is one of several is chosen with
 * chances p ~ p_0 (p_c / p_0)^g, the guided prior of a choice, by the largest of log p + Gumbel noise
 * (Gumbel 1954): the noise decides how, guidance how likely.
 *
 * @param noise `width * height * 3` standard normal values
 */
export function compose(
	noise: Float32Array,
	width: number,
	height: number,
	{ character, scenes, cond, neg, strays, leftOut, guidance, heard = 1 }: Asked
): Composition {
	const { from, to } = character.card.guidance;
	const relative = (2 * guidance) / (from + to);
	const part = FIRMNESS ** relative;
	const amount = (wave: Wave) => amountOf(noise, width, height, wave);
	const left: Composition['left'] = {};
	for (const word of words) {
		const odds = LEFT_OUT * character.wander * HEARD ** ((2 * guidance * heard) / from);
		const [whether, instead] = wordWaves[word];
		if (normalBelow(amount(whether)) >= odds / (1 + odds)) continue;
		const choices = ([0, 1] as const).filter(
			(which) => !leftOut.has(tagFor(word, strayFor(strays, word, which)))
		);
		if (choices.length) left[word] = choices[amount(instead) < 0 ? 0 : choices.length - 1];
	}
	const facing = amount(waves.facing) < 0 ? -1 : 1;
	const turned = scenes.some((scene) => scene.facing === facing);
	let cast = 0;
	let most = -Infinity;
	scenes.forEach((scene, k) => {
		if (turned && scene.facing !== facing) return;
		const gumbel = -Math.log(-Math.log(normalBelow(amount(castWave(k)))));
		const score = guidance * Math.log(cond[k]) + (1 - guidance) * Math.log(neg[k]) + gumbel;
		if (score > most) [cast, most] = [k, score];
	});
	const layout = Object.fromEntries(
		layoutKeys.map((key) => {
			const grown = key === 'size' ? LARGER * (relative - 1) : 0;
			return [key, Math.max(-MOST, Math.min(MOST, part * amount(waves[key]))) + grown];
		})
	) as Layout;
	return { layout, cast, left, chance: normalBelow(amount(waves.content)) };
}

const layoutKeys = [...(Object.keys(DEVIATIONS) as (keyof typeof DEVIATIONS)[]), 'across'] as const;

/**
 * A layout between two, by an angle: 0 is the one, a right angle the other, and both count as a start
 * picture and its noise do.
 *
 * Along one direction of deviation 1 a start picture at a, with noise z of level sigma on it, is
 * a + sigma z; the equation brings it to (a + sigma z) / sqrt(1 + sigma^2) = a cos t + z sin t with
 * tan t = sigma.
 */
export const between = (one: Layout, other: Layout, angle: number): Layout =>
	Object.fromEntries(
		layoutKeys.map((key) => [key, Math.cos(angle) * one[key] + Math.sin(angle) * other[key]])
	) as Layout;

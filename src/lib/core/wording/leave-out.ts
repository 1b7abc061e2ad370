import type { NegativeSet, Words } from './objects';
import { joining, singular, splitPhrases, words } from './text';

/** Sets to begin with, by kind of picture. Our own selection; the defects are common practice. */
export const starterSets: readonly NegativeSet[] = [
	{ name: 'Any picture', phrases: ['watermark', 'lettering', 'low quality', 'soft focus'] },
	{
		name: 'People and hands',
		phrases: ['extra limbs', 'extra fingers', 'fused hands', 'disfigured face', 'crossed eyes']
	},
	{
		name: 'Animals',
		phrases: ['extra limbs', 'extra legs', 'second head', 'twisted neck', 'bad anatomy']
	},
	{
		name: 'Landscape',
		phrases: ['people', 'birds', 'second boat', 'tilted horizon', 'power lines']
	},
	{
		name: 'Photograph',
		phrases: ['lens flare', 'noise', 'over-sharpened', 'waxy skin', 'painting']
	},
	{
		name: 'Drawing and print',
		phrases: ['photograph', 'blurry lines', 'smudges', 'scratches', 'grain']
	},
	{
		name: 'Still life',
		phrases: ['people', 'tight crop', 'floating things', 'hard shadow', 'clutter']
	},
	{
		name: 'Cover with type',
		phrases: ['lettering', 'frame', 'busy background', 'tight crop', 'signature']
	}
];

/** Single defects and things that turn up uninvited. Common practice, no source. */
export const defectPhrases: readonly string[] = [
	'watermark',
	'lettering',
	'soft focus',
	'tight crop',
	'extra limbs',
	'people',
	'birds',
	'second boat',
	'lens flare',
	'scratches'
];

/** The text with a phrase put at its end, or taken out where it stands. */
export function togglePhrase(text: string, phrase: string): string {
	const phrases = splitPhrases(text);
	const same = (other: string) => other.toLowerCase() === phrase.toLowerCase();
	return (phrases.some(same) ? phrases.filter((other) => !same(other)) : [...phrases, phrase]).join(
		', '
	);
}

/** One negative prompt of several texts: all their phrases in order, each once. */
export function negativeText(texts: readonly string[]): string {
	const seen = new Set<string>();
	return texts
		.flatMap(splitPhrases)
		.filter((phrase) => {
			const same = sayingKey(phrase);
			return !seen.has(same) && seen.add(same);
		})
		.join(', ');
}

/** The negative prompt of a brief: the phrases of the sets that are on, then the free ones. */
export const negativeOf = ({ sets, leaveOut }: Pick<Words, 'sets' | 'leaveOut'>): string =>
	negativeText([...sets.flatMap(({ phrases }) => phrases), leaveOut]);

/** Words that mean nearly the same, so that one wanted and another left out contradict each other. */
const families = `
boat ship vessel dinghy ferry yacht rowboat canoe skiff trawler steamer
bird gull seagull heron egret crane owl hen tern wader
people person man woman child boy girl figure keeper crowd lady sailor walker human
text lettering letter word writing caption type sign inscription
blurry blur blurred unfocused
tree oak willow elm pine fir spruce
flower bloom blossom daisy sunflower bouquet
house cottage farmhouse hut cabin croft
fog mist haze foggy misty hazy
rain rainy drizzle downpour raining
snow snowy snowfall blizzard snowing
night midnight moonlight nighttime
storm stormy squall gale thunder
dark dim gloomy shadowy
bright sunny sunlit sunshine
photograph photo photographic photography
painting painted painterly brushwork
drawing sketch sketchy drawn
grain grainy noise noisy
colourful colorful vivid saturated
monochrome greyscale grayscale
sea ocean water waves
border frame margin
dog puppy hound terrier
cat kitten tabby
horse pony foal
car van truck lorry vehicle
`
	.trim()
	.split('\n')
	.map((line) => line.split(' '));

const familyOf = new Map(
	families.flatMap((family, i) => family.map((word) => [singular(word), i] as const))
);
const related = (a: string, b: string) =>
	a === b || (familyOf.has(a) && familyOf.get(a) === familyOf.get(b));

/** Words that say how many or how, and so do not make a phrase another thing. */
const qualities = new Set(
	'extra second bad low quality fused crossed disfigured deformed'.split(' ')
);

const carrying = (text: string) =>
	words(text)
		.map(singular)
		.filter((word) => !joining.has(word));
/** A phrase as what it says: equal for phrases that say the same. */
export const sayingKey = (phrase: string): string =>
	carrying(phrase).join(' ') || phrase.toLowerCase();

/** Something that is wanted and left out at once. */
export interface Contradiction {
	/** The phrase of the negative prompt. */
	leftOut: string;
	/** The phrase of the prompt that it contradicts. */
	wanted: string;
	/** Whether it is the very same word, not just a related one. */
	same: boolean;
}

/** Tells of phrases whether a negative prompt leaves them out, itself or a related word. */
export function leftOutBy(negative: string): (phrase: string) => boolean {
	// Each once: what is left out a thousand times is left out.
	const out = new Map(
		splitPhrases(negative)
			.map(carrying)
			.filter((all) => all.length && !all.some((word) => qualities.has(word)))
			.map((all) => [all.join(' '), all] as const)
	);
	// Looked up by their first words: a phrase can have but few.
	const byFirst = new Map<string | number, string[][]>();
	const placeOf = (word: string) => familyOf.get(word) ?? word;
	for (const all of out.values()) {
		const place = placeOf(all[0]);
		byFirst.set(place, [...(byFirst.get(place) ?? []), all]);
	}
	return (phrase) => {
		const asked = carrying(phrase);
		return asked.some((word) =>
			byFirst
				.get(placeOf(word))
				?.some((all) => all.every((one) => asked.some((other) => related(one, other))))
		);
	};
}

/**
 * What the prompt asks for and the negative prompt leaves out: every word of the phrase left out
 * stands in one wanted phrase, itself or a related word. "Second boat" does not contradict a boat:
 * the words that make it a defect are not wanted.
 */
export function contradictions(prompt: readonly string[], negative: string): Contradiction[] {
	const wanted = prompt.map((phrase) => ({ phrase, words: carrying(phrase) }));
	return splitPhrases(negative).flatMap((leftOut) => {
		const out = carrying(leftOut);
		if (!out.length || out.some((word) => qualities.has(word))) return [];
		for (const same of [true, false]) {
			const hit = wanted.find(({ words: asked }) =>
				out.every((word) => asked.some((other) => (same ? other === word : related(word, other))))
			);
			if (hit) return [{ leftOut, wanted: hit.phrase, same }];
		}
		return [];
	});
}

/** Phrases that say again what one before them has said, in their order. */
export function duplicates(phrases: readonly string[]): { phrase: string; index: number }[] {
	const seen = new Set<string>();
	return phrases.flatMap((phrase, index) => {
		const same = sayingKey(phrase);
		if (seen.has(same)) return [{ phrase, index }];
		seen.add(same);
		return [];
	});
}

/** A negative prompt without one of its phrases. */
export const withoutPhrase = (negative: string, phrase: string): string =>
	splitPhrases(negative)
		.filter((other) => other.toLowerCase() !== phrase.toLowerCase())
		.join(', ');

/** A text as its words, with neither marks nor case. */
export function words(text: string): string[] {
	return (
		text
			.toLowerCase()
			.normalize('NFKC')
			.match(/[\p{L}\p{M}\p{N}]+(?:['\u2019-][\p{L}\p{M}\p{N}]+)*/gu) ?? []
	);
}

/** How many words a text has. */
export const countWords = (text: string): number => words(text).length;

/** A word without its plural ending, roughly: enough to tell that two words are the same. */
export function singular(word: string): string {
	if (word.length > 4 && word.endsWith('ies')) return `${word.slice(0, -3)}y`;
	return word.length > 3 && word.endsWith('s') && !/(?:ss|us|is)$/.test(word)
		? word.slice(0, -1)
		: word;
}

/** A list with commas, semicolons or line breaks between, as its phrases. */
export function splitPhrases(text: string): string[] {
	return text
		.split(/[,;\n]/)
		.map((phrase) => phrase.trim())
		.filter(Boolean);
}

/** Words that join others and say nothing by themselves. */
export const joining = new Set(
	'a an the of on in at with and or to from by over under above below behind beside near is are'.split(
		' '
	)
);

/** Parts of a list have so many words at most in the mean, and a list so many parts at least. */
const LISTED = { words: 3, parts: 3 };

/**
 * Whether a text reads as sentences or as a list of keywords: by its short parts between commas, else
 * by its share of joining words. "An owl, on a branch, moonlight, woodcut" is a list.
 */
export function formOf(text: string): 'sentences' | 'keywords' {
	const all = words(text);
	const parts = splitPhrases(text);
	const sentences = /[.!?](?=\s+\S)/u.test(text);
	if (!sentences && parts.length >= LISTED.parts && all.length / parts.length <= LISTED.words)
		return 'keywords';
	const share = all.filter((word) => joining.has(word)).length / Math.max(1, all.length);
	return share >= 0.2 ? 'sentences' : 'keywords';
}

/** Where the words after the first `count` begin in a text, as an index; null when there are none. */
export function wordLimit(text: string, count: number): number | null {
	let seen = 0;
	for (const { index } of text.matchAll(/[\p{L}\p{M}\p{N}]+(?:['\u2019-][\p{L}\p{M}\p{N}]+)*/gu))
		if (++seen > count) return index;
	return null;
}

/** Where words stand in a text, each time they do: pairs of start and end, in order. */
export function findWords(text: string, sought: Iterable<string>): [from: number, to: number][] {
	const wanted = new Set([...sought].map((word) => word.toLowerCase()));
	if (!wanted.size) return [];
	const found: [number, number][] = [];
	for (const { index, 0: word } of text.matchAll(/[\p{L}\p{M}\p{N}]+/gu))
		if (wanted.has(word.toLowerCase().normalize('NFKC'))) found.push([index, index + word.length]);
	return found;
}

import type { ModelCard } from '$lib/core/schema';

/** A text as its words, with neither marks nor case. */
export function words(text: string): string[] {
	return (
		text
			.toLowerCase()
			.normalize('NFKC')
			.match(/[\p{L}\p{N}]+(?:['\u2019-][\p{L}\p{N}]+)*/gu) ?? []
	);
}

/** How many words a text has. */
export const countWords = (text: string): number => words(text).length;

/** A list with commas, semicolons or line breaks between, as its phrases. */
export function splitPhrases(text: string): string[] {
	return text
		.split(/[,;\n]/)
		.map((phrase) => phrase.trim())
		.filter(Boolean);
}

/** The text with a phrase put at its end, or taken out where it stands. */
export function togglePhrase(text: string, phrase: string): string {
	const phrases = splitPhrases(text);
	const same = (other: string) => other.toLowerCase() === phrase.toLowerCase();
	return (phrases.some(same) ? phrases.filter((other) => !same(other)) : [...phrases, phrase]).join(
		', '
	);
}

/** Defects that every model knows, and things that turn up uninvited. Common practice, no source. */
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

/** What there is to say of the words before anything is paid for. */
export interface PromptNotes {
	/** Words that the prompt asks for and the negative prompt leaves out. */
	contradictions: string[];
	/** What does not suit a model, as a sentence; empty when all does. */
	models: { model: string; says: string }[];
}

const joining = new Set(
	'a an the of on in at with and or to from by over under above below behind beside near is are'.split(
		' '
	)
);

/** Whether a text reads as sentences or as a list of keywords: by its share of joining words. */
export function formOf(text: string): 'sentences' | 'keywords' {
	const all = words(text);
	const share = all.filter((word) => joining.has(word)).length / Math.max(1, all.length);
	return share >= 0.2 ? 'sentences' : 'keywords';
}

const singular = (word: string) =>
	word.length > 3 && word.endsWith('s') ? word.slice(0, -1) : word;

export function promptNotes(
	prompt: string,
	negative: string,
	models: readonly ModelCard[]
): PromptNotes {
	const asked = new Set(words(prompt).map(singular));
	const contradictions = splitPhrases(negative).filter((phrase) => {
		const parts = words(phrase).map(singular);
		return parts.length > 0 && parts.every((part) => asked.has(part) && !joining.has(part));
	});
	const count = countWords(prompt);
	const form = formOf(prompt);
	return {
		contradictions,
		models: models.map((card) => {
			if (count > card.promptWords) {
				return {
					model: card.id,
					says: `${count - card.promptWords} words at the end are not read.`
				};
			}
			if (count > 3 && card.promptForm !== 'either' && card.promptForm !== form) {
				return {
					model: card.id,
					says: `Wants ${card.promptForm}; this reads as ${form}, so it listens less.`
				};
			}
			return { model: card.id, says: '' };
		})
	};
}

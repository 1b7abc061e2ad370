import { formOf, keywords, phraseLists } from '$lib/core/wording';
import type { Rgb } from './colour';
import { framings, type Framing } from './repertoire/framings';
import { lights, type Light } from './repertoire/lights';
import { media, type Medium } from './repertoire/media';
import { moods, type Mood } from './repertoire/moods';
import { places, type Place } from './repertoire/places';
import { subjects, type Subject } from './repertoire/subjects';
import { uninvited } from './repertoire/uninvited';
import { colours, counts, plainWords, relations, type Relation } from './repertoire/words';

/** A subject as a prompt asks for it. */
export interface Part {
	subject: Subject;
	/** How many, 1 to 5. */
	count: number;
	accent: Rgb | null;
}

/** What a model takes from a prompt. Facets that the prompt leaves open are null. */
export interface Reading {
	lead: Part | null;
	/** A second subject, and how the first one stands to it. */
	partner: (Part & { relation: Relation }) | null;
	place: Place | null;
	light: Light | null;
	/** A second word of light or weather, whose weather joins the first. */
	weather: Light | null;
	mood: Mood | null;
	medium: Medium | null;
	framing: Framing | null;
	/** A colour that belongs to no subject, where there is none. */
	accent: Rgb | null;
	/** What stands in quotes, to be set as lettering. */
	lettering: string | null;
	/** Words of the prompt that the model has no notion of, in their order, each once. */
	unread: string[];
	/** Whether the prompt reads as sentences or as a list of keywords. */
	form: 'sentences' | 'keywords';
}

type Facet =
	| 'subject'
	| 'place'
	| 'light'
	| 'medium'
	| 'framing'
	| 'mood'
	| 'uninvited'
	| 'colour'
	| 'count'
	| 'relation';

/** What a word stands for: a facet and an id, written `subject:heron`. */
export type Tag = `${Facet}:${string}`;

const dictionary = buildDictionary();

function buildDictionary(): Map<string, Tag[]> {
	const found = new Map<string, Tag[]>();
	const add = (words: readonly string[], tag: Tag) => {
		for (const word of new Set(words.map((w) => tokens(w).join(' ')))) {
			found.set(word, [...(found.get(word) ?? []), tag]);
		}
	};
	for (const s of subjects) add(s.words, `subject:${s.id}`);
	for (const p of places) add(p.words, `place:${p.id}`);
	for (const l of lights) add(l.words, `light:${l.id}`);
	for (const m of media) add(m.words, `medium:${m.id}`);
	for (const f of framings) add(f.words, `framing:${f.id}`);
	for (const m of moods) add(m.words, `mood:${m.id}`);
	for (const c of Object.keys(colours)) add([c], `colour:${c}`);
	for (const c of Object.keys(counts)) add([c], `count:${c}`);
	for (const r of Object.keys(relations)) add([r], `relation:${r}`);
	for (const u of uninvited) add(u.words, `uninvited:${u.id}`);
	return found;
}

/** A text as lower-case words without marks. */
function tokens(text: string): string[] {
	return (
		text
			.toLowerCase()
			.normalize('NFKC')
			.replace(/['\u2019]s\b/g, '')
			.match(/[\p{L}\p{N}]+/gu) ?? []
	);
}

/** A phrase that was understood. */
interface Found {
	tags: Tag[];
	phrase: string;
}

/**
 * Phrases that every prompt is offered, as they are written and as keywords: a model has a notion of
 * each, though what it makes of it may be little.
 */
const offered = new Set(
	Object.values(phraseLists).flatMap((list) =>
		list.flatMap((phrase) => [phrase, keywords(phrase)].map((text) => tokens(text).join(' ')))
	)
);
/** Words with which fuller versions are put together. */
const framingWords = new Set(['made', 'mood']);
const LONGEST_OFFERED = Math.max(...[...offered].map((phrase) => phrase.split(' ').length));

/** Which words of a prompt stand in a phrase that was offered. */
function inOffered(words: readonly string[]): boolean[] {
	const known = words.map((word) => framingWords.has(word));
	for (let i = 0; i < words.length; i++)
		for (let length = Math.min(LONGEST_OFFERED, words.length - i); length > 0; length--)
			if (offered.has(words.slice(i, i + length).join(' '))) {
				known.fill(true, i, i + length);
				break;
			}
	return known;
}

/** Longest phrase that is looked for, in words. */
const LONGEST = 4;

/** Matches words against the repertoire, longest phrases first. */
function match(words: readonly string[]): { found: Found[]; unread: string[] } {
	const found: Found[] = [];
	const unread = new Set<string>();
	const known = inOffered(words);
	for (let i = 0; i < words.length;) {
		let length = Math.min(LONGEST, words.length - i);
		for (; length > 0; length--) {
			const phrase = words.slice(i, i + length).join(' ');
			const tags = lookUp(phrase);
			if (!tags) continue;
			found.push({ tags, phrase });
			break;
		}
		if (length === 0) {
			if (!plainWords.has(words[i]) && !known[i]) unread.add(words[i]);
			length = 1;
		}
		i += length;
	}
	return { found, unread: [...unread] };
}

const endings: [plural: RegExp, singular: string][] = [
	[/s$/, ''],
	[/es$/, ''],
	[/ies$/, 'y'],
	[/ves$/, 'f']
];

/** A phrase as it stands, or without its plural. */
function lookUp(phrase: string): Tag[] | undefined {
	const there = dictionary.get(phrase);
	if (there) return there;
	for (const [plural, singular] of endings) {
		if (!plural.test(phrase)) continue;
		const tags = dictionary.get(phrase.replace(plural, singular));
		if (tags) return tags;
	}
	return undefined;
}

const idOf = (tags: readonly Tag[], facet: Facet): string | undefined =>
	tags.find((tag) => tag.startsWith(`${facet}:`))?.slice(facet.length + 1);

/** What stands in double quotes or angle quotes, and the text without it. */
function takeLettering(text: string): { lettering: string | null; rest: string } {
	const quoted =
		/["\u201c\u201d\u201e\u00ab]([^"\u201c\u201d\u201e\u00ab\u00bb]{1,80})["\u201c\u201d\u00bb]/u;
	const lettering = quoted.exec(text)?.[1].trim() ?? '';
	return { lettering: lettering || null, rest: text.replace(quoted, ' ') };
}

/**
 * Reads a prompt against the repertoire.
 *
 * A number or a colour goes with the subject that follows it, a colour that no subject follows with
 * the one before. The word between two subjects says how they stand to each other.
 *
 * @param text the prompt; may be empty
 * @param words how many words the model reads; the rest is left out
 */
export function readPrompt(text: string, words = Infinity): Reading {
	const { lettering, rest } = takeLettering(text);
	const { found, unread } = match(tokens(rest).slice(0, words));
	const parts: (Part & { relation: Relation })[] = [];
	let count = 1;
	let colour: Rgb | null = null;
	let relation: Relation = 'beside';
	for (const { tags } of found) {
		const subject = subjects.find(({ id }) => id === idOf(tags, 'subject'));
		const counted = idOf(tags, 'count');
		const coloured = idOf(tags, 'colour');
		const related = idOf(tags, 'relation');
		if (counted) count = counts[counted];
		if (coloured) colour = colours[coloured];
		if (related && parts.length) relation = relations[related];
		if (!subject) continue;
		parts.push({ subject, count, accent: colour, relation });
		[count, colour, relation] = [1, null, 'beside'];
	}
	if (colour && parts.length) parts[parts.length - 1].accent ??= colour;
	const all = found.flatMap(({ tags }) => tags);
	const [lead, ...others] = parts;
	const lit = lights.filter(({ id }) => all.includes(`light:${id}`));
	const firstLight = idOf(all, 'light');
	const first = <T extends { id: string }>(items: readonly T[], facet: Facet) =>
		items.find(({ id }) => id === idOf(all, facet)) ?? null;
	return {
		lead: lead ? { subject: lead.subject, count: lead.count, accent: lead.accent } : null,
		partner: others.find(({ subject }) => subject !== lead.subject) ?? null,
		place: first(places, 'place'),
		light: first(lights, 'light'),
		weather: lit.find(({ id }) => id !== firstLight) ?? null,
		mood: first(moods, 'mood'),
		medium: first(media, 'medium'),
		framing: first(framings, 'framing'),
		accent: parts.length ? null : colour,
		lettering,
		unread,
		form: formOf(text)
	};
}

/** Everything that a negative prompt names, as tags that scenes carry. */
export function readNegative(text: string): Set<Tag> {
	return new Set(match(tokens(text)).found.flatMap(({ tags }) => tags));
}

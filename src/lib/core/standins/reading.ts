import { formOf } from '$lib/core/wording';
import type { Rgb } from './colour';
import { lights, type Light } from './repertoire/lights';
import { media, type Medium } from './repertoire/media';
import { places, type Place } from './repertoire/places';
import { subjects, type Subject } from './repertoire/subjects';
import { uninvited } from './repertoire/uninvited';
import { colours, framings, plainWords, type Framing } from './repertoire/words';

/** What a model takes from a prompt. Facets that the prompt leaves open are null. */
export interface Reading {
	subject: Subject | null;
	place: Place | null;
	light: Light | null;
	medium: Medium | null;
	framing: Framing | null;
	accent: Rgb | null;
	/** Words of the prompt that the model has no notion of, in their order, each once. */
	unread: string[];
	/** Whether the prompt reads as sentences or as a list of keywords. */
	form: 'sentences' | 'keywords';
}

/** What a word stands for: a facet and an id, written `subject:heron`. */
export type Tag =
	`${'subject' | 'place' | 'light' | 'medium' | 'framing' | 'uninvited' | 'colour'}:${string}`;

const dictionary = buildDictionary();

function buildDictionary(): Map<string, Tag[]> {
	const found = new Map<string, Tag[]>();
	const add = (words: string[], tag: Tag) => {
		for (const word of words) {
			const key = tokens(word).join(' ');
			found.set(key, [...(found.get(key) ?? []), tag]);
		}
	};
	for (const s of subjects) add(s.words, `subject:${s.id}`);
	for (const p of places) add(p.words, `place:${p.id}`);
	for (const l of lights) add(l.words, `light:${l.id}`);
	for (const m of media) add(m.words, `medium:${m.id}`);
	for (const f of framings) add(f.words, `framing:${f.id}`);
	for (const c of Object.keys(colours)) add([c], `colour:${c}`);
	for (const u of uninvited) add(u.words, `uninvited:${u.id}`);
	return found;
}

/** A text as lower-case words without marks. */
export function tokens(text: string): string[] {
	return (
		text
			.toLowerCase()
			.normalize('NFKC')
			.match(/[\p{L}\p{N}]+/gu) ?? []
	);
}

/** Matches a text against the repertoire, longest phrases first. */
function match(text: string): { tags: Tag[]; unread: string[] } {
	const words = tokens(text);
	const tags: Tag[] = [];
	const unread: string[] = [];
	for (let i = 0; i < words.length;) {
		let length = Math.min(3, words.length - i);
		for (; length > 0; length--) {
			const found = lookUp(words.slice(i, i + length).join(' '));
			if (!found) continue;
			tags.push(...found);
			break;
		}
		if (length === 0) {
			if (!plainWords.has(words[i]) && !unread.includes(words[i])) unread.push(words[i]);
			length = 1;
		}
		i += length;
	}
	return { tags, unread };
}

/** A phrase as it stands, or without its plural. */
function lookUp(phrase: string): Tag[] | undefined {
	return (
		dictionary.get(phrase) ??
		(phrase.endsWith('s') ? dictionary.get(phrase.slice(0, -1)) : undefined) ??
		(phrase.endsWith('es') ? dictionary.get(phrase.slice(0, -2)) : undefined)
	);
}

const first = (tags: Tag[], facet: string): string | undefined =>
	tags.find((tag) => tag.startsWith(`${facet}:`))?.slice(facet.length + 1);

/**
 * Reads a prompt against the repertoire.
 * @param text the prompt; may be empty
 * @param words how many words the model reads; the rest is left out
 */
export function readPrompt(text: string, words = Infinity): Reading {
	const all = tokens(text);
	const { tags, unread } = match(all.slice(0, words).join(' '));
	const colour = first(tags, 'colour');
	return {
		subject: subjects.find(({ id }) => id === first(tags, 'subject')) ?? null,
		place: places.find(({ id }) => id === first(tags, 'place')) ?? null,
		light: lights.find(({ id }) => id === first(tags, 'light')) ?? null,
		medium: media.find(({ id }) => id === first(tags, 'medium')) ?? null,
		framing: framings.find(({ id }) => id === first(tags, 'framing')) ?? null,
		accent: colour ? colours[colour] : null,
		unread,
		form: formOf(text)
	};
}

/** Everything that a negative prompt names, as tags that scenes carry. */
export function readNegative(text: string): Set<Tag> {
	return new Set(match(text).tags);
}

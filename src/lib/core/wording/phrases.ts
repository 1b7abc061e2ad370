import { diffArrays } from 'diff';
import type { Facet } from '$lib/core/contract';
import type { Phrase, PhraseStack } from './objects';
import { facetOf, onlyLeads } from './guess';

export const emptyStack: PhraseStack = { phrases: [], tail: '' };

/** A piece of text between two seams. */
type Piece = Pick<Phrase, 'lead' | 'text'>;

/** Where one phrase ends for certain: at commas, semicolons, line breaks, and after a sentence. */
const SEAM =
	/(?<!\s)\s*[,;\u3001\u060c\u061b\uff0c\uff1b\n]+\s*|[,;\u3001\u060c\u061b\uff0c\uff1b\n]+\s*|(?<=[.!?\u3002\u061f])\s+/u;

/** Words at which a phrase may begin inside a sentence. */
const JOINTS =
	/(?<!\s)\s+(?=(?:at|in|on|under|above|below|over|behind|beside|near|by|with|among|from|through|after|before|during|against|across|along|amid|standing|sitting|lying|walking|running|flying|swimming|sailing|sleeping|looking|waiting|drifting|hovering|wading|diving|reading|resting|leaping)\b)/iu;

/** Quoted lettering stays in one piece, whatever stands in it. */
const QUOTED = /["\u201c\u201e\u00ab][^"\u201c\u201d\u00bb\n]{1,200}["\u201d\u00bb]/gu;

/** Cuts a text into pieces that make it up again, each with what stands before it. */
function cut(text: string): { pieces: Piece[]; tail: string } {
	const pieces: Piece[] = [];
	const quotes = [...text.matchAll(QUOTED)].map(({ index, 0: { length } }) => [
		index,
		index + length
	]);
	const seam = new RegExp(SEAM.source, 'gu');
	let lead = /^\s*/u.exec(text)![0];
	let from = lead.length;
	let quote = 0;
	for (let found = ((seam.lastIndex = from), seam.exec(text)); ; found = seam.exec(text)) {
		if (found) {
			const at = found.index;
			while (quote < quotes.length && quotes[quote][1] <= at) quote++;
			if (quote < quotes.length && quotes[quote][0] < at) continue;
		}
		const inside = text.slice(from, found ? found.index : undefined);
		const kept = found ? inside : inside.trimEnd();
		if (kept) {
			pieces.push(...parts(kept).map((piece, i) => (i ? piece : { ...piece, lead })));
			lead = found ? found[0] : inside.slice(kept.length);
		} else lead += inside + (found?.[0] ?? '');
		if (!found) return { pieces, tail: lead };
		from = found.index + found[0].length;
	}
}

/** What a phrase speaks for is told from so many characters of it. */
const TOLD_FROM = 400;

/** Parts a sentence where another facet begins: "a heron", "at dawn", "in a salt marsh". */
function parts(sentence: string): Piece[] {
	const out: (Piece & { facet: Facet; leads: boolean })[] = [];
	let lead = '';
	let rest = sentence;
	const add = (text: string) => {
		const facet = facetOf(text);
		const before = out.at(-1);
		// What says nothing by itself, or the same as what stands before it, stays with that; and
		// "sailing" begins a phrase after a thing that sails, not after "a" or "a red".
		const doing = /^\w+ing\b/i.test(text);
		const belongs =
			before &&
			(facet === 'other' ||
				facet === before.facet ||
				before.leads ||
				(doing && before.facet !== 'subject' && before.facet !== 'other'));
		const leads = onlyLeads(text);
		if (!belongs) out.push({ lead, text, facet, leads });
		else {
			// What a phrase speaks for is told from how it begins, however long it grows.
			const grows = before.text.length < TOLD_FROM;
			before.text += lead + text;
			before.leads &&= leads;
			if (grows) before.facet = facetOf(before.text.slice(0, TOLD_FROM));
		}
	};
	if (new RegExp(QUOTED.source, 'u').test(sentence)) return [{ lead: '', text: sentence }];
	for (let joint = JOINTS.exec(rest); joint; joint = JOINTS.exec(rest)) {
		add(rest.slice(0, joint.index));
		lead = joint[0];
		rest = rest.slice(joint.index + lead.length);
	}
	add(rest);
	return out.map(({ lead: before, text }) => ({ lead: before, text }));
}

/** The text that is sent: the phrases that are on, each after what parts it from the one before. */
export function stackText({ phrases, tail }: PhraseStack): string {
	let text = '';
	let parted = false;
	for (const { off, lead, text: words } of phrases) {
		if (off) {
			parted = true;
			continue;
		}
		// A phrase that comes to stand first needs nothing to part it; one that follows does.
		if (!text) text = (parted ? '' : lead) + words;
		else text += (parted && !/[\s,;\u3001]/u.test(lead) ? ', ' : lead) + words;
		parted = false;
	}
	return text + tail;
}

/** Reads a text as phrases; `newId` names them. */
export function readStack(text: string, newId: () => string): PhraseStack {
	return rereadStack(emptyStack, text, newId);
}

/**
 * Reads a text that was edited, keeping what is known of phrases that are still there: their ids,
 * facets chosen by hand, alternatives, and the phrases that are switched off. The text of the
 * result is the text that was given, to the letter.
 */
export function rereadStack(before: PhraseStack, text: string, newId: () => string): PhraseStack {
	const { pieces, tail } = cut(text);
	const on = before.phrases.filter(({ off }) => !off);
	const fresh = pieces.map(({ lead, text: words }): Phrase => ({
		id: '',
		text: words,
		lead,
		facet: 'other',
		placed: false,
		off: false,
		instead: []
	}));
	// Phrases that are the same, in order; what lies between two of them was edited in place.
	const changes = diffArrays(
		on.map((phrase) => phrase.text),
		fresh.map((phrase) => phrase.text)
	);
	let [o, n] = [0, 0];
	let gone: Phrase[] = [];
	const inherit = (old: Phrase, now: Phrase, same: boolean) => {
		now.id = old.id;
		now.placed = old.placed;
		now.instead = old.instead;
		if (old.placed || same) now.facet = old.facet;
		else now.facet = facetOf(now.text);
	};
	for (const { added, removed, value } of changes) {
		if (removed) {
			gone = on.slice(o, o + value.length);
			o += value.length;
			continue;
		}
		for (let i = 0; i < value.length; i++, n++) {
			if (!added) inherit(on[o++], fresh[n], true);
			else if (gone.length) inherit(gone.shift()!, fresh[n], false);
			else {
				fresh[n].id = newId();
				fresh[n].facet = facetOf(fresh[n].text);
			}
		}
		gone = [];
	}
	if (!pieces.length) return { phrases: before.phrases.filter(({ off }) => off), tail };
	// The first phrase is most often the subject, also when no list knows it.
	if (!fresh[0].placed && fresh[0].facet === 'other') fresh[0].facet = 'subject';
	// Phrases that are off go back to where they were: after the last one that is still there.
	const there = new Set(fresh.map(({ id }) => id));
	const after = new Map<string | null, Phrase[]>();
	let anchor: string | null = null;
	for (const old of before.phrases) {
		if (!old.off) {
			if (there.has(old.id)) anchor = old.id;
		} else after.set(anchor, [...(after.get(anchor) ?? []), old]);
	}
	const phrases = [
		...(after.get(null) ?? []),
		...fresh.flatMap((phrase) => [phrase, ...(after.get(phrase.id) ?? [])])
	];
	return settle({ phrases, tail }, text);
}

/** Gives leads that make up the text again, where switched-off phrases stand between. */
function settle(stack: PhraseStack, text: string): PhraseStack {
	if (stackText(stack) === text) return stack;
	// Leads are put aside by phrases that are off: those then stand at the end, where none follows.
	const off = stack.phrases.filter((phrase) => phrase.off);
	const on = stack.phrases.filter((phrase) => !phrase.off);
	return { ...stack, phrases: [...on, ...off] };
}

const COMMA = ', ';

/** A stack with one phrase changed; an empty text takes the phrase away. */
export function changePhrase(
	stack: PhraseStack,
	id: string,
	change: Partial<Omit<Phrase, 'id'>>
): PhraseStack {
	if (change.text !== undefined && !change.text.trim()) return dropPhrase(stack, id);
	const phrases = stack.phrases.map((phrase) =>
		phrase.id === id ? { ...phrase, ...change } : phrase
	);
	// A full stop after nothing is no prompt.
	return { phrases, tail: phrases.some(({ off }) => !off) ? stack.tail : '' };
}

/** A stack without one of its phrases. */
export function dropPhrase(stack: PhraseStack, id: string): PhraseStack {
	const phrases = stack.phrases.filter((phrase) => phrase.id !== id);
	return { phrases: tidyLeads(phrases), tail: phrases.length ? stack.tail : '' };
}

/** A stack with a phrase at its end, or after the last one of its facet. */
export function insertPhrase(
	stack: PhraseStack,
	text: string,
	id: string,
	facet: Facet = facetOf(text)
): PhraseStack {
	const phrase: Phrase = {
		id,
		text,
		lead: stack.phrases.length ? COMMA : '',
		facet,
		placed: false,
		off: false,
		instead: []
	};
	// A full stop at the end moves behind what is added; a comma just typed gives way to ours.
	const tail = stack.tail.replace(/[\s,;]+$/u, '');
	return { phrases: tidyLeads([...stack.phrases, phrase]), tail };
}

/** A stack with its phrases in another order, given by their ids. */
export function orderPhrases(stack: PhraseStack, ids: readonly string[]): PhraseStack {
	const byId = new Map(stack.phrases.map((phrase) => [phrase.id, phrase]));
	const next = ids.flatMap((id) => byId.get(id) ?? []);
	const before = new Map(stack.phrases.map(({ id }, i) => [id, stack.phrases[i - 1]?.id]));
	const phrases = next.map((phrase, i) =>
		// What follows another phrase than before is parted from it anew.
		before.get(phrase.id) === next[i - 1]?.id ? phrase : { ...phrase, lead: i ? COMMA : '' }
	);
	return { ...stack, phrases: tidyLeads(phrases) };
}

/** A stack with one phrase moved by so many places. */
export function movePhrase(stack: PhraseStack, id: string, by: number): PhraseStack {
	const ids = stack.phrases.map((phrase) => phrase.id);
	const from = ids.indexOf(id);
	const to = Math.max(0, Math.min(ids.length - 1, from + by));
	ids.splice(to, 0, ...ids.splice(from, 1));
	return orderPhrases(stack, ids);
}

function tidyLeads(phrases: Phrase[]): Phrase[] {
	return phrases.map((phrase, i) =>
		i === 0
			? { ...phrase, lead: phrase.lead.replace(/[,;\n]/g, '').trimStart() }
			: phrase.lead
				? phrase
				: { ...phrase, lead: COMMA }
	);
}

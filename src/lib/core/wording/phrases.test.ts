import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	changePhrase,
	dropPhrase,
	facetOf,
	insertPhrase,
	movePhrase,
	orderPhrases,
	phraseLists,
	readStack,
	rereadStack,
	stackText
} from './index';
import type { PhraseStack } from './objects';

let next = 0;
const newId = () => `p${next++}`;
const read = (text: string) => readStack(text, newId);
const shown = ({ phrases }: PhraseStack) => phrases.map(({ facet, text }) => `${facet}: ${text}`);

/** Texts of every kind: any Unicode, and words with the marks at which phrases are parted. */
const anyText = fc.oneof(
	fc.string({ unit: 'binary', maxLength: 60 }),
	fc
		.array(
			fc.constantFrom(
				'a heron',
				'at dusk',
				'in fog',
				'linocut',
				'standing',
				'"High, water"',
				',',
				', ',
				' ',
				'. ',
				'\n',
				';',
				'\u3001',
				'منارة',
				'🦀'
			),
			{ maxLength: 14 }
		)
		.map((parts) => parts.join(''))
);

describe('a prompt as phrases', () => {
	it('is parted where another facet begins, by the shipped lists', () => {
		expect(
			shown(read('a red heron standing still at dusk in a salt marsh, wide view, linocut'))
		).toEqual([
			'subject: a red heron',
			'action: standing still',
			'light: at dusk',
			'place: in a salt marsh',
			'framing: wide view',
			'medium: linocut'
		]);
		expect(
			shown(read('A kite over the harbour. Calm in mood.')).map((s) => s.split(':')[0])
		).toEqual(['subject', 'place', 'mood']);
	});

	it('does not part a thing from what it is called', () => {
		for (const text of ['a sailing dinghy', 'a red sailing dinghy', 'the flying fish'])
			expect(read(text).phrases.map((phrase) => phrase.text)).toEqual([text]);
		expect(shown(read('a red sailing dinghy on the open sea'))).toEqual([
			'subject: a red sailing dinghy',
			'place: on the open sea'
		]);
	});

	it('keeps lettering in quotes in one piece', () => {
		expect(read('a sign, "High water, 04:12", at noon').phrases.map(({ text }) => text)).toEqual([
			'a sign',
			'"High water, 04:12"',
			'at noon'
		]);
	});

	it('takes what no list knows for the subject when it stands first, for other things later', () => {
		expect(shown(read('a zyxomat, quux'))).toEqual(['subject: a zyxomat', 'other: quux']);
	});

	it('gives back its text to the letter, whatever it is', () => {
		fc.assert(
			fc.property(anyText, (text) => {
				expect(stackText(read(text))).toBe(text);
			}),
			{ numRuns: 1500 }
		);
	});

	it('gives back an edited text to the letter, and loses no phrase that is off', () => {
		fc.assert(
			fc.property(anyText, anyText, fc.array(fc.nat(8), { maxLength: 4 }), (one, two, offs) => {
				let stack = read(one);
				for (const i of offs) {
					const phrase = stack.phrases[i % Math.max(1, stack.phrases.length)];
					if (phrase) stack = changePhrase(stack, phrase.id, { off: true });
				}
				const off = stack.phrases.filter((phrase) => phrase.off).map(({ text }) => text);
				const after = rereadStack(stack, two, newId);
				expect(stackText(after)).toBe(two);
				expect(after.phrases.filter((phrase) => phrase.off).map(({ text }) => text)).toEqual(off);
				expect(new Set(after.phrases.map(({ id }) => id)).size).toBe(after.phrases.length);
			}),
			{ numRuns: 1500 }
		);
	});

	it('keeps what is known of phrases while others are edited', () => {
		let stack = read('a heron, at dusk, linocut');
		const [, dusk, linocut] = stack.phrases;
		stack = changePhrase(stack, dusk.id, { facet: 'mood', placed: true, instead: ['at dawn'] });
		stack = rereadStack(stack, 'two grey herons, at dusk, linocut, wide view', newId);
		expect(stack.phrases[1]).toMatchObject({ id: dusk.id, facet: 'mood', instead: ['at dawn'] });
		expect(stack.phrases[2].id).toBe(linocut.id);
		// A phrase that is edited in its place stays the same phrase.
		const edited = rereadStack(stack, 'two grey herons, at late dusk, linocut, wide view', newId);
		expect(edited.phrases[1]).toMatchObject({
			id: dusk.id,
			text: 'at late dusk',
			instead: ['at dawn']
		});
	});

	it('is sent without what is off, and as before when it is on again', () => {
		const stack = read('a heron at dusk in a salt marsh, linocut.');
		const without = (i: number) =>
			stackText(changePhrase(stack, stack.phrases[i].id, { off: true }));
		expect(without(0)).toBe('at dusk in a salt marsh, linocut.');
		expect(without(1)).toBe('a heron in a salt marsh, linocut.');
		expect(without(3)).toBe('a heron at dusk in a salt marsh');
		const off = changePhrase(stack, stack.phrases[1].id, { off: true });
		expect(stackText(changePhrase(off, stack.phrases[1].id, { off: false }))).toBe(
			stackText(stack)
		);
	});

	it('is added to, reordered and shortened with commas where they are needed', () => {
		let stack = insertPhrase(read('a heron, '), 'at dawn', newId());
		expect(stackText(stack)).toBe('a heron, at dawn');
		stack = insertPhrase(stack, 'linocut', newId());
		const [, dawn] = stack.phrases;
		expect(stackText(movePhrase(stack, dawn.id, -1))).toBe('at dawn, a heron, linocut');
		expect(stackText(movePhrase(stack, dawn.id, 9))).toBe('a heron, linocut, at dawn');
		expect(stackText(dropPhrase(stack, stack.phrases[0].id))).toBe('at dawn, linocut');
		expect(stackText(changePhrase(stack, dawn.id, { text: ' ' }))).toBe('a heron, linocut');
		const sentence = read('a heron at dusk in a salt marsh');
		expect(stackText(movePhrase(sentence, sentence.phrases[1].id, -1))).toBe(
			'at dusk, a heron, in a salt marsh'
		);
	});

	it('has the same phrases in whatever order', () => {
		fc.assert(
			fc.property(anyText, fc.infiniteStream(fc.nat()), (text, draws) => {
				const stack = read(text);
				const ids = stack.phrases.map(({ id }) => id);
				ids.sort(() => ((draws.next().value as number) % 3) - 1);
				const after = orderPhrases(stack, ids);
				expect(after.phrases.map(({ id }) => id)).toEqual(ids);
				for (const { text: phrase } of stack.phrases) expect(stackText(after)).toContain(phrase);
			})
		);
	});
});

describe('phrase lists', () => {
	it.each(Object.entries(phraseLists))('%s has at least 40 entries, each once', (_facet, list) => {
		expect(list.length).toBeGreaterThanOrEqual(40);
		expect(new Set(list).size).toBe(list.length);
	});

	it('are guessed as the facets that they stand under', () => {
		const all = Object.entries(phraseLists).flatMap(([facet, list]) =>
			list.map((phrase) => ({ facet, guess: facetOf(phrase), phrase }))
		);
		const wrong = all.filter(({ facet, guess }) => facet !== guess);
		expect(wrong.map(({ phrase, guess }) => `${phrase}: ${guess}`)).toEqual([]);
	});
});

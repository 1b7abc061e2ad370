import { describe, expect, it } from 'vitest';
import { cards, readNegative, readPrompt } from '$lib/core/standins';
import {
	addPhrase,
	countWords,
	defectPhrases,
	formOf,
	ideas,
	promptNotes,
	splitPhrases,
	togglePhrase
} from './index';

describe('words', () => {
	it('counts words, not marks', () => {
		expect(countWords('A keeper’s well-kept lamp, at dusk!')).toBe(6);
		expect(countWords(' , ')).toBe(0);
	});

	it('tells sentences from keywords', () => {
		expect(formOf('a lighthouse at dusk above a salt marsh')).toBe('sentences');
		expect(formOf('lighthouse, dusk, salt marsh, linocut')).toBe('keywords');
	});

	it('puts a phrase in and takes it out again, whatever its case', () => {
		expect(togglePhrase('people, Birds', 'birds')).toBe('people');
		expect(togglePhrase('people', 'birds')).toBe('people, birds');
		expect(togglePhrase(togglePhrase('', 'birds'), 'birds')).toBe('');
	});

	it('adds a phrase with one comma', () => {
		expect(addPhrase('', 'a heron')).toBe('a heron');
		expect(addPhrase('a heron', 'at dawn')).toBe('a heron, at dawn');
		expect(addPhrase('a heron, ', 'at dawn')).toBe('a heron, at dawn');
	});

	it('splits at commas and lines, and loses nothing', () => {
		expect(splitPhrases('a, b;c\n\n d ,')).toEqual(['a', 'b', 'c', 'd']);
	});
});

describe('promptNotes', () => {
	it('points out what is asked for and left out at once', () => {
		expect(promptNotes('two boats at dusk', 'boat, lettering', cards).contradictions).toEqual([
			'boat'
		]);
		expect(promptNotes('a boat at dusk', 'second boat', cards).contradictions).toEqual([]);
	});

	it('says when the form does not suit a model, and when words go unread', () => {
		const says = (prompt: string) =>
			promptNotes(prompt, '', cards.slice(0, 2)).models.map((m) => m.says);
		expect(says('a lighthouse at dusk above a salt marsh')).toEqual([
			'',
			expect.stringMatching(/Wants keywords/)
		]);
		expect(says('heron, '.repeat(100))[1]).toMatch(/10 words at the end/);
		expect(says('heron')).toEqual(['', '']);
	});
});

describe('phrases that are offered', () => {
	it('are all understood by the models that ship', () => {
		for (const phrase of ideas.flatMap(({ phrases }) => phrases))
			expect(readPrompt(phrase).unread, phrase).toEqual([]);
		for (const phrase of defectPhrases)
			expect(readNegative(phrase).size, phrase).toBeGreaterThan(0);
	});
});

import { describe, expect, it } from 'vitest';
import { cards } from '$lib/core/testing';
import { countWords, findWords, formOf, modelNotes, splitPhrases, wordLimit } from './index';

describe('words', () => {
	it('are counted, marks are not, in every script', () => {
		expect(countWords('A keeper’s well-kept lamp, at dusk!')).toBe(6);
		expect(countWords(' , ')).toBe(0);
		expect(countWords('منارة عند الغسق')).toBe(3);
		expect(countWords('🌊🌊 tide')).toBe(1);
	});

	it('are found where they stand', () => {
		const text = 'A zyx heron, Zyx again';
		expect(findWords(text, ['zyx']).map(([a, b]) => text.slice(a, b))).toEqual(['zyx', 'Zyx']);
		expect(findWords(text, [])).toEqual([]);
	});

	it('over a limit begin where the first one too many does', () => {
		expect(wordLimit('one two three', 2)).toBe('one two '.length);
		expect(wordLimit('one two', 2)).toBeNull();
	});

	it('read as sentences or as keywords', () => {
		expect(formOf('a lighthouse at dusk above a salt marsh')).toBe('sentences');
		expect(formOf('lighthouse, dusk, salt marsh, linocut')).toBe('keywords');
	});

	it('split at commas and lines, and nothing is lost', () => {
		expect(splitPhrases('a, b;c\n\n d ,')).toEqual(['a', 'b', 'c', 'd']);
	});
});

describe('modelNotes', () => {
	const says = (prompt: string, negative = '') =>
		modelNotes(prompt, negative, cards.slice(0, 2)).map((note) => note.says);

	it('says when the form does not suit a model, and how many words are too many', () => {
		expect(says('a lighthouse at dusk above a salt marsh')).toEqual([
			'',
			expect.stringMatching(/Wants keywords/)
		]);
		expect(says('heron, '.repeat(100))[1]).toMatch(/last 10 are not read/);
		expect(modelNotes('heron, '.repeat(100), '', cards)[1].over).toBe(10);
		expect(says('heron')).toEqual(['', '']);
	});

	it('says which models work without a prompt, and with only negatives', () => {
		expect(says('')).toEqual([expect.stringMatching(/Works without/), 'Needs a prompt.']);
		expect(says(' ', 'people')).toEqual([
			expect.stringMatching(/without that/),
			expect.stringMatching(/not enough/)
		]);
	});
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clean } from './index';

describe('clean', () => {
	it.each([
		['3. a heron at dusk https://example.org/p?id=7', 'a heron at dusk', '1 link, 1 list mark'],
		['- **a heron**, , at   dusk', 'a heron, at dusk', /2 |doubled comma.*doubled space/],
		['a\u200bheron\u0007 at\u00a0dusk', 'aheron at dusk', '2 invisible characters'],
		[
			'\u201cHigh water\u201d on the keeper\u2019s sign',
			'"High water" on the keeper\'s sign',
			'3 curly quotes'
		],
		['[a heron](https://example.org) in `fog`', 'a heron in fog', '1 link, 1 Markdown mark'],
		['# A plan\n\n* a heron\n* a crab', 'A plan\na heron\na crab', /list mark/],
		['> a heron,\r\n', 'a heron', '1 Markdown mark'],
		['a heron (www.example.org)', 'a heron', '1 link'],
		['![a](b.png) a heron', 'a heron', '1 picture link']
	])('takes out of %j what does not belong', (text, cleaned, taken) => {
		const result = clean(text);
		expect(result.text).toBe(cleaned);
		expect(result.taken).toMatch(taken);
	});

	it('leaves what belongs: emoji joined of several, scripts with joiners, numbers, hyphens', () => {
		for (const text of [
			'a keeper 👩‍🚒 at dusk',
			'می‌خواهم',
			'35 mm lens, f/2.8',
			'well-kept, 4:3',
			'منارة عند الغسق',
			'a heron *',
			'5 crabs on a 2.5 m board'
		])
			expect(clean(text)).toEqual({ text, taken: '' });
	});

	it('leaves alone what it has cleaned', () => {
		fc.assert(
			fc.property(
				fc.oneof(
					fc.string({ unit: 'binary', maxLength: 80 }),
					fc
						.array(
							fc.constantFrom(
								'a',
								' ',
								',',
								'\n',
								'*',
								'_',
								'-',
								'1. ',
								'[',
								']',
								'(',
								')',
								'https://x.org',
								'`',
								'#',
								'\u200b',
								'\u201c',
								'>'
							),
							{ maxLength: 20 }
						)
						.map((parts) => parts.join(''))
				),
				(text) => {
					const once = clean(text).text;
					expect(clean(once).text).toBe(once);
				}
			),
			{ numRuns: 1500 }
		);
	});

	it('says nothing when nothing was taken', () => {
		expect(clean('a heron at dusk')).toEqual({ text: 'a heron at dusk', taken: '' });
	});
});

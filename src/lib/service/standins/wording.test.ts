import { describe, expect, it } from 'vitest';
import { dialOf } from '$lib/core/dials';
import { samplers, schedules } from '$lib/service/diffusion';
import { defectPhrases, fullerVersions, keywords, phraseLists } from '$lib/core/wording';
import { cards, readNegative, readPrompt } from '.';

describe('what the program offers', () => {
	it('as phrases of the lists is never unknown to a model, as written and as keywords', () => {
		for (const list of Object.values(phraseLists))
			for (const phrase of list)
				for (const text of [phrase, keywords(phrase), `a crab, ${phrase}`])
					expect(readPrompt(text).unread, text).toEqual([]);
		// A word by itself is known or not for itself.
		expect(readPrompt('a zeppelin with a 35 mm lens').unread).toEqual(['zeppelin']);
	});

	it.each(['a jam jar on a table', 'a sailing dinghy', 'a red horse', 'heron, salt marsh, dawn'])(
		'as fuller versions of \u201c%s\u201d adds nothing that a model does not know',
		(line) => {
			const read = readPrompt(line).unread;
			for (const form of ['sentences', 'keywords', 'either'] as const)
				for (const seed of [1, 2, 3, 4])
					for (const { text } of fullerVersions({ line, form, maxWords: 200, count: 8, seed }))
						expect(readPrompt(text).unread, text).toEqual(read);
		}
	);

	it('as defects is known to the models', () => {
		for (const phrase of defectPhrases)
			expect(readNegative(phrase).size, phrase).toBeGreaterThan(0);
	});

	it('as samplers and schedules of the cards is there, and has a name', () => {
		for (const { samplers: offered, schedules: spread } of cards) {
			for (const id of offered) {
				expect(samplers).toHaveProperty([id]);
				expect(dialOf('sampler').format(id)).not.toBe(id);
			}
			for (const id of spread) expect(schedules).toHaveProperty([id]);
		}
	});
});

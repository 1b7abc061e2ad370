import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { FullerRequest } from '$lib/core/contract';
import {
	applyStyles,
	changePhrase,
	compareWords,
	contradictions,
	countWords,
	duplicates,
	formOf,
	fullerVersions,
	MOST_WORDINGS,
	negativeOf,
	noWords,
	ownWords,
	plainWords,
	readStack,
	splitPhrases,
	starterSets,
	starterStyles,
	togglePhrase,
	withLeaveOut,
	withoutPhrase,
	wordingStops,
	words
} from './index';

let next = 0;
const newId = () => `p${next++}`;

describe('leaving out', () => {
	it('puts a phrase in and takes it out again, whatever its case', () => {
		expect(togglePhrase('people, Birds', 'birds')).toBe('people');
		expect(togglePhrase('people', 'birds')).toBe('people, birds');
		expect(withoutPhrase('people, Birds', 'birds')).toBe('people');
	});

	it('says each phrase once, sets first', () => {
		const sets = [
			{ name: 'a', phrases: ['watermark', 'people'] },
			{ name: 'b', phrases: ['People', 'birds'] }
		];
		expect(negativeOf({ sets, leaveOut: 'birds, fog' })).toBe('watermark, people, birds, fog');
		expect(withLeaveOut({ ...noWords, sets }, { leaveOut: 'x' }).negative).toMatch(/birds, x$/);
	});

	it('finds what is wanted and left out at once, the same word or a related one', () => {
		const found = (wanted: string[], negative: string) =>
			contradictions(wanted, negative).map(({ leftOut, wanted: by, same }) => [leftOut, by, same]);
		expect(found(['two boats', 'at dusk'], 'boat, lettering')).toEqual([
			['boat', 'two boats', true]
		]);
		expect(found(['a sailing dinghy'], 'boats')).toEqual([['boats', 'a sailing dinghy', false]]);
		expect(found(['a harbour keeper'], 'people')).toEqual([['people', 'a harbour keeper', false]]);
		expect(found(['a heron in fog'], 'mist, birds')).toHaveLength(2);
		// A defect is no contradiction to the thing: nobody wants a second boat.
		expect(found(['a boat'], 'second boat, extra limbs')).toEqual([]);
		expect(found(['a boat'], '')).toEqual([]);
	});

	it('finds what is said twice', () => {
		expect(duplicates(['a heron', 'at dusk', 'the Heron'])).toEqual([
			{ phrase: 'the Heron', index: 2 }
		]);
	});

	it('offers sets without doubles', () => {
		for (const { phrases } of starterSets) expect(duplicates(phrases)).toEqual([]);
	});
});

describe('comparing', () => {
	it('shows what went and what came, word by word', () => {
		const changes = compareWords('a heron at dusk', 'a heron at dawn');
		expect(changes.filter(({ kind }) => kind !== 'same')).toEqual([
			{ text: 'dusk', kind: 'out' },
			{ text: 'dawn', kind: 'in' }
		]);
	});

	it('makes up both texts again', () => {
		fc.assert(
			fc.property(fc.string(), fc.string(), (a, b) => {
				const side = (kind: 'in' | 'out') =>
					compareWords(a, b)
						.filter((change) => change.kind !== kind)
						.map(({ text }) => text)
						.join('');
				expect([side('in'), side('out')]).toEqual([a, b]);
			})
		);
	});

	it('leaves of several texts only the words in which they differ', () => {
		expect(
			ownWords(['a heron at dusk, linocut', 'a heron at dawn, linocut', 'a heron in fog, pastel'])
		).toEqual(['at dusk linocut', 'at dawn linocut', 'in fog pastel']);
		expect(ownWords(['a heron on the quay', 'heron, quay, fog'])).toEqual(['', 'fog']);
		expect(ownWords(['a heron', 'a heron, wide view'])).toEqual(['', 'wide view']);
		expect(ownWords(['a heron'])).toEqual(['']);
		expect(ownWords([])).toEqual([]);
	});
});

describe('the wording dial', () => {
	const base = readStack('a heron at dusk, linocut', newId);
	const varied = (instead: string[][]) =>
		instead.reduce(
			(stack, texts, i) => changePhrase(stack, base.phrases[i].id, { instead: texts }),
			base
		);

	it('has one stop for every alternative and every version, each once', () => {
		const stack = varied([[], ['at dawn', 'in fog']]);
		expect(wordingStops({ stack, versions: ['a crab', 'a heron in fog, linocut'] })).toEqual([
			'a heron at dusk, linocut',
			'a heron at dawn, linocut',
			'a heron in fog, linocut',
			'a crab'
		]);
	});

	it('combines the alternatives of several phrases, up to a limit', () => {
		expect(wordingStops({ stack: varied([['a crab'], ['at dawn']]), versions: [] })).toHaveLength(
			4
		);
		const many = Array.from({ length: 9 }, (_, i) => `x${i}`);
		const stops = wordingStops({ stack: varied([many, many, many]), versions: [] });
		expect(stops).toHaveLength(MOST_WORDINGS);
	});

	it('does not vary what is switched off', () => {
		const stack = changePhrase(varied([[], ['at dawn']]), base.phrases[1].id, { off: true });
		expect(wordingStops({ stack, versions: [] })).toEqual(['a heron, linocut']);
	});
});

describe('styles', () => {
	it('number at least sixteen, each with a name and something to add', () => {
		expect(starterStyles.length).toBeGreaterThanOrEqual(16);
		expect(new Set(starterStyles.map(({ name }) => name)).size).toBe(starterStyles.length);
		for (const { add } of starterStyles) expect(add.length).toBeGreaterThan(0);
	});

	it('add their phrases and leave out theirs, each once', () => {
		const one = { name: 'one', add: ['linocut', 'calm'], leaveOut: ['people'] };
		const two = { name: 'two', add: ['calm', 'wide view'], leaveOut: ['people', 'birds'] };
		expect(applyStyles({ prompt: 'A heron, linocut.', negative: 'people' }, [one, two])).toEqual({
			prompt: 'A heron, linocut, calm, wide view',
			negative: 'people, birds'
		});
		const plain = { prompt: 'A heron. ', negative: 'a,a' };
		expect(applyStyles(plain, [])).toEqual(plain);
	});
});

describe('fuller versions', () => {
	const request: FullerRequest = {
		line: 'a heron beside a storm lamp',
		negative: 'people, fog, photograph',
		form: 'sentences',
		maxWords: 60,
		count: 8,
		seed: 7
	};

	it('are as many as asked for, all different, the same for the same request', () => {
		const versions = fullerVersions(request);
		expect(versions).toHaveLength(8);
		expect(new Set(versions.map(({ text }) => text)).size).toBe(8);
		expect(fullerVersions(request)).toEqual(versions);
		expect(fullerVersions({ ...request, seed: 8 })).not.toEqual(versions);
	});

	it('differ from each other in light, framing, mood or medium', () => {
		const marks = fullerVersions(request).map(({ added }) =>
			added
				.filter(({ facet }) => ['light', 'framing', 'mood', 'medium'].includes(facet))
				.map(({ phrase }) => phrase)
				.sort()
				.join('|')
		);
		expect(new Set(marks).size).toBe(8);
		expect(marks.every(Boolean)).toBe(true);
	});

	it('keep every word of the line, contradict nothing, keep to form and length', () => {
		const nouns = fc.constantFrom('heron', 'lamp', 'crab', 'ferry', 'zyxomat', 'dinghy');
		fc.assert(
			fc.property(
				nouns,
				nouns,
				fc.constantFrom('sentences' as const, 'keywords' as const),
				fc.integer({ min: 12, max: 80 }),
				fc.nat(4_294_967_295),
				(one, two, form, maxWords, seed) => {
					const line = `a ${one} beside a ${two} at dusk`;
					for (const { text, added } of fullerVersions({
						...request,
						line,
						form,
						maxWords,
						seed
					})) {
						expect(words(text)).toEqual(expect.arrayContaining([one, two, 'dusk']));
						expect(countWords(text)).toBeLessThanOrEqual(maxWords);
						expect(added.every(({ facet }) => facet !== 'light')).toBe(true);
						expect(
							contradictions(
								added.map(({ phrase }) => phrase),
								request.negative!
							)
						).toEqual([]);
						if (form === 'keywords') expect(formOf(text)).toBe('keywords');
					}
				}
			),
			{ numRuns: 60 }
		);
	});

	it('leave lettering in quotes as it is', () => {
		const line = 'a sign beside a lamp, "High, and dry"';
		for (const { text } of fullerVersions({ ...request, line, form: 'keywords' }))
			expect(text).toMatch(/^sign, lamp, "High, and dry", /);
	});

	it('are fewer when there is no room to differ', () => {
		expect(fullerVersions({ ...request, maxWords: 6 })).toEqual([]);
	});
});

describe('words loaded from elsewhere', () => {
	it('take the place of what was there; what is not given stays', () => {
		const old = {
			...noWords,
			versions: ['x'],
			sets: [{ name: 's', phrases: ['a'] }],
			leaveOut: 'b'
		};
		const change = plainWords(old, { prompt: 'a crab, at noon' }, newId);
		expect(change.prompt).toBe('a crab, at noon');
		expect(change.words.versions).toEqual([]);
		expect(change.words.leaveOut).toBe('b');
		expect(change).not.toHaveProperty('negative');
		expect(splitPhrases(plainWords(old, { negative: 'c, d' }, newId).words.leaveOut)).toEqual([
			'c',
			'd'
		]);
	});
});

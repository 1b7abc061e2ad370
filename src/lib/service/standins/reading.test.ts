import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readNegative, readPrompt } from './reading';
import { framings } from './repertoire/framings';
import { lights } from './repertoire/lights';
import { media } from './repertoire/media';
import { moods } from './repertoire/moods';
import { places } from './repertoire/places';
import { subjects } from './repertoire/subjects';
import { uninvited } from './repertoire/uninvited';
import { colours } from './repertoire/words';

describe('readPrompt', () => {
	it.each([
		['a heron beside a lamp', 'heron', 'beside', 'lamp'],
		['a kite above a cottage', 'kite', 'above', 'cottage'],
		['a cat on a chair', 'cat', 'on', 'chair'],
		['a dog behind a boat', 'dog', 'behind', 'dinghy'],
		['a hare in front of a windmill', 'hare', 'before', 'windmill'],
		['a fish under a ferry', 'fish', 'below', 'ferry'],
		['an owl and a fox', 'owl', 'beside', 'fox']
	])('takes two subjects and how they stand from %j', (prompt, lead, relation, partner) => {
		const read = readPrompt(prompt);
		expect(read.lead?.subject.id).toBe(lead);
		expect(read.partner?.relation).toBe(relation);
		expect(read.partner?.subject.id).toBe(partner);
	});

	it('gives a place no relation: a lighthouse above a marsh stands alone', () => {
		const read = readPrompt('a lighthouse above a salt marsh');
		expect(read.partner).toBeNull();
		expect(read.place?.id).toBe('marsh');
	});

	it.each([
		['a heron', 1],
		['two herons', 2],
		['a pair of boots', 1],
		['three sheep', 3],
		['4 boats', 4],
		['five kites', 5]
	])('counts %j', (prompt, count) => expect(readPrompt(prompt).lead?.count).toBe(count));

	it('gives each subject its own colour and count', () => {
		const { lead, partner } = readPrompt('a red lighthouse and two blue boats');
		expect(lead).toMatchObject({ count: 1, accent: colours.red });
		expect(partner).toMatchObject({ count: 2, accent: colours.blue });
		expect(readPrompt('a hut painted green').lead?.accent).toEqual(colours.green);
		expect(readPrompt('something purple').accent).toEqual(colours.purple);
	});

	it.each([
		['foxes', 'fox'],
		['mice and geese', null],
		['butterflies', 'butterfly'],
		['children', 'child'],
		['sheep', 'sheep'],
		['pine trees', 'pine']
	])('reads the plural %j', (prompt, id) =>
		expect(readPrompt(prompt).lead?.subject.id ?? null).toBe(id)
	);

	it('joins a hour and a weather: dusk in fog keeps the dusk and takes the mist', () => {
		const { light, weather } = readPrompt('a ferry at dusk in fog');
		expect(light?.id).toBe('dusk');
		expect(weather?.id).toBe('fog');
	});

	it.each(['"', '\u201c'])('takes lettering out of quotes opened by %s', (open) => {
		const close = open === '"' ? '"' : '\u201d';
		const read = readPrompt(`a poster of a ferry, ${open}High Water${close}`);
		expect(read.lettering).toBe('High Water');
		expect(read.unread).toEqual([]);
	});

	it('has one meaning for every word of one facet', () => {
		for (const set of [subjects, places, lights, media, framings, moods, uninvited]) {
			const all = set.flatMap(({ words }) => [...new Set(words.map((w) => w.toLowerCase()))]);
			const twice = all.filter((word, i) => all.indexOf(word) !== i);
			expect(twice).toEqual([]);
		}
	});

	it('understands every word of its own repertoire', () => {
		for (const set of [subjects, places, lights, media, framings, moods])
			for (const { words } of set)
				for (const word of words) expect(readPrompt(word).unread, word).toEqual([]);
		for (const { words } of uninvited)
			for (const word of words) expect(readNegative(word).size, word).toBeGreaterThan(0);
	});

	it('never throws, and hands back only words of the text as unread, whatever the text', () => {
		fc.assert(
			fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (text) => {
				const { unread, lead } = readPrompt(text);
				const lower = text.toLowerCase().normalize('NFKC');
				expect(unread.every((word) => lower.includes(word))).toBe(true);
				expect(new Set(unread).size).toBe(unread.length);
				expect(lead?.count ?? 1).toBeLessThanOrEqual(5);
			}),
			{ numRuns: 300 }
		);
	});
});

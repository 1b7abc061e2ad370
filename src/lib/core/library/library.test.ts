import { differenceCiede2000 } from 'culori';
import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { cards, sampleRack, sampleTakes } from '$lib/core/testing';
import { labOfHex } from '$lib/core/measure';
import {
	entryOf,
	marksInFlags,
	plainText,
	shareOf,
	Shelf,
	STARRED,
	WordIndex,
	type Alike,
	type Around,
	type Entry
} from './index';

const DAY = 86_400_000;
const dayOf = (at: number) => Math.floor(at / DAY) * DAY;
const around: Around = { picked: false, elsewhere: false, names: [] };
const measured = (hex: string, hash = '0'.repeat(16)) => ({
	palette: [{ name: 'any', hex, share: 1 }],
	hash,
	values: { sharpness: 3 }
});

const takes = sampleTakes(
	sampleRack({
		guidance: [3, 6, 9],
		wording: ['a heron in a marsh', 'a lighthouse at dusk'],
		negative: ['watermark']
	})
).map((take, i) => ({ ...take, madeAt: 5 * DAY + i * 1000 }));
const entries = takes.map((take) => entryOf(take, around));
const shelf = (...all: Entry[]) => {
	const shelf = new Shelf();
	all.forEach((one) => shelf.put(one));
	return shelf;
};
const found = (on: Shelf, query: Parameters<Shelf['find']>[0]) =>
	on.find(query, { dayOf }).ids.split('\n').filter(Boolean);

describe('words', () => {
	it('are found by their beginnings and with a letter wrong, all of them, in any order', () => {
		const index = new WordIndex();
		index.put('a', 'a lighthouse at dusk');
		index.put('b', 'a lighthouse at noon');
		index.put('c', 'a heron');
		const ids = (words: string) => [...(index.find(words) ?? ['all'])].sort();
		expect(ids('light')).toEqual(['a', 'b']);
		expect(ids('dusk lighthouse')).toEqual(['a']);
		expect(ids('lighthause')).toEqual(['a', 'b']);
		expect(ids('heron dusk')).toEqual([]);
		expect(ids('  ')).toEqual(['all']);
		index.put('a', 'a kite');
		expect(ids('dusk')).toEqual([]);
		index.drop('c');
		expect(ids('heron')).toEqual([]);
		expect(ids('kite')).toEqual(['a']);
	});

	it('are those that looking at every text finds', () => {
		const draw = stream('words');
		const vocabulary = ['heron', 'marsh', 'dusk', 'kite', 'rope', 'lamp', 'ferry', 'crab'];
		const texts = Array.from({ length: 300 }, () =>
			Array.from({ length: 4 }, () => vocabulary[draw.below(vocabulary.length)]).join(' ')
		);
		const index = new WordIndex();
		texts.forEach((text, i) => index.put(String(i), text));
		for (const words of ['heron', 'marsh kite', 'lamp rope crab']) {
			const plain = texts.flatMap((text, i) =>
				words.split(' ').every((word) => text.split(' ').includes(word)) ? [String(i)] : []
			);
			expect([...index.find(words)!].sort()).toEqual(plain.sort());
		}
	});
});

describe('the library', () => {
	it('knows per-model values by their numbers', () => {
		const [own] = sampleTakes(
			sampleRack({ guidance: [4, 6], own: { guidance: { 'alder-2': [8, 9] } } })
		);
		expect(own.levels).toBeDefined();
		expect(entryOf(own, around).figures.guidance).toBe(8);
	});

	it('knows of a take its words, its figures and its size', () => {
		const [one] = entries;
		expect(one.text).toContain('a heron in a marsh');
		expect(one.text).toContain('watermark');
		expect(one.figures).toMatchObject({ guidance: 3, steps: 20 });
		expect([one.width, one.height]).toEqual([512, 512]);
		const note = { faults: ['lettering'], note: 'the left one', takeId: 't', briefId: 'b', at: 0 };
		const more = entryOf(
			{ ...takes[0], starred: 9 },
			{ ...around, mark: 'keep', remark: note, measured: measured('#203060'), picked: true }
		);
		expect(more).toMatchObject({ starred: true, mark: 'keep', picked: true });
		expect(more.text).toContain('the left one');
		expect(more.figures.sharpness).toBe(3);
	});

	it('is found by its styles and adapters, and not by what it has none of', () => {
		const words = {
			wording: takes[0].settings.prompt,
			negative: '',
			styles: [{ name: 'Woodcut', add: ['woodcut'], leaveOut: [] }]
		};
		const styled = entryOf({ ...takes[0], words }, around);
		expect(styled.text).toContain('Woodcut');
		expect(entries[0].text).not.toMatch(/woodcut|no style|none/i);
	});

	it('finds by all that is asked for at once', () => {
		const kept = { ...entries[1], mark: 'keep' as const, starred: true, model: 'birch' };
		const dropped = { ...entries[2], mark: 'drop' as const, faults: ['eyes'], width: 1024 };
		const on = shelf(entries[0], kept, dropped, ...entries.slice(3));
		const ids = (query: Parameters<Shelf['find']>[0]) => found(on, query).sort();
		expect(ids({})).toHaveLength(entries.length);
		expect(ids({ mark: 'keep' })).toEqual([kept.id]);
		expect(ids({ mark: 'wanted' })).toEqual([kept.id]);
		expect(ids({ mark: 'none' })).toHaveLength(entries.length - 2);
		expect(ids({ kind: 'starred', model: 'birch' })).toEqual([kept.id]);
		expect(ids({ kind: 'picked' })).toEqual([]);
		expect(ids({ fault: 'any' })).toEqual([dropped.id]);
		expect(ids({ fault: 'none' })).toHaveLength(entries.length - 1);
		expect(ids({ shape: 'wide' })).toEqual([dropped.id]);
		expect(ids({ figure: { id: 'guidance', least: 4, most: 8 } })).toEqual(
			entries.filter(({ figures }) => figures.guidance === 6).map(({ id }) => id)
		);
		expect(ids({ words: 'heron', figure: { id: 'guidance', most: 3 } })).toEqual(
			takes
				.filter(({ settings }) => settings.prompt.includes('heron') && settings.guidance === 3)
				.map(({ id }) => id)
		);
		expect(ids({ from: entries[2].at, to: entries[4].at })).toEqual([entries[2].id, entries[3].id]);
		expect(ids({ brief: 'none' })).toEqual([]);
	});

	it('has the newest first, by day and brief, and says how many hang together', () => {
		const old = { ...entries[0], at: DAY, briefId: 'old' };
		const other = { ...entries[1], briefId: 'other', at: entries[1].at + 500 };
		const { groups, ids, count, all } = shelf(old, other, ...entries.slice(2)).find({}, { dayOf });
		expect(groups).toEqual([
			{ day: 5 * DAY, brief: 'b', count: 4 },
			{ day: 5 * DAY, brief: 'other', count: 1 },
			{ day: DAY, brief: 'old', count: 1 }
		]);
		expect(ids.split('\n')[0]).toBe(entries.at(-1)!.id);
		expect([count, all]).toEqual([6, 6]);
		const flags = [
			...shelf({ ...old, mark: 'keep' as const, starred: true }).find({}, { dayOf }).flags
		];
		expect(flags.map((flag) => [marksInFlags[flag & 3], flag >= STARRED])).toEqual([
			['keep', true]
		]);
	});

	it('hangs by brief alone where days are not to part takes', () => {
		const old = { ...entries[0], at: DAY };
		const other = { ...entries[1], briefId: 'other' };
		const { groups, ids } = shelf(old, other, ...entries.slice(2)).find({}, { dayOf, by: 'brief' });
		expect(groups).toEqual([
			{ day: null, brief: 'b', count: 5 },
			{ day: null, brief: 'other', count: 1 }
		]);
		expect(ids.split('\n').slice(4)).toEqual([old.id, other.id]);
	});

	it('is found by tags, as one of them and as words, and tells all that there are', () => {
		const tagged = (i: number, ...tags: string[]) =>
			entryOf(takes[i], { ...around, remark: { faults: [], note: '', tags } });
		const on = shelf(tagged(0, 'cover', 'warm'), tagged(1, 'warm'), ...entries.slice(2));
		expect(on.tags()).toEqual(['cover', 'warm']);
		expect(found(on, { tag: 'cover' })).toEqual([takes[0].id]);
		expect(found(on, { tag: 'warm' }).sort()).toEqual([takes[0].id, takes[1].id].sort());
		expect(found(on, { words: 'cover' })).toEqual([takes[0].id]);
		on.drop(takes[0].id);
		expect(on.tags()).toEqual(['warm']);
	});

	it('is found by what takes cost, and by the pixels of what was cut from them', () => {
		const dear = entryOf({ ...takes[0], credits: 7.5 }, around);
		const { width, height } = takes[1].settings;
		const cropped = entryOf(
			{
				...takes[1],
				edits: [{ id: 'crop', value: { left: 0.5, top: 0, width: 0.5, height: 1 } }]
			},
			around
		);
		const on = shelf(dear, cropped, ...entries.slice(2));
		expect(found(on, { figure: { id: 'credits', least: 7 } })).toEqual([takes[0].id]);
		expect(found(on, { figure: { id: 'width', most: width - 1 } })).toEqual([takes[1].id]);
		expect(found(on, { figure: { id: 'height', least: height } })).toHaveLength(entries.length);
	});

	it('has what was compared with a take before what only its hash is known of', () => {
		// One bit, two, three and thirty apart.
		const hashes = ['0', '1', '3', '7', '3fffffff'].map((hash) => hash.padStart(16, '0'));
		const on = shelf(
			...hashes.map((hash, i) =>
				entryOf(takes[i], { ...around, measured: measured('#808080', hash) })
			)
		);
		const ids = (alike?: Alike) =>
			on
				.find({ like: takes[0].id }, { dayOf, alike })
				.ids.split('\n')
				.map((id) => takes.findIndex((take) => take.id === id));
		expect(ids()).toEqual([0, 1, 2, 3]);
		const similarity = new Map([
			[takes[1].id, 0.4],
			[takes[2].id, 0.9]
		]);
		expect(ids({ to: takes[0].id, similarity })).toEqual([0, 2, 1, 3]);
		// What was compared with another take says nothing of this one.
		expect(ids({ to: takes[1].id, similarity })).toEqual([0, 1, 2, 3]);
	});

	it('has first what is mostly of a colour: nothing of a picture of another', () => {
		const hexes = ['#20356b', '#24407a', '#c8503a', '#e0d8c0'];
		const on = shelf(
			...hexes.map((hex, i) => entryOf(takes[i], { ...around, measured: measured(hex) }))
		);
		expect(found(on, { colour: '#20356b' })).toEqual([takes[0].id, takes[1].id]);
		// CIEDE2000 by `culori`: alike counts whole, at the bound (36) and beyond nothing.
		const apart = differenceCiede2000();
		for (const hex of hexes)
			expect(shareOf([{ lab: labOfHex(hex), share: 1 }], labOfHex('#20356b'))).toBeCloseTo(
				Math.max(0, 1 - apart(hex, '#20356b') / 36),
				2
			);
	});

	it('has first what looks like one: the one itself, then the nearest hash', () => {
		const hashes = ['ffff000000000000', 'ffff000000000001', 'ffff0000000000ff', '0000ffffffffffff'];
		const on = shelf(
			...hashes.map((hash, i) =>
				entryOf(takes[i], { ...around, measured: measured('#888888', hash) })
			)
		);
		expect(found(on, { like: takes[0].id })).toEqual([takes[0].id, takes[1].id, takes[2].id]);
		expect(found(on, { like: 'gone' })).toEqual([]);
	});

	it('says what is not measured yet, some at a time, past what cannot be', () => {
		const seen = entryOf(takes[2], { ...around, measured: measured('#888888') });
		const on = shelf(entries[3], entries[0], seen, entries[1]);
		const ids = [entries[0].id, entries[1].id, entries[3].id].sort();
		expect(on.unmeasured('', 2)).toEqual(ids.slice(0, 2));
		expect(on.unmeasured(ids[1], 2)).toEqual(ids.slice(2));
		expect(on.unmeasured(ids[2], 2)).toEqual([]);
	});

	it('is kept up: what changed is found as it is, what went is gone', () => {
		const on = shelf(...entries);
		on.put({ ...entries[0], text: 'a kite' });
		expect(found(on, { words: 'kite' })).toEqual([entries[0].id]);
		on.keepOnly(new Set([entries[0].id, entries[1].id]));
		expect(found(on, {})).toHaveLength(2);
		on.drop(entries[0].id);
		expect(on.size).toBe(1);
		expect(found(on, { words: 'kite' })).toEqual([]);
	});
});

describe('settings as text', () => {
	it('say the words, then every dial that has something to say, a line each', () => {
		const lines = plainText(takes[0], cards).split('\n');
		expect(lines[0]).toBe('a heron in a marsh');
		expect(lines).toContain('Left out: watermark');
		expect(lines).toContain('Guidance: 3');
		expect(lines).toContain('Seed: 1');
		expect(lines.join('\n')).not.toMatch(/undefined|\[object/);
	});
});

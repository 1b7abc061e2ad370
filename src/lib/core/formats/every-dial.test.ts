import Papa from 'papaparse';
import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import {
	chanceDials,
	dialOf,
	dials,
	isDialId,
	PlanRack,
	rackDials,
	stopKey,
	type DialId,
	type Made,
	type Stop
} from '$lib/core/dials';
import { chosenAmong, workOut } from '$lib/core/designs';
import { combinations, costOf, countTakes, planProblems, rackOfMany } from '$lib/core/plan';
import { noWords } from '$lib/core/wording';
import { axesOf, layOut, suggestAxes } from '$lib/core/sheet';
import type { Plan, Take } from '$lib/core/schema';
import { alder, cards, sampleRack } from '$lib/core/testing';
import { twoStops } from '$lib/core/testing/dials';
import {
	factsOf,
	fileNames,
	madeElsewhere,
	madeInside,
	readArchive,
	readTable,
	settingsTable,
	stampPicture,
	writeArchive
} from '.';

const plain = new Uint8Array(PNG.sync.write(new PNG({ width: 8, height: 8 })));

/** A rack on which a dial, and what it follows, has two stops. */
function rackOf(id: DialId): PlanRack {
	const { follows } = dialOf(id);
	return sampleRack({
		model: [alder.id],
		frame: [twoStops('frame')[0]] as PlanRack['frame'],
		...(follows ? { [follows.dial]: twoStops(follows.dial as DialId).slice(0, 1) } : {}),
		[id]: twoStops(id)
	});
}

const takesOf = (rack: PlanRack): Take[] =>
	[...combinations(rack)].map((made, i) => ({
		id: `take-${i}`,
		briefId: 'brief',
		planId: 'plan',
		number: i + 1,
		...made,
		state: 'done',
		createdAt: 0
	}));

const keysOn = (id: DialId, made: readonly Made[]) =>
	made.map((one) => stopKey(dialOf(id).read(one)));

describe.each(dials.map(({ id }) => id))('two stops of %s', (id) => {
	const rack = rackOf(id);
	const takes = takesOf(rack);
	const keys = twoStops(id).map(stopKey).sort();

	it('are on a rack that its schema takes, and can be run', () => {
		expect(PlanRack.parse(rack)).toEqual(rack);
		// One that says nothing of a dial with a rest is held there.
		const { [id]: _, ...without } = rack;
		if (dialOf(id).rest !== undefined)
			expect(PlanRack.parse(without)[id]).toEqual([dialOf(id).rest]);
		else expect(PlanRack.safeParse(without).success).toBe(false);
		expect(planProblems(rack, cards).filter((one) => one.dial !== 'adapter')).toEqual([]);
		expect(costOf(rack, cards).takes).toBe(2);
	});

	it('make two takes that differ, in that alone, in a plan and in every design', () => {
		expect(countTakes(rack)).toBe(2);
		expect(keysOn(id, takes).sort()).toEqual(keys);
		const others = dials.filter((dial) => dial.id !== id);
		for (const dial of others) expect(new Set(keysOn(dial.id, takes)).size, dial.id).toBe(1);
		expect(chosenAmong(rack)).toEqual(chanceDials.includes(id) ? [] : [id]);
		for (const kind of ['all', 'around', 'fraction', 'scatter'] as const) {
			const design =
				kind === 'around'
					? { kind, base: {} }
					: kind === 'all'
						? { kind }
						: { kind, settings: 2, pairs: [] };
			const worked = workOut(rack, design);
			expect([...combinations(worked.rack, worked)].length, kind).toBe(2);
		}
		// What they were made with is found again from them.
		expect(rackOfMany(takes)[id].map(stopKey).sort()).toEqual(keys);
	});

	it('lie along an axis of the sheet', () => {
		expect(axesOf(takes)).toContain(id);
		expect(suggestAxes(takes).columns).toBe(id);
		const sheet = layOut(takes, { rows: null, columns: id, then: null });
		expect(sheet.columns.map(({ key }) => key).sort()).toEqual(keys);
		expect(sheet.cells.flat().map((cell) => cell.takes.length)).toEqual([1, 1]);
	});

	it('come back from a picture\u2019s file, and name it', () => {
		for (const take of takes) {
			const inside = madeInside(stampPicture(plain, factsOf(take, 'a brief', alder)));
			expect(inside).toEqual({
				settings: take.settings,
				...(take.words ? { words: take.words } : {})
			});
		}
		const names = fileNames(`{${id}}`, takes, 'a brief', '.png');
		expect(new Set(names).size).toBe(2);
	});

	it('come back from an archive', async () => {
		const plan: Plan = {
			id: 'plan',
			briefId: 'brief',
			design: { kind: 'all' },
			rack,
			chosen: { rows: null, dials: [] },
			elsewhere: false,
			stopped: false,
			paused: false,
			place: 0,
			createdAt: 0
		};
		const { wording: _w, negative: _n, ...held } = rack;
		const zip = await writeArchive({
			whole: {
				brief: {
					id: 'brief',
					name: 'b',
					purpose: '',
					allowance: null,
					prompt: '',
					negative: '',
					words: noWords,
					rack: held,
					design: { kind: 'all' },
					numbered: 2,
					createdAt: 0,
					updatedAt: 0
				},
				plans: [plan],
				takes,
				marks: [],
				picks: [],
				remarks: [],
				spendings: [],
				answers: [],
				ballots: [],
				taught: []
			},
			pictures: new Map(takes.map((take) => [take.id, new Blob([plain])]))
		});
		const { whole } = await readArchive(zip);
		expect(whole.takes).toEqual(takes);
		expect(whole.plans[0].rack).toEqual(rack);
		expect(whole.brief.rack).toEqual(held);
	});

	it('come back from the table that was written of them', () => {
		const table = Papa.parse<Record<string, string>>(
			settingsTable({ takes, marks: [], remarks: [] }),
			{ header: true }
		).data;
		for (const dial of dials) expect(Object.keys(table[0])).toContain(dial.id);
		const files = takes.map((take) => `${take.id}.png`);
		const text = Papa.unparse(table.map((row, i) => ({ file: files[i], ...row })));
		const { pictures, refused } = readTable(text, files);
		expect(refused).toEqual([]);
		const back = pictures.map((one, i) => madeElsewhere(one, takes[i].settings));
		for (const dial of rackDials) expect(keysOn(dial, back), dial).toEqual(keysOn(dial, takes));
		expect(back.map(({ settings }) => settings)).toEqual(takes.map(({ settings }) => settings));
	});

	it('have words, in a label and in a list', () => {
		const { format, many, explained, label } = dialOf(id);
		for (const stop of twoStops(id) as Stop[]) expect(format(stop, cards)).not.toBe('');
		expect(many).not.toBe('');
		expect(label).toMatch(/^[A-Z]/);
		expect(explained).toMatch(/\.$/);
		expect(isDialId(id)).toBe(true);
	});
});

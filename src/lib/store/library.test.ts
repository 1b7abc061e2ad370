import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { sampleBrief, samplePlan, sampleRack, sampleTakes } from '$lib/core/testing';
import type { WholeBrief } from '$lib/core/formats';
import type { Measured, Take } from '$lib/core/schema';
import { db } from './db';
import * as store from './index';
import type { LibraryRow } from './library';

const plan = samplePlan('p1', { name: 'first light' });
const takes: Take[] = sampleTakes(sampleRack({ guidance: [3, 6, 9], seed: [1, 2] })).map(
	(take, i) => ({ ...take, briefId: 'b1', planId: 'p1', madeAt: 100 + i })
);
const ids = takes.map(({ id }) => id);

beforeEach(async () => {
	await Promise.all(db.tables.map((table) => table.clear()));
	await store.addBrief({ ...sampleBrief('b1'), numbered: takes.length });
	await db.plans.add(plan);
	await db.takes.bulkAdd(takes);
});

/** The library as it is told, by take. */
function told() {
	const rows = new Map<string, LibraryRow>();
	const order: string[] = [];
	let ready = false;
	const end = store.watchLibrary({
		put: (some) =>
			some.forEach((row) => {
				if (!rows.has(row.take.id)) order.push(row.take.id);
				rows.set(row.take.id, row);
			}),
		drop: (gone) => gone.forEach((id) => rows.delete(id)),
		keepOnly: (kept) => [...rows.keys()].forEach((id) => kept.has(id) || rows.delete(id)),
		ready: () => (ready = true)
	});
	return { rows, order, end, isReady: () => ready };
}

describe('the library', () => {
	it('is told the newest first, with what is known of each', async () => {
		await store.markTakes([takes[1]], 'keep', 5);
		await db.picks.add({
			id: 'x',
			briefId: 'b1',
			name: 'best',
			reason: '',
			from: { kind: 'take', takeId: ids[2] },
			settings: takes[2].settings,
			evidence: { takes: 1, kept: 1, maybe: 0, dropped: 0 },
			createdAt: 7
		});
		const library = told();
		await vi.waitFor(() => expect(library.isReady()).toBe(true));
		expect(library.order).toEqual([...ids].reverse());
		expect(library.rows.get(ids[1])).toMatchObject({ mark: 'keep', run: 'first light' });
		await vi.waitFor(() => expect(library.rows.get(ids[2])!.picked).toBe(true));
		library.end();
	});

	it('hears of marks, stars and deletions, and of no take that is not made', async () => {
		await db.takes.update(ids[5], { state: 'waiting' });
		const library = told();
		await vi.waitFor(() => expect(library.isReady()).toBe(true));
		expect(library.rows.has(ids[5])).toBe(false);
		await store.starTakes(new Map([[ids[0], 44]]));
		await vi.waitFor(() => expect(library.rows.get(ids[0])!.take.starred).toBe(44));
		await store.markTakes([takes[0]], 'drop', 6);
		await vi.waitFor(() => expect(library.rows.get(ids[0])!.mark).toBe('drop'));
		await db.takes.update(ids[5], { state: 'done' });
		await vi.waitFor(() => expect(library.rows.has(ids[5])).toBe(true));
		await store.deleteBrief('b1');
		await vi.waitFor(() => expect(library.rows.size).toBe(0));
		library.end();
	});
});

describe('stars', () => {
	it('are given, taken back as they were, and are what another brief may begin with', async () => {
		const before = await store.starTakes(
			new Map([
				[ids[0], 9],
				[ids[1], 12]
			])
		);
		expect([...before.values()]).toEqual([null, null]);
		const points = await store.startingPoints();
		expect(points.map(({ id, says, kind }) => [id, says, kind])).toEqual([
			[ids[1], `take ${takes[1].number} \u00b7 b1`, 'starred'],
			[ids[0], `take ${takes[0].number} \u00b7 b1`, 'starred']
		]);
		await store.starTakes(before);
		expect(await store.startingPoints()).toEqual([]);
	});
});

describe('a brief that is brought back', () => {
	const picture = (takeId: string) => ({
		takeId,
		briefId: 'b1',
		picture: new Blob([takeId]),
		thumbnail: new Blob(['small'])
	});
	const bringIn = (
		whole: WholeBrief,
		pictures: store.StoredPicture[],
		measured?: ReadonlyMap<string, Measured>
	) => store.mergeWholeBrief({ whole, pictures, measured });
	const everything = async () => {
		const { brief: own, ...rest } = (await store.wholeBrief('b1'))!;
		return { ...rest, own, pictures: (await db.pictures.toArray()).map(({ takeId }) => takeId) };
	};

	it('has again what was lost of it; what is there is not doubled and stays as it is', async () => {
		await store.markTakes([takes[0], takes[1]], 'keep', 5);
		await db.pictures.bulkAdd(ids.map(picture));
		await db.ledger.add({ id: 's', briefId: 'b1', model: 'm', credits: 4, at: 3 });
		const before = await everything();
		const whole = (await store.wholeBrief('b1'))!;

		expect(await bringIn(whole, [])).toBe(0);
		expect(await everything()).toEqual(before);

		await store.deleteTakes([ids[0], ids[3]]);
		await store.markTakes([takes[1]], 'drop', 8);
		expect([...(await store.wantedPictures(whole.takes))]).toEqual([ids[0], ids[3]]);
		expect(await bringIn(whole, [picture(ids[0]), picture(ids[3])])).toBe(2);
		const after = await everything();
		expect(after.takes).toEqual(before.takes);
		expect(after.pictures.sort()).toEqual(before.pictures.sort());
		expect(after.spendings).toEqual(before.spendings);
		expect(after.marks.map(({ takeId, kind }) => [takeId, kind])).toEqual([
			[ids[0], 'keep'],
			[ids[1], 'drop']
		]);
	});

	it('has what was measured in the pictures that came in, and keeps what it had of others', async () => {
		const measured = (noise: number) => ({ values: { noise }, palette: [], hash: '0'.repeat(16) });
		const kept = async () =>
			new Map([...(await store.measuresOf('b1'))].map(([id, { values }]) => [id, values.noise]));
		const whole = (await store.wholeBrief('b1'))!;
		await db.pictures.bulkAdd(ids.slice(1).map(picture));
		await store.keepMeasures({ ...measured(1), takeId: ids[1], briefId: 'b1' });
		const all = new Map(ids.map((id) => [id, measured(2)]));
		await bringIn(whole, [picture(ids[0])], all);
		expect(await kept()).toEqual(
			new Map([
				[ids[0], 2],
				[ids[1], 1]
			])
		);

		await store.deleteBrief('b1');
		expect(await kept()).toEqual(new Map());
		await bringIn(whole, [picture(ids[2])], all);
		expect(await kept()).toEqual(new Map([[ids[2], 2]]));
	});

	it('starts nothing that costs: a run whose open takes come back waits to be asked', async () => {
		await db.takes.bulkUpdate(
			[ids[4], ids[5]].map((key) => ({ key, changes: { state: 'waiting' as const } }))
		);
		const whole = (await store.wholeBrief('b1'))!;
		// A run that goes on here is left alone while nothing of it comes in.
		await bringIn(whole, []);
		expect(await store.plan('p1')).toMatchObject({ paused: false });
		await db.takes.bulkDelete([ids[4], ids[5]]);
		expect(await bringIn(whole, [])).toBe(2);
		expect(await store.plan('p1')).toMatchObject({ paused: true, unasked: true });
		expect((await store.plan('p1'))!.says).toContain('waits');
		// One that was stopped stays so, and what comes in of it is not made.
		await db.takes.bulkDelete([ids[4], ids[5]]);
		await db.plans.update('p1', { stopped: true, paused: false });
		await bringIn(whole, []);
		expect(await store.openPlans()).toEqual([]);
	});

	it('keeps the later words and dials, and the numbers that were given out', async () => {
		const whole = (await store.wholeBrief('b1'))!;
		await store.updateBrief('b1', { prompt: 'a kite' }, 90);
		await bringIn(whole, []);
		expect((await store.brief('b1'))!.prompt).toBe('a kite');
		const later = { ...whole.brief, prompt: 'a crab', updatedAt: 200, numbered: 0 };
		await db.briefs.update('b1', { numbered: 40 });
		await bringIn({ ...whole, brief: later }, []);
		expect(await store.brief('b1')).toMatchObject({ prompt: 'a crab', numbered: 40 });
	});

	it('comes with what holds for all briefs, where it is not here', async () => {
		await store.keepStyle({ name: 'Marram', add: ['woodcut'], leaveOut: [] });
		await store.keepSearch({ id: 's', name: 'blue', asked: 'colour=20356b', at: 3 });
		await store.setPurse({ dayAllowance: 12 });
		// What was spent on a brief that was deleted since goes along; that of others is with them.
		await db.ledger.bulkAdd([
			{ id: 's1', briefId: 'gone', model: 'm', credits: 4, at: 3 },
			{ id: 's2', briefId: 'b1', model: 'm', credits: 9, at: 3 }
		]);
		const kept = await store.house();
		expect(kept.spendings.map(({ id }) => id)).toEqual(['s1']);
		await Promise.all([db.styles, db.searches, db.house, db.ledger].map((table) => table.clear()));
		await store.adoptLedger(kept.ledger!);
		await store.addHouse(kept);
		expect(await store.house()).toEqual(kept);
		expect(await store.spentOverall(0)).toBe(4);
		await store.keepStyle({ name: 'Marram', add: ['ink'], leaveOut: [] });
		await store.addHouse(kept);
		expect((await store.ownStyles())[0].add).toEqual(['ink']);
	});
});

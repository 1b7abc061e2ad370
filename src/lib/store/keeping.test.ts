import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import Dexie from 'dexie';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { sampleBrief, sampleTakes, sampleRack } from '$lib/core/testing';
import type { Pick } from '$lib/core/schema';
import { db } from './db';
import * as store from './index';

beforeEach(async () => {
	await Promise.all(db.tables.map((table) => table.clear()));
});

describe('start pictures', () => {
	const one = (bytes: string, change: Partial<Parameters<typeof store.keepStart>[0]> = {}) => ({
		name: 'gull.png',
		picture: new Blob([bytes], { type: 'image/png' }),
		thumbnail: new Blob(['small']),
		addedAt: 1,
		...change
	});

	it('are known by the SHA-256 of their bytes (FIPS 180-4, by OpenSSL), and kept once', async () => {
		const id = await store.keepStart(one('a gull'));
		expect(id).toBe(createHash('sha256').update('a gull').digest('hex'));
		expect(await store.keepStart(one('a gull', { name: 'again.png', addedAt: 9 }))).toBe(id);
		expect(await db.starts.count()).toBe(1);
		expect(await store.start(id)).toMatchObject({ name: 'gull.png', addedAt: 1 });
	});

	it('learn which take they are of when they are kept again as one, and keep the first', async () => {
		const of = (number: number) => ({ take: `t${number}`, number, briefId: 'b1' });
		const id = await store.keepStart(one('a tern'));
		expect(await store.takesOfStarts('b1')).toEqual(new Map());
		await store.keepStart(one('a tern', { of: of(3), seed: 77 }));
		await store.keepStart(one('a tern', { of: of(4), seed: 78 }));
		expect(await store.takesOfStarts('b1')).toEqual(new Map([[id, { take: 't3', number: 3 }]]));
		expect(await store.takesOfStarts('b2')).toEqual(new Map());
		expect(await store.startSeeds()).toEqual(new Map([[id, 77]]));
	});

	it('are offered latest first; areas that were drawn are kept, and not offered', async () => {
		const early = await store.keepStart(one('early', { addedAt: 1 }));
		const late = await store.keepStart(one('late', { addedAt: 3 }));
		const area = await store.keepStart(one('area', { addedAt: 2, area: true }));
		expect((await store.starts()).map(({ id }) => id)).toEqual([late, early]);
		expect(await store.start(area)).toBeDefined();
	});
});

describe('what was judged of takes of whichever briefs', () => {
	it('comes back for those that are asked for, without gaps for the others', async () => {
		await db.marks.bulkPut([
			{ takeId: 't1', briefId: 'b1', kind: 'keep', at: 1 },
			{ takeId: 't9', briefId: 'b2', kind: 'drop', at: 1 }
		]);
		await db.remarks.put({
			takeId: 't2',
			briefId: 'b1',
			faults: [],
			note: 'the tower leans',
			at: 1
		});
		const known = await store.judgementsOf(['t1', 't2', 't3']);
		expect(known.marks.map(({ takeId }) => takeId)).toEqual(['t1']);
		expect(known.remarks.map(({ note }) => note)).toEqual(['the tower leans']);
		expect(known.measured.size).toBe(0);
	});

	it('tells of which a pick was made; picks of settings are of none', async () => {
		const pick = (id: string, from: object) => ({ id, briefId: 'b1', createdAt: 1, from }) as Pick;
		await db.picks.bulkPut([
			pick('p1', { kind: 'take', takeId: 't1' }),
			pick('p2', { kind: 'take', takeId: 't5' }),
			pick('p3', { kind: 'finding' })
		]);
		expect(await store.pickedAmong(['t1', 't2'])).toEqual(new Set(['t1']));
	});
});

describe('the house', () => {
	it('has an empty purse until something is said, and keeps what was said besides', async () => {
		expect(await store.purse()).toEqual(store.emptyPurse);
		await store.setPurse({ dayAllowance: 40 });
		await store.setPurse({ creditPrice: 0.02, currency: 'EUR' });
		expect(await store.purse()).toEqual({ dayAllowance: 40, creditPrice: 0.02, currency: 'EUR' });
		await store.setPurse({ dayAllowance: null });
		expect(await store.purse()).toEqual({ dayAllowance: null, creditPrice: 0.02, currency: 'EUR' });
	});

	it('has keys of one letter until they are put off', async () => {
		expect(await store.letters()).toBe(true);
		await store.setLetters(false);
		expect(await store.letters()).toBe(false);
		await store.setPurse({ dayAllowance: 1 });
		expect(await store.letters()).toBe(false);
	});

	it('knows services in the order in which they were added', async () => {
		const added = (id: string, addedAt: number) => ({ id, address: `http://${id}`, addedAt });
		await store.addService(added('zwin', 1));
		await store.addService(added('aa', 2));
		expect((await store.services()).map(({ id }) => id)).toEqual(['zwin', 'aa']);
		await store.addService({ ...added('zwin', 1), token: 'secret' });
		expect((await store.services())[0]).toMatchObject({ id: 'zwin', token: 'secret' });
		await store.dropService('zwin');
		expect((await store.services()).map(({ id }) => id)).toEqual(['aa']);
	});

	it('measures its pace on the latest 200 takes that were made, the last one last', async () => {
		const [take] = sampleTakes(sampleRack());
		await db.takes.bulkPut([
			{ ...take, id: 'waits', state: 'waiting', madeAt: undefined },
			...Array.from({ length: 230 }, (_, i) => ({
				...take,
				id: `t${i}`,
				state: 'done' as const,
				madeAt: 1000 + ((i * 7) % 230)
			}))
		]);
		const made = (await store.latestTakes()).map(({ madeAt }) => madeAt);
		expect(made).toEqual(Array.from({ length: 200 }, (_, i) => 1030 + i));
	});
});

describe('what goes wrong with the database', () => {
	/** What is said of an error that the database itself gives. */
	const said = async (act: () => Promise<unknown>): Promise<string> => {
		const cause = await act().then(
			() => expect.fail('It went well.'),
			(cause: unknown) => cause
		);
		expect(store.isOfStore(cause)).toBe(true);
		return store.problemSays(cause);
	};

	it('is said as a sentence: what is there already, alone and among others', async () => {
		await db.briefs.add(sampleBrief('b1'));
		expect(await said(() => db.briefs.add(sampleBrief('b1')))).toMatch(/^This is here already/);
		expect(
			await said(() =>
				db.transaction('rw', db.briefs, () =>
					db.briefs.bulkAdd([sampleBrief('b2'), sampleBrief('b1')])
				)
			)
		).toMatch(/here already/);
		expect(await db.briefs.count()).toBe(1);
	});

	it('is told apart from what is not of the database', () => {
		expect(store.isOfStore(new Error('The service is away.'))).toBe(false);
		expect(store.problemSays(new Error('The service is away.'))).toBe('The service is away.');
		expect(store.problemSays('away')).toBe('away');
	});

	it('is told by its innermost cause, however deep that lies', () => {
		const wrapped = (name: string, inner?: unknown) =>
			Object.assign(new Error('x'), { name, inner });
		const full = wrapped('AbortError', wrapped('BulkError', wrapped('QuotaExceededError')));
		expect(store.isOfStore(full)).toBe(true);
		expect(store.problemSays(full)).toBe(new store.StorageFull().message);
		// One that is its own cause has an end.
		const round = wrapped('AbortError');
		round.inner = round;
		expect(store.isOfStore(round)).toBe(false);
	});

	it('of a newer version of the program asks for that version, and nothing is lost', async () => {
		await db.briefs.add(sampleBrief('b1'));
		const version = db.verno;
		db.close();
		// The next version: all that there is, and a table more. IndexedDB counts in tens of Dexie's versions.
		const next = indexedDB.open(db.name, 10 * (version + 1));
		next.onupgradeneeded = () => next.result.createObjectStore('newer', { keyPath: 'id' });
		await new Promise((done) => (next.onsuccess = done));
		next.result.close();

		const says = vi.fn();
		await store.openStore(says);
		expect(says).toHaveBeenLastCalledWith(expect.stringMatching(/newer version of Dial Pick/));
		expect(await said(() => store.addBrief(sampleBrief('b2')))).toMatch(/newer version/);
		const again = await new Dexie(db.name).open();
		expect(again.verno).toBe(version + 1);
		expect(await again.table('briefs').count()).toBe(1);
		again.close();
		await Dexie.delete(db.name);
	});
});

import 'fake-indexeddb/auto';
import { Dexie } from 'dexie';
import { describe, expect, it } from 'vitest';
import { combinations } from '$lib/core/plan';
import { Brief, Plan } from '$lib/core/schema';
import { sampleBrief, samplePlan } from '$lib/core/testing';
import { Database } from './db';

/** What each version of the database added or changed, as it was shipped. */
const shipped: Record<string, string>[] = [
	{
		briefs: 'id, updatedAt',
		plans: 'id, briefId, createdAt',
		takes: 'id, briefId, planId, state, [briefId+number]',
		marks: 'takeId, briefId',
		picks: 'id, briefId, createdAt',
		pictures: 'takeId, briefId'
	},
	{
		takes:
			'id, briefId, planId, state, [briefId+number], madeAt, [planId+state], [planId+madeAt], [briefId+state], [briefId+credits]',
		styles: 'name',
		sets: 'name',
		prompts: 'text, runAt',
		house: 'name',
		seen: 'briefId'
	},
	{
		takes:
			'id, briefId, planId, state, [briefId+number], madeAt, [planId+state+number], [planId+madeAt], [briefId+state], [briefId+credits]',
		starts: 'id, addedAt',
		measures: 'takeId, briefId',
		pairs: 'key, briefId',
		remarks: 'takeId, briefId',
		faults: 'id',
		services: 'id'
	},
	{
		takes:
			'id, briefId, planId, state, [briefId+number+id], madeAt, [planId+state+number], [planId+madeAt], [briefId+state], [briefId+state+expected], [state+expected]',
		ledger: '[briefId+id], briefId, at, [briefId+credits]',
		jobs: 'key, planId, briefId'
	},
	{ answers: 'id, briefId, left, right', ballots: 'id, briefId' },
	{ taught: 'id' },
	{
		takes:
			'id, briefId, planId, state, [briefId+number+id], madeAt, starred, [planId+state+number], [planId+madeAt], [briefId+state], [briefId+state+expected], [state+expected]',
		searches: 'id'
	},
	{ remarks: 'takeId, briefId, *tags' }
];

/** A database as a version left it. */
function asOf(version: number, name: string): Dexie {
	const old = new Dexie(name);
	old
		.version(version)
		.stores(Object.assign({}, ...shipped.slice(0, version)) as (typeof shipped)[0]);
	return old;
}

/** The tables of a database and their keys and indexes, as the browser has them. */
function tablesOf(db: Dexie): Record<string, string[]> {
	const native = db.backendDB();
	const names = [...native.objectStoreNames];
	const change = native.transaction(names);
	return Object.fromEntries(
		names.map((name) => {
			const store = change.objectStore(name);
			const indexes = [...store.indexNames].map((index) => {
				const { keyPath, multiEntry, unique } = store.index(index);
				return JSON.stringify([index, keyPath, multiEntry, unique]);
			});
			return [name, [JSON.stringify(store.keyPath), ...indexes.sort()]];
		})
	);
}

describe('a database of an earlier version', () => {
	it.each(shipped.map((_, i) => i + 1))(
		'%i has the tables and indexes of a new one once it was opened, and what was in it',
		async (version) => {
			const fresh = new Database('fresh');
			await fresh.open();
			const old = asOf(version, 'earlier');
			await old.open();
			// Made before, and of no brief: nothing that is brought up to date touches it.
			if (version > 1) await old.table('styles').add({ name: 'ink', text: 'ink on paper' });
			if (version > 3)
				await old
					.table('ledger')
					.add({ briefId: 'gone', id: 'one', model: 'm', credits: 2, at: 5 });
			if (version > 4)
				await old.table('answers').add({ id: 'a', briefId: 'b', left: 'x', right: 'y' });
			if (version > 5) await old.table('taught').add({ id: 'reed', name: 'Reed' });
			if (version > 6) await old.table('searches').add({ id: 's', name: 'dusk' });
			old.close();

			const now = new Database('earlier');
			await now.open();
			expect(tablesOf(now)).toEqual(tablesOf(fresh));
			if (version > 1) expect(await now.styles.toCollection().primaryKeys()).toEqual(['ink']);
			if (version > 3) expect(await now.ledger.toArray()).toMatchObject([{ credits: 2, at: 5 }]);
			expect(await now.answers.count()).toBe(version > 4 ? 1 : 0);
			expect(await now.taught.count()).toBe(version > 5 ? 1 : 0);
			expect(await now.searches.count()).toBe(version > 6 ? 1 : 0);
			await now.delete();
			await fresh.delete();
		}
	);
});

describe('a database of version 1', () => {
	it('is opened with everything in it, its prompt as phrases and its words as stops', async () => {
		const name = 'of-version-1';
		const old = asOf(1, name);
		const {
			words: _words,
			design: _design,
			rack,
			...rest
		} = { ...sampleBrief('b9'), prompt: 'a heron at dawn' };
		const { style: _style, ...oldRack } = rack;
		await old.table('briefs').add({ ...rest, negative: 'people', rack: oldRack });
		const { rack: _rack, ...bare } = samplePlan('p9', { briefId: 'b9' });
		await old.table('plans').add({
			...bare,
			key: 'key-p9',
			design: 'all',
			prompt: 'a heron',
			negative: 'birds',
			rack: oldRack,
			job: 'j1'
		});
		const [made] = combinations({ ...rack, wording: ['a heron'], negative: [''] });
		const take = {
			id: 't9',
			briefId: 'b9',
			planId: 'p9',
			number: 1,
			settings: made.settings,
			state: 'waiting',
			createdAt: 9
		};
		await old.table('takes').add(take);
		await old.table('marks').add({ takeId: 't9', briefId: 'b9', kind: 'keep', at: 9 });
		old.close();

		const now = new Database(name);
		const opened = Brief.parse(await now.briefs.get('b9'));
		expect(opened.words.stack.phrases.map(({ text }) => text)).toEqual(['a heron', 'at dawn']);
		expect(opened.words.leaveOut).toBe('people');
		const run = Plan.parse(await now.plans.get('p9'));
		expect(run).toMatchObject({ chosen: { rows: [[0, 0]] }, elsewhere: false });
		expect(await now.jobs.toArray()).toMatchObject([
			{ key: 'key-p9', planId: 'p9', job: 'j1', wanted: 1, refs: ['t9'], address: '/api/render/v1' }
		]);
		expect(opened.numbered).toBe(1);
		expect(run.rack).toMatchObject({ wording: ['a heron'], negative: ['birds'], style: [[]] });
		expect(await now.takes.get('t9')).toEqual(take);
		expect(await now.marks.count()).toBe(1);
		expect((await now.prompts.toArray()).map(({ text }) => text)).toEqual(['a heron']);
		await now.delete();
	});
});

import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { combinations, countTakes, firstRack } from '$lib/core/plan';
import { cards, sampleBrief, samplePlan } from '$lib/core/testing';
import type { Plan, RenderEvent } from '$lib/core/schema';
import { db } from './db';
import * as store from './index';

let made = 0;
/** A plan of twelve takes, run after those that were added before it. */
async function add(id: string, briefId = 'b1', change: Partial<Plan> = {}): Promise<string[]> {
	const order = ++made;
	const plan = samplePlan(id, {
		briefId,
		rack: { ...firstRack(cards, [1, 2]), wording: ['a heron'], negative: [''] },
		place: order,
		createdAt: order,
		...change
	});
	let n = 0;
	await store.addPlan(plan, combinations(plan.rack), countTakes(plan.rack), () => `${id}.${n++}`);
	return (await store.takesOfPlan(id)).map((take) => take.id);
}
const done: Extract<RenderEvent, { type: 'done' }> = {
	type: 'done',
	take: 'r',
	image: 'i',
	pixels: 'p',
	width: 64,
	height: 64,
	seconds: 1,
	credits: 1
};
const finish = (ids: readonly string[], at: number) =>
	store.finishTakes(
		ids.map((id) => ({
			id,
			done,
			picture: { picture: new Blob(['picture']), thumbnail: new Blob(['small']) }
		})),
		at
	);
const order = async (most?: number, of?: string) =>
	(await store.queue(most, of)).map(({ plan }) => plan.id);

beforeEach(async () => {
	made = 0;
	await Promise.all(db.tables.map((table) => table.clear()));
	await store.addBrief(sampleBrief('b1'));
	await store.addBrief(sampleBrief('b2'));
});

describe('the queue', () => {
	it('has what is to be made in its order, and what ended after it, the latest first', async () => {
		const first = await add('first');
		await add('second', 'b2');
		const third = await add('third');
		await add('fourth');
		expect(await order()).toEqual(['first', 'second', 'third', 'fourth']);
		await finish(third, 50);
		await finish(first, 60);
		await store.stopPlan('fourth');
		expect(await order()).toEqual(['second', 'fourth', 'third', 'first']);
		// Of those that ended so many at most, and those of one brief alone where one is asked for.
		expect(await order(1)).toEqual(['second', 'fourth']);
		expect(await order(5, 'b2')).toEqual(['second']);
	});

	it('counts the takes of a run by what became of them, and says each reason once', async () => {
		const ids = await add('run');
		await finish(ids.slice(0, 4), 50);
		await store.endTakes(ids.slice(4, 6), 'failed', 'The model takes no such frame.');
		await store.endTakes(ids.slice(6, 7), 'failed', 'The service has no room.');
		await store.endTakes(ids.slice(7, 9), 'cancelled');
		const [{ counts, reasons, briefName, made: at }] = await store.queue();
		expect(counts).toEqual({ waiting: 3, running: 0, done: 4, failed: 3, cancelled: 2 });
		expect(await store.takeCounts('run')).toEqual(counts);
		expect(reasons.sort()).toEqual(['The model takes no such frame.', 'The service has no room.']);
		expect(briefName).toBe((await store.brief('b1'))!.name);
		expect(at).toEqual([50, 50, 50, 50]);
	});

	it('tells when the latest takes of a run were finished, while it goes on', async () => {
		const ids = await add('run');
		for (const [i, id] of ids.slice(0, 11).entries()) await finish([id], 100 + i);
		const [{ made: at }] = await store.queue();
		expect(at).toEqual([110, 109, 108, 107, 106, 105, 104, 103, 102, 101, 100]);
		await finish(ids.slice(11), 200);
		expect((await store.queue())[0].made).toEqual([]);
	});

	it('shows a run of a brief that was deleted no more', async () => {
		await add('gone', 'b2');
		await add('stays');
		await store.deleteBrief('b2');
		expect(await order()).toEqual(['stays']);
	});
});

describe('a run', () => {
	it('goes before and after its neighbours', async () => {
		for (const id of ['a', 'b', 'c']) await add(id);
		await store.movePlan('c', -1);
		expect(await order()).toEqual(['a', 'c', 'b']);
		await store.movePlan('a', 1);
		expect(await order()).toEqual(['c', 'a', 'b']);
	});

	it('stays where it is at either end, and when it has ended', async () => {
		const ids = await add('a');
		await add('b');
		await store.movePlan('a', -1);
		await store.movePlan('b', 1);
		await store.movePlan('nobody', 1);
		expect(await order()).toEqual(['a', 'b']);
		await finish(ids, 9);
		await store.movePlan('a', -1);
		await store.movePlan('b', -1);
		expect(await order()).toEqual(['b', 'a']);
	});

	it('goes past one that was added at the same place', async () => {
		await add('a', 'b1', { place: 4 });
		await add('b', 'b1', { place: 4 });
		await add('c', 'b1', { place: 4 });
		const [, middle] = await order();
		await store.movePlan(middle, -1);
		expect((await order())[0]).toBe(middle);
		await store.movePlan(middle, 1);
		expect((await order())[1]).toBe(middle);
	});

	it('keeps its place in the queue while it is paused', async () => {
		for (const id of ['a', 'b']) await add(id);
		await store.pausePlan('a', true, 'Nothing is left to spend.');
		const [{ plan }] = await store.queue();
		expect(plan).toMatchObject({ id: 'a', paused: true, says: 'Nothing is left to spend.' });
	});
});

describe('takes that are still to be made', () => {
	it('are counted over all briefs, those of paused runs too, and none of what was stopped', async () => {
		const ids = await add('a');
		await add('b', 'b2', { paused: true });
		await add('c');
		expect(await store.openTakes()).toBe(36);
		await finish(ids.slice(0, 5), 9);
		await store.endTakes(ids.slice(5, 6), 'failed', 'no');
		expect(await store.openTakes()).toBe(30);
		await store.stopPlan('c');
		expect(await store.openTakes()).toBe(18);
	});
});

describe('when a brief was looked at', () => {
	it('is never at first, and then the last time', async () => {
		expect(await store.seenAt('b1')).toBe(0);
		await store.setSeen('b1', 5);
		await store.setSeen('b1', 8);
		expect(await store.seenAt('b1')).toBe(8);
	});

	it('is not noted of a brief that has gone', async () => {
		await store.deleteBrief('b2');
		await store.setSeen('b2', 5);
		expect(await store.seenAt('b2')).toBe(0);
		expect(await db.seen.count()).toBe(0);
	});
});

import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { WholeBrief, withFreshIds } from '$lib/core/formats';
import { combinations, countTakes, firstRack } from '$lib/core/plan';
import { cards, sampleBrief, samplePlan } from '$lib/core/testing';
import { Plan, type Answer, type RenderEvent, type Take } from '$lib/core/schema';
import { db } from './db';
import * as store from './index';

const plan = (id: string, briefId: string): Plan =>
	samplePlan(id, {
		briefId,
		rack: { ...firstRack(cards, [1, 2]), wording: ['a heron'], negative: [''] },
		place: Number(id.slice(1)),
		createdAt: Number(id.slice(1))
	});
let next = 0;
const newId = () => `t${next++}`;
const addPlan = async (p: Plan) => {
	await store.addPlan(p, combinations(p.rack), countTakes(p.rack), newId, () => 1.5);
	return store.takesOfPlan(p.id);
};
const done = (take: string, credits = 1.5): Extract<RenderEvent, { type: 'done' }> => ({
	type: 'done',
	take,
	image: 'i',
	pixels: 'p',
	width: 64,
	height: 64,
	seconds: 1,
	credits
});
const picture = () => ({ picture: new Blob(['picture']), thumbnail: new Blob(['small']) });

beforeEach(async () => {
	next = 0;
	await Promise.all(db.tables.map((table) => table.clear()));
	await store.addBrief(sampleBrief('b1'));
});

describe('takes', () => {
	it('are numbered through the brief, plan after plan', async () => {
		await addPlan(plan('p1', 'b1'));
		await addPlan(plan('p2', 'b1'));
		const takes = await store.takesOf('b1');
		expect(takes.map(({ number }) => number)).toEqual(Array.from({ length: 24 }, (_, i) => i + 1));
		expect(takes[12].planId).toBe('p2');
	});

	it('are kept with their picture, and paid once however often they finish', async () => {
		const [first] = await addPlan(plan('p1', 'b1'));
		await store.finishTakes([{ id: first.id, done: done('r'), picture: picture() }], 5);
		await store.finishTakes([{ id: first.id, done: done('r', 99), picture: picture() }], 6);
		expect(await store.take(first.id)).toMatchObject({ state: 'done', credits: 1.5, madeAt: 5 });
		expect(await store.spentOn('b1')).toBe(1.5);
		expect(await db.pictures.count()).toBe(1);
	});

	it('that an earlier version kept as a page are handed out as pictures', async () => {
		const [first] = await addPlan(plan('p1', 'b1'));
		const page = new Blob(['<script>alert(1)</script>'], { type: 'text/html' });
		await db.pictures.put({ takeId: first.id, briefId: 'b1', picture: page, thumbnail: page });
		expect((await store.pictureOf(first.id))!.picture.type).toBe('image/webp');
		expect((await store.picturesOf([first.id]))[0]!.picture.type).toBe('image/webp');
	});

	it('are not kept when their brief has gone meanwhile', async () => {
		const [first] = await addPlan(plan('p1', 'b1'));
		await store.deleteBrief('b1');
		await store.finishTakes([{ id: first.id, done: done('r'), picture: picture() }], 5);
		expect(await db.pictures.count()).toBe(0);
		expect(await db.takes.count()).toBe(0);
	});

	it('that are done stay done when their run is stopped', async () => {
		const [first, second] = await addPlan(plan('p1', 'b1'));
		await store.finishTakes([{ id: first.id, done: done('r'), picture: picture() }], 5);
		await store.endTakes([first.id, second.id], 'cancelled', 'stopped');
		expect((await store.take(first.id))!.state).toBe('done');
		expect(await store.take(second.id)).toMatchObject({ state: 'cancelled', message: 'stopped' });
	});
});

describe('numbers of takes', () => {
	// Deleting the newest, running another and undoing gave two takes of one number.
	it('are never used again, whatever was deleted, and are kept through an archive', async () => {
		const first = await addPlan(plan('p1', 'b1'));
		const newest = first.at(-1)!;
		const gone = await store.deleteTakes([newest.id]);
		const second = await addPlan(plan('p2', 'b1'));
		await store.restoreTakes(gone);
		const numbers = (await store.takesOf('b1')).map(({ number }) => number);
		expect(new Set(numbers).size).toBe(24);
		expect(second[0].number).toBe(newest.number + 1);
		await store.deleteTakes((await store.takesOf('b1')).map(({ id }) => id));
		const [third] = await addPlan(plan('p3', 'b1'));
		expect(third.number).toBe(25);
	});

	it('may be doubled in an old database: every take is read in pages all the same', async () => {
		const [one] = await addPlan(plan('p1', 'b1'));
		await db.takes.bulkPut(
			Array.from({ length: 900 }, (_, i) => ({ ...one, id: `same-${i}`, number: 400 }))
		);
		const told: Take[][] = [];
		const end = store.watchTakes(
			'b1',
			(takes) => told.push(takes),
			() => 0
		);
		await vi.waitFor(() => expect(told.at(-1)).toHaveLength(912));
		end();
	});
});

describe('the ledger', () => {
	it('keeps what was spent when takes and briefs are deleted, today too', async () => {
		const [one, two, ...others] = await addPlan(plan('p1', 'b1'));
		await store.finishTakes(
			[one, two].map(({ id }) => ({ id, done: done(id, 2.25), picture: picture() })),
			50
		);
		expect(await store.account('b1', 40)).toMatchObject({
			spent: 4.5,
			spentToday: 4.5,
			queued: others.length * 1.5,
			queuedOverall: others.length * 1.5
		});
		await store.deleteTakes([one.id]);
		expect(await store.spentOn('b1')).toBe(4.5);
		expect(await store.spentOverall(40)).toBe(4.5);
		await store.endTakes(
			others.map(({ id }) => id),
			'cancelled'
		);
		expect(await store.queuedOn('b1')).toBe(0);
		await store.deleteBrief('b1');
		expect(await store.spentOverall(40)).toBe(4.5);
		expect(await store.spentOverall(60)).toBe(0);
	});

	it('counts a copy of a brief for the copy, and for the day once', async () => {
		const [one] = await addPlan(plan('p1', 'b1'));
		await store.finishTakes([{ id: one.id, done: done(one.id, 3), picture: picture() }], 50);
		const whole = (await store.wholeBrief('b1'))!;
		const copy = withFreshIds({ whole, pictures: new Map() }, newId).whole;
		await store.mergeWholeBrief({ whole: copy, pictures: [] });
		expect(await store.spentOn(copy.brief.id)).toBe(3);
		expect(await store.spentOverall(0)).toBe(3);
		// Its runs that are not done wait to be asked.
		expect(await store.openPlans()).toHaveLength(1);
		expect((await store.plansOf(copy.brief.id))[0]).toMatchObject({ paused: true, unasked: true });
	});
});

describe('a job', () => {
	const body = { key: 'k1', takes: [] };
	const job = { planId: 'p1', briefId: 'b1', service: '', address: 'x', sentAt: 1, body };

	it('is noted for a plan that goes on, and for none that is paused, stopped or gone', async () => {
		await addPlan(plan('p1', 'b1'));
		await store.pausePlan('p1', true);
		expect(await store.addJob(job)).toBeNull();
		await store.pausePlan('p1', false);
		expect(await store.addJob(job)).toMatchObject({ key: 'k1', wanted: 1 });
		await db.plans.update('p1', { stopped: true });
		expect(await store.addJob({ ...job, body: { key: 'k2', takes: [] } })).toBeNull();
		expect(await store.addJob({ ...job, planId: 'none' })).toBeNull();
		expect((await store.jobs()).map(({ key }) => key)).toEqual(['k1']);
	});
});

describe('what comes in from a file', () => {
	const copyOf = (whole: WholeBrief): WholeBrief => structuredClone(whole);
	const bringIn = (whole: WholeBrief) => {
		const done = whole.takes.filter(({ state }) => state === 'done');
		const pictures = done.map(({ id, briefId }) => ({ ...picture(), takeId: id, briefId }));
		return store.mergeWholeBrief({ whole, pictures });
	};
	const finish = (one: Take, as: string, at: number) =>
		store.finishTakes([{ id: one.id, done: done(as, 2), picture: picture() }], at);

	it('finishes takes that wait here: their pictures are not paid for again', async () => {
		const takes = await addPlan(plan('p1', 'b1'));
		const older = copyOf((await store.wholeBrief('b1'))!);
		for (const [i, one] of takes.entries()) await finish(one, `s-${i}`, 50 + i);
		const newer = copyOf((await store.wholeBrief('b1'))!);
		await store.deleteBrief('b1');
		await db.ledger.clear();
		await bringIn(older);
		expect(await store.spentOn('b1')).toBe(0);
		// One of them is under way when the newer file comes in.
		await store.pausePlan('p1', false);
		const body = { key: 'k1', takes: [] };
		const job = { planId: 'p1', briefId: 'b1', service: '', address: 'x', sentAt: 1, body };
		await store.addJob(job);
		await db.jobs.update('k1', { refs: [takes[0].id] });

		expect(await bringIn(newer)).toBe(12);
		expect((await store.takesOf('b1')).map(({ state }) => state)).toEqual(Array(12).fill('done'));
		expect(await store.openPlans()).toEqual([]);
		expect(await store.spentOn('b1')).toBe(24);
		expect((await store.job('k1'))!.dropped).toEqual([takes[0].id]);
	});

	it('leaves a second making of a take a second entry', async () => {
		const [one] = await addPlan(plan('p1', 'b1'));
		await finish(one, 's-1', 50);
		await db.takes.update(one.id, { state: 'waiting' });
		await finish(one, 's-2', 60);
		await finish(one, 's-2', 61);
		expect(await store.spentOn('b1')).toBe(4);
	});

	it('is somebody else\u2019s spending: it counts for the brief and not for the day', async () => {
		const [one] = await addPlan(plan('p1', 'b1'));
		await finish(one, 's-1', 50);
		const mine = copyOf((await store.wholeBrief('b1'))!);
		await Promise.all([store.deleteBrief('b1'), db.ledger.clear()]);
		const theirs = mine.spendings.map(({ by: _by, ...rest }) => rest);
		for (const spendings of [theirs, theirs.map((row) => ({ ...row, by: 'another' }))]) {
			await bringIn({ ...mine, spendings });
			expect([await store.spentOn('b1'), await store.spentOverall(0)]).toEqual([2, 0]);
			await Promise.all([store.deleteBrief('b1'), db.ledger.clear()]);
		}
		// A file that this browser wrote gives its own spending back.
		await bringIn(mine);
		expect([await store.spentOn('b1'), await store.spentOverall(0)]).toEqual([2, 2]);
	});

	it('lowers nothing that was spent here, whatever it says of it', async () => {
		const [one] = await addPlan(plan('p1', 'b1'));
		await finish(one, 's-1', 50);
		const whole = copyOf((await store.wholeBrief('b1'))!);
		for (const credits of [0, 1, 1e6])
			await bringIn({
				...whole,
				spendings: whole.spendings.map(({ by: _by, ...row }) => ({ ...row, credits }))
			});
		expect([await store.spentOn('b1'), await store.spentOverall(0)]).toEqual([2, 2]);
	});

	it('is refused where a sum cannot have been spent', async () => {
		await addPlan(plan('p1', 'b1'));
		const whole = copyOf((await store.wholeBrief('b1'))!);
		const row = { id: 's', briefId: 'b1', model: 'm', at: 1 };
		for (const credits of [-1_000_000, 1e308, Infinity, NaN])
			expect(WholeBrief.safeParse({ ...whole, spendings: [{ ...row, credits }] }).success).toBe(
				false
			);
		for (const change of [{ credits: -1 }, { seconds: -1 }, { seconds: 1e308 }])
			expect(
				WholeBrief.safeParse({ ...whole, takes: [{ ...whole.takes[0], ...change }] }).success
			).toBe(false);
	});

	it('goes on with the ledger of a backup, where nothing was spent here yet', async () => {
		await store.adoptLedger('the-old-one');
		expect(await store.ledgerId()).toBe('the-old-one');
		const [one] = await addPlan(plan('p1', 'b1'));
		await finish(one, 's-1', 50);
		await store.adoptLedger('another');
		expect(await store.ledgerId()).toBe('the-old-one');
	});
});

describe('adapters of one\u2019s own', () => {
	it('go with the briefs that use them, and come in where they are not yet', async () => {
		const one = { id: 'own-1', service: '', name: 'Woodcuts', pictures: ['a1'], taughtAt: 4 };
		await store.keepTaught(one);
		await store.keepTaught({ ...one, id: 'own-2', name: 'Not used' });
		const before = (await store.wholeBrief('b1'))!;
		expect(before.taught).toEqual([]);
		await store.updateBrief('b1', { rack: { ...before.brief.rack, adapter: ['own-1'] } }, 9);
		const whole = (await store.wholeBrief('b1'))!;
		expect(whole.taught).toEqual([one]);
		// What is known here under its id stays as it is.
		const copy = withFreshIds({ whole, pictures: new Map() }, newId).whole;
		const taught = [
			{ ...one, name: 'Another' },
			{ ...one, id: 'own-3' }
		];
		await store.mergeWholeBrief({ whole: { ...copy, taught }, pictures: [] });
		expect((await store.taughtAdapters()).map(({ id, name }) => [id, name])).toEqual(
			expect.arrayContaining([
				['own-1', 'Woodcuts'],
				['own-3', 'Woodcuts']
			])
		);
	});
});

describe('what a brief comes to', () => {
	// An index over an expected price has no takes that came without one.
	it('counts takes whose price was never said, as those of an older database', async () => {
		const p = plan('p1', 'b1');
		await store.addPlan(p, combinations(p.rack), countTakes(p.rack), newId);
		const [one, two] = await store.takesOfPlan('p1');
		await store.finishTakes([{ id: one.id, done: done('r', 2), picture: picture() }], 5);
		await store.endTakes([two.id], 'failed', 'no');
		expect(await store.figures('b1')).toEqual({ making: 10, done: 1, spent: 2, queued: 0 });
		await store.priceWaiting(() => 1.5);
		expect(await store.figures('b1')).toEqual({ making: 10, done: 1, spent: 2, queued: 15 });
	});
});

describe('what a database refuses', () => {
	it('is a sentence that says what to do, by the innermost cause', () => {
		const named = (name: string, inner?: unknown) =>
			Object.assign(new Error(name), { name, inner });
		const says = [
			named('QuotaExceededError'),
			named('AbortError', named('QuotaExceededError')),
			named('VersionError'),
			named('DatabaseClosedError'),
			named('OpenFailedError', named('InvalidStateError')),
			named('SecurityError'),
			named('ConstraintError')
		].map(store.problemSays);
		expect(says).toEqual([
			expect.stringMatching(/no room left.*Delete takes/),
			expect.stringMatching(/no room left/),
			expect.stringMatching(/newer version.*Close all/),
			expect.stringMatching(/Reload/),
			expect.stringMatching(/private windows/),
			expect.stringMatching(/allow this address/),
			expect.stringMatching(/here already/)
		]);
		expect(store.isOfStore(new Error('something else'))).toBe(false);
	});

	it('is a run of a brief that is gone', async () => {
		await store.deleteBrief('b1');
		await expect(addPlan(plan('p1', 'b1'))).rejects.toThrow(/brief was deleted/);
		expect(await db.plans.count()).toBe(0);
	});
});

describe('watching', () => {
	it('goes on after a reading that failed', async () => {
		const quiet = vi.spyOn(console, 'error').mockImplementation(() => undefined);
		let reads = 0;
		const seen: string[] = [];
		const end = store.watch(
			async () => {
				const found = await store.brief('b1');
				if (++reads === 2) throw new Error('a reading went wrong');
				return found;
			},
			(value) => seen.push(value?.name ?? '')
		);
		await expect.poll(() => seen).toEqual(['b1']);
		await store.updateBrief('b1', { name: 'once' }, 7);
		await expect.poll(() => seen).toContain('once');
		await store.updateBrief('b1', { name: 'twice' }, 8);
		await expect.poll(() => seen.at(-1)).toBe('twice');
		end();
		quiet.mockRestore();
	});
});

describe('unfinished plans', () => {
	it('come oldest first, without those that are done or stopped', async () => {
		for (const id of ['p3', 'p1', 'p2']) await addPlan(plan(id, 'b1'));
		expect((await store.openPlans()).map(({ id }) => id)).toEqual(['p1', 'p2', 'p3']);
		await store.updatePlan('p2', { stopped: true });
		for (const { id } of await store.unfinishedTakes('p1'))
			await store.finishTakes([{ id: id, done: done(id), picture: picture() }], 5);
		expect((await store.openPlans()).map(({ id }) => id)).toEqual(['p3']);
		expect(await store.unfinishedTakes('p1')).toEqual([]);
	});
});

describe('marks', () => {
	it('hand back what stood before, so that they can be undone', async () => {
		const [a, b] = await addPlan(plan('p1', 'b1'));
		expect([...(await store.markTakes([a], 'keep', 1)).values()]).toEqual([null]);
		const before = await store.markTakes([a, b], 'drop', 2);
		expect([...before.values()].map((mark) => mark?.kind ?? null)).toEqual(['keep', null]);
		await store.markTakes([b], null, 3);
		expect(await store.marksOf('b1')).toEqual(new Map([[a.id, 'drop']]));
	});

	// A mark that replaced a blind one was taken back as an open one.
	it('come back as they stood, blind ones blind', async () => {
		const [a, b] = await addPlan(plan('p1', 'b1'));
		await store.markTakes([a], 'keep', 1, true);
		const before = await store.markTakes([a, b], 'drop', 2);
		await store.restoreMarks(before);
		expect(await store.wholeMarksOf('b1')).toEqual([
			{ takeId: a.id, briefId: 'b1', kind: 'keep', at: 1, blind: true }
		]);
	});
});

describe('answers', () => {
	const answer = (id: string, left: string, right: string): Answer => ({
		id,
		briefId: 'b1',
		left,
		right,
		answer: 'left',
		judge: '',
		again: false,
		at: 1
	});

	it('go with their takes, and come back with them', async () => {
		const [a, b, c] = await addPlan(plan('p1', 'b1'));
		const kept = await store.addAnswers([
			answer('x', a.id, b.id),
			answer('y', c.id, a.id),
			answer('z', b.id, c.id),
			answer('gone', a.id, 'nobody')
		]);
		expect(kept).toBe(3);
		const gone = await store.deleteTakes([a.id]);
		expect((await store.answersOf('b1')).map(({ id }) => id)).toEqual(['z']);
		await store.restoreTakes(gone);
		expect((await store.answersOf('b1')).map(({ id }) => id).sort()).toEqual(['x', 'y', 'z']);
	});

	it('of a ballot are read again: a corrected file replaces the earlier one of that person', async () => {
		const [a, b, c] = await addPlan(plan('p1', 'b1'));
		const pairs = [
			{ left: a.id, right: b.id },
			{ left: b.id, right: c.id }
		];
		await store.addBallot({ id: 'q', briefId: 'b1', name: 'q', pairs, read: [], createdAt: 1 });
		const wren = [answer('f-0', a.id, b.id), answer('f-1', b.id, c.id)];
		const first = await store.readBallot('q', 'f', 'Wren', wren, 2);
		expect(first).toMatchObject({ kept: 2, replaced: [] });
		const teal = [answer('g-0', a.id, b.id)];
		await store.readBallot('q', 'g', 'Teal', teal, 3);
		// Corrected, from another browser: one pair fewer, and the other side of the first.
		const corrected = [answer('h-0', b.id, a.id)];
		const again = (await store.readBallot('q', 'h', 'wren ', corrected, 4))!;
		expect(again).toMatchObject({ kept: 1 });
		expect(again.replaced.map(({ id }) => id)).toEqual(['f-0', 'f-1']);
		expect((await store.answersOf('b1')).map(({ id }) => id).sort()).toEqual(['g-0', 'h-0']);
		expect((await store.ballot('q'))!.read.map(({ file }) => file)).toEqual(['g', 'h']);
		await store.unreadBallot('q', corrected, again);
		expect((await store.answersOf('b1')).map(({ id }) => id).sort()).toEqual(['f-0', 'f-1', 'g-0']);
		expect(await store.readBallot('none', 'f', 'Wren', wren, 3)).toBeNull();
		await store.deleteBrief('b1');
		expect(await db.answers.count()).toBe(0);
	});
});

describe('briefs', () => {
	it('come newest first with their counts, kept takes in front', async () => {
		await store.addBrief(sampleBrief('b2', 9));
		const [a, b] = await addPlan(plan('p1', 'b1'));
		await store.finishTakes([{ id: a.id, done: done('r'), picture: picture() }], 5);
		await store.finishTakes([{ id: b.id, done: done('r'), picture: picture() }], 5);
		await store.markTakes([b], 'keep', 1);
		const [first, second] = await store.summaries();
		expect(first.brief.id).toBe('b2');
		expect(second).toMatchObject({ takes: 2, spent: 3, marks: { keep: 1, maybe: 0, drop: 0 } });
		expect(second.strip).toEqual([b.id, a.id]);
	});

	it('go with everything that belongs to them, and nothing else', async () => {
		await store.addBrief(sampleBrief('b2'));
		const [a] = await addPlan(plan('p1', 'b1'));
		await addPlan(plan('p2', 'b2'));
		await store.finishTakes([{ id: a.id, done: done('r'), picture: picture() }], 5);
		await store.markTakes([a], 'keep', 1);
		await store.deleteBrief('b1');
		expect(await store.takesOf('b1')).toEqual([]);
		expect(await store.takesOf('b2')).toHaveLength(12);
		expect([await db.pictures.count(), await db.marks.count(), await db.plans.count()]).toEqual([
			0, 0, 1
		]);
	});

	it('are added whole or not at all', async () => {
		await addPlan(plan('p1', 'b1'));
		const whole = (await store.wholeBrief('b1'))!;
		const copy = { ...whole, brief: { ...whole.brief, id: 'b9' } };
		await expect(store.mergeWholeBrief({ whole: copy, pictures: [] })).rejects.toThrow(
			/Another brief here has takes or runs with the same ids.*Nothing was changed/
		);
		expect(await store.hasBrief('b9')).toBe(false);
		expect(await store.hasBrief('b1')).toBe(true);
	});

	it('tell those who watch', async () => {
		const seen: string[] = [];
		const end = store.watch(
			() => store.brief('b1'),
			(value) => seen.push(value?.name ?? '')
		);
		await expect.poll(() => seen).toEqual(['b1']);
		await store.updateBrief('b1', { name: 'April cover' }, 7);
		await expect.poll(() => seen).toEqual(['b1', 'April cover']);
		end();
	});
});

describe('takes that are deleted', () => {
	it('go with all that hangs on them, say what room they free, and come back as they were', async () => {
		const [first, second, third] = await addPlan(plan('p1', 'b1'));
		for (const { id } of [first, second])
			await store.finishTakes([{ id, done: done(id), picture: picture() }], 9);
		await store.markTakes([first], 'keep', 5);
		await store.editRemarks(
			[
				{ takeId: first.id, briefId: 'b1', change: { fault: 'seam', has: true } },
				{ takeId: first.id, briefId: 'b1', change: { note: 'left' } }
			],
			6
		);
		const before = await store.wholeBrief('b1');
		const gone = await store.deleteTakes([first.id, third.id]);
		expect(gone.takes.map(({ id }) => id)).toEqual([first.id, third.id]);
		// A picture and its thumbnail, in bytes.
		expect(gone.bytes).toBe('picture'.length + 'small'.length);
		expect(await store.pictureOf(first.id)).toBeUndefined();
		expect((await store.marksOf('b1')).size).toBe(0);
		expect((await store.remarksOf('b1')).size).toBe(0);
		expect((await store.picturesOf([first.id, second.id])).map((one) => one?.takeId)).toEqual([
			undefined,
			second.id
		]);
		await store.restoreTakes(gone);
		expect(await store.wholeBrief('b1')).toEqual(before);
		expect((await store.pictureOf(first.id))?.briefId).toBe('b1');
	});

	it('that were never there are no trouble', async () => {
		const gone = await store.deleteTakes(['no-such-take']);
		expect(gone.takes).toEqual([]);
		expect(gone.bytes).toBe(0);
		await store.restoreTakes(gone);
	});
});

describe('what is made before', () => {
	it('are the open takes of all briefs, but those of runs that are paused', async () => {
		await addPlan(plan('p1', 'b1'));
		const all = await store.takesAhead();
		expect(all.length).toBeGreaterThan(0);
		expect(all.every(({ state }) => state === 'waiting' || state === 'running')).toBe(true);
		await db.takes.update(all[0].id, { state: 'done' });
		expect(await store.takesAhead()).toHaveLength(all.length - 1);
		await db.plans.update('p1', { paused: true });
		expect(await store.takesAhead()).toEqual([]);
	});
});

describe('faults, notes and tags', () => {
	const edit = (change: store.RemarkChange, takeId = 't1') => ({ takeId, briefId: 'b1', change });
	const remark = async (takeId = 't1') => (await store.remarksOf('b1')).get(takeId);

	it('are put back one by one, and go when nothing is left of them', async () => {
		await addPlan(plan('p1', 'b1'));
		const seam = await store.editRemarks([edit({ fault: 'seam', has: true })], 1);
		const note = await store.editRemarks([edit({ note: 'left edge' })], 2);
		expect(await remark()).toMatchObject({ faults: ['seam'], note: 'left edge', at: 2 });
		await store.editRemarks(seam, 3);
		expect(await remark()).toMatchObject({ faults: [], note: 'left edge' });
		await store.editRemarks(note, 4);
		expect(await remark()).toBeUndefined();
	});

	it('that another tab wrote meanwhile stay when this one undoes its own', async () => {
		await addPlan(plan('p1', 'b1'));
		const mine = await store.editRemarks([edit({ fault: 'seam', has: true })], 1);
		await store.editRemarks([edit({ note: 'too dark' })], 2);
		await store.editRemarks([edit({ tag: 'cover', has: true })], 3);
		await store.editRemarks(mine, 4);
		expect(await remark()).toMatchObject({ faults: [], note: 'too dark', tags: ['cover'] });
	});

	it('are changed several times on one take in one step, and put back in one', async () => {
		await addPlan(plan('p1', 'b1'));
		const back = await store.editRemarks(
			[edit({ fault: 'seam', has: true }), edit({ note: 'left' })],
			6
		);
		expect(await remark()).toMatchObject({ faults: ['seam'], note: 'left' });
		await store.editRemarks(back, 7);
		expect(await remark()).toBeUndefined();
	});

	it('keep tags, all of which are told once, and come with what else is known of takes', async () => {
		await addPlan(plan('p1', 'b1'));
		await store.editRemarks(
			[
				edit({ tag: 'warm', has: true }),
				edit({ tag: 'cover', has: true }),
				edit({ tag: 'warm', has: true }, 't2')
			],
			1
		);
		expect(await store.tags()).toEqual(['cover', 'warm']);
		await store.markTakes(await store.takesById(['t2']), 'keep', 4);
		const known = await store.judgementsOf(['t2', 'gone', 't1']);
		expect(known.remarks.map(({ tags }) => tags)).toEqual([['warm'], ['warm', 'cover']]);
		expect(known.marks.map(({ takeId, kind }) => [takeId, kind])).toEqual([['t2', 'keep']]);
		expect(known.measured.size).toBe(0);
		await store.editRemarks([edit({ tag: 'cover', has: false })], 5);
		expect(await store.tags()).toEqual(['warm']);
	});
});

describe('what goes wrong meanwhile', () => {
	it('keeps a take whose parent is deleted while it is made, with its line readable', async () => {
		const [parent] = await addPlan(plan('p1', 'b1'));
		await store.finishTakes([{ id: parent.id, done: done('r'), picture: picture() }], 5);
		const [child] = await addPlan(plan('p2', 'b1'));
		const line = [{ take: parent.id, number: parent.number, as: 'vary' }];
		await db.takes.update(child.id, { line });
		await store.deleteTakes([parent.id]);
		await store.finishTakes([{ id: child.id, done: done('c'), picture: picture() }], 6);
		expect(await store.take(child.id)).toMatchObject({ state: 'done', line });
		expect(await store.spentOn('b1')).toBe(3);
	});

	it('counts for the day what was spent before the clock was set back', async () => {
		const day = 24 * 60 * 60 * 1000;
		const [one, two] = await addPlan(plan('p1', 'b1'));
		const today = 100 * day;
		// The clock stood a day ahead when the first take was made.
		await store.finishTakes([{ id: one.id, done: done('r', 3), picture: picture() }], today + day);
		await store.finishTakes([{ id: two.id, done: done('s', 2), picture: picture() }], today + 5);
		expect(await store.spentOverall(today)).toBe(5);
		expect(await store.spentOverall(today + day)).toBe(3);
	});

	it('keeps all of a picture to begin from or none, where there is no room', async () => {
		const put = vi.spyOn(db.starts, 'put').mockImplementation(() => {
			throw Object.assign(new Error('full'), { name: 'QuotaExceededError' });
		});
		const mask = { name: 'area', picture: new Blob(['m']), thumbnail: new Blob(['m']), addedAt: 1 };
		await expect(store.keepStart(mask)).rejects.toBeInstanceOf(store.StorageFull);
		put.mockRestore();
		expect(await db.starts.count()).toBe(0);
	});
});

describe('two tabs', () => {
	it('that change different dials at once both have their way', async () => {
		await Promise.all([
			store.updateBrief('b1', { 'rack.guidance': [3] }, 10),
			store.updateBrief('b1', { 'rack.steps': [50] }, 9),
			store.updateBrief('b1', { 'words.leaveOut': 'blurry' }, 8)
		]);
		const { rack, words, updatedAt } = (await store.brief('b1'))!;
		expect([rack.guidance, rack.steps, words.leaveOut]).toEqual([[3], [50], 'blurry']);
		// The time of a change never goes back: a tab shows what was changed last.
		expect(updatedAt).toBe(10);
	});

	it('that run at once with room for one run start one', async () => {
		await store.updateBrief('b1', { allowance: 20 }, 5);
		const seen = await store.account('b1', 0);
		const run = (id: string) => {
			const one = plan(id, 'b1');
			return store.addPlan(one, combinations(one.rack), countTakes(one.rack), newId, () => 1.5, {
				seen,
				midnight: 0
			});
		};
		// Each costs 18 of 20.
		const ended = await Promise.allSettled([run('p1'), run('p2')]);
		expect(ended.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
		expect(ended.find((one) => one.status === 'rejected')!.reason).toBeInstanceOf(store.LessIsLeft);
		expect(await store.queuedOn('b1')).toBe(18);
		// An artist who saw how little is left, and agreed to go beyond it, may.
		const now = await store.account('b1', 0);
		const one = plan('p3', 'b1');
		const takes = combinations(one.rack);
		await store.addPlan(one, takes, 12, newId, () => 1.5, { seen: now, midnight: 0 });
		expect(await store.queuedOn('b1')).toBe(36);
	});

	it('that go on with the same takes at once within a day\u2019s allowance start one', async () => {
		const takes = await addPlan(plan('p1', 'b1'));
		const ids = takes.map(({ id }) => id);
		await store.endTakes(ids, 'cancelled');
		await store.setPurse({ dayAllowance: 10 });
		const seen = await store.account('b1', 0);
		const half = (some: string[]) =>
			store.reopenTakes('p1', some, () => 1.5, { seen, midnight: 0 });
		const ended = await Promise.allSettled([half(ids.slice(0, 6)), half(ids.slice(6))]);
		expect(ended.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
		expect(await store.queuedOverall()).toBe(9);
	});
});

describe('pictures made elsewhere', () => {
	it('are added with their notes after the takes that are there, all or none', async () => {
		const made = await addPlan(plan('p1', 'b1'));
		const one = (id: string, number: number) => ({
			take: { ...made[0], id, planId: 'p9', number, state: 'done' as const },
			picture: picture(),
			note: `from ${id}.png`
		});
		await store.addMade({ ...plan('p9', 'b1'), stopped: true }, [one('x1', 1), one('x2', 2)]);
		const added = await store.takesOfPlan('p9');
		expect(added.map(({ number }) => number)).toEqual([made.length + 1, made.length + 2]);
		expect((await store.remarksOf('b1')).get('x1')?.note).toBe('from x1.png');
		expect(await store.queuedPlans()).not.toContainEqual(expect.objectContaining({ id: 'p9' }));
		// The same once more breaks off, and leaves nothing half-done.
		await expect(
			store.addMade({ ...plan('p8', 'b1'), stopped: true }, [one('x3', 1), one('x1', 2)])
		).rejects.toThrow();
		expect(await store.takesOfPlan('p8')).toEqual([]);
		expect(await store.pictureOf('x3')).toBeUndefined();
	});
});

describe('rows that an earlier version kept', () => {
	it('are read as they would be kept now: dials that came since at rest, measures by their ids', async () => {
		const kept = (await db.briefs.get('b1'))!;
		const { batch: _batch, style: _style, ...rack } = kept.rack;
		await db.table('briefs').put({ ...kept, rack });
		expect((await db.briefs.get('b1'))!.rack).toEqual({ ...kept.rack, batch: [0], style: [[]] });
		expect((await db.briefs.toArray())[0].rack.batch).toEqual([0]);
		await db.table('measures').put({
			takeId: 't',
			briefId: 'b1',
			sharpness: 7,
			edges: 0.5,
			palette: [],
			hash: '00ff00ff00ff00ff'
		});
		expect(await store.measuresOfTake('t')).toEqual({
			takeId: 't',
			briefId: 'b1',
			values: { sharpness: 7, edges: 0.5 },
			palette: [],
			hash: '00ff00ff00ff00ff'
		});
	});
});

describe('measures', () => {
	it('are kept by take and by pair, and found again by brief and by take', async () => {
		const measured = {
			values: {
				sharpness: 1,
				noise: 2,
				contrast: 0.1,
				lightness: 50,
				colourfulness: 3,
				clipped: 0,
				oversaturated: 0,
				edges: 0.2
			},
			palette: [],
			hash: '00ff00ff00ff00ff'
		};
		await store.addBrief(sampleBrief('b2'));
		const [one] = await addPlan(plan('p1', 'b1'));
		const [two] = await addPlan(plan('p2', 'b2'));
		await store.keepMeasures({ ...measured, takeId: one.id, briefId: 'b1' });
		await store.keepMeasures({ ...measured, takeId: two.id, briefId: 'b2' });
		expect([...(await store.measuresOf('b1')).keys()]).toEqual([one.id]);
		expect((await store.measuresOfTake(two.id))?.values.sharpness).toBe(1);
		expect(await store.measuresOfTake('t3')).toBeUndefined();
		// Measuring and looking go on for a moment when a brief is deleted: nothing of it stays.
		await store.deleteBrief('b2');
		await store.keepMeasures({ ...measured, takeId: two.id, briefId: 'b2' });
		await store.keepPair({ key: 'k', briefId: 'b2', structure: 1, colour: 0, hash: 0 } as never);
		await store.setSeen('b2', 5);
		await store.markTakes([two], 'keep', 5);
		const seam = { fault: 'seam', has: true };
		await store.editRemarks([{ takeId: two.id, briefId: 'b2', change: seam }], 1);
		expect([
			await db.measures.count(),
			await db.pairs.count(),
			await db.seen.count(),
			await db.marks.count(),
			await db.remarks.count()
		]).toEqual([1, 0, 0, 0, 0]);
	});
});

describe('words that are kept', () => {
	it('are every prompt that was run, once, the starred first, and can be searched', async () => {
		const of = (id: string, ...wording: string[]) => {
			const p = plan(id, 'b1');
			return { ...p, rack: { ...p.rack, wording } };
		};
		await addPlan(of('p1', 'a heron', 'a crab at dusk'));
		await addPlan(of('p2', 'a heron', ' '));
		const texts = async (search = '') =>
			(await store.keptPrompts(search, 10)).map(({ text }) => text);
		expect(await texts()).toEqual(['a heron', 'a crab at dusk']);
		expect(await texts('DUSK crab')).toEqual(['a crab at dusk']);
		await store.starPrompt('a crab at dusk', true);
		await addPlan(of('p3', 'a heron', 'a crab at dusk'));
		expect(await texts()).toEqual(['a crab at dusk', 'a heron']);
	});

	it('are own styles and sets by their names', async () => {
		const style = { name: 'Mine', add: ['linocut'], leaveOut: [] };
		await store.keepStyle(style);
		await store.keepStyle({ ...style, add: ['pastel'] });
		await store.keepSet({ name: 'Mine', phrases: ['people'] });
		expect(await store.ownStyles()).toEqual([{ ...style, add: ['pastel'] }]);
		expect(await store.ownSets()).toEqual([{ name: 'Mine', phrases: ['people'] }]);
		await Promise.all([store.forgetStyle('Mine'), store.forgetSet('Mine')]);
		expect([...(await store.ownStyles()), ...(await store.ownSets())]).toEqual([]);
	});
});

describe('the takes of a brief, watched', () => {
	it('are told when they are added, change, and go, and the others stay the same objects', async () => {
		await store.addBrief(sampleBrief('b2'));
		await addPlan(plan('p1', 'b1'));
		await addPlan(plan('p2', 'b2'));
		const told: Take[][] = [];
		const end = store.watchTakes(
			'b1',
			(takes) => told.push(takes),
			() => 0
		);
		const latest = () => told.at(-1) ?? [];
		await vi.waitFor(() => expect(latest()).toHaveLength(12));
		const before = latest();
		await store.finishTakes([{ id: 't0', done: done('t0'), picture: picture() }], 5);
		await vi.waitFor(() => expect(latest()[0].state).toBe('done'));
		expect(
			latest()
				.slice(1)
				.every((take, i) => take === before[i + 1])
		).toBe(true);
		await addPlan(plan('p3', 'b1'));
		await vi.waitFor(() => expect(latest()).toHaveLength(24));
		expect(latest().map(({ number }) => number)).toEqual(
			Array.from({ length: 24 }, (_, i) => i + 1)
		);
		// Takes of another brief do not come in.
		await store.endTakes(['t12'], 'failed', 'no');
		await store.deleteBrief('b1');
		await vi.waitFor(() => expect(latest()).toHaveLength(0));
		end();
	});

	it('are read whole, however many there are', async () => {
		const many = plan('p1', 'b1');
		many.rack.seed = Array.from({ length: 300 }, (_, i) => i);
		await addPlan(many);
		const told: Take[][] = [];
		const end = store.watchTakes(
			'b1',
			(takes) => told.push(takes),
			() => 0
		);
		await vi.waitFor(() => expect(told.at(-1)).toHaveLength(1800));
		end();
	});
});

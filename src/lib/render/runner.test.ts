import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { FileProblem } from '$lib/core/problem';
import { combinations, countTakes } from '$lib/core/plan';
import type { Brief, Limits, Plan } from '$lib/core/schema';
import { samplePlan, sampleRack, sampleTakes } from '$lib/core/testing';
import { noWords } from '$lib/core/wording';
import * as store from '$lib/store';
import { FakeClock, FakeLocks, FakeService, refusal } from './fake-service';
import { holding, ofJob } from './holding';
import { Runner } from './runner';
import { isToBeSwept } from './sweep';
import { unqualified, type Routes } from './services';
import { verdictOn } from './verdict';

vi.mock('$lib/workers', () => ({
	admitPicture: () => Promise.reject(new Error('not here')),
	shrinkPicture: () => Promise.resolve(null)
}));

vi.stubGlobal('navigator', { locks: new FakeLocks() });

let clock: FakeClock;
let services: Map<string, FakeService>;
let limits: Limits | null;
let runner: Runner | undefined;
let troubles: (string | null)[];
let finished: string[];
let next = 0;

const routes: Routes = {
	of(name) {
		const { service, model } = unqualified(name);
		const client = services.get(service);
		return client ? { service, address: client.base, client, model, limits } : null;
	},
	at: (address) => [...services.values(), ...gone].find(({ base }) => base === address)!
};
/** Services that were taken off, which still answer at their addresses. */
let gone: FakeService[];

/** Starts a runner as a tab does that has just been opened. */
function open(): Runner {
	runner = new Runner(
		routes,
		{
			onProgress: () => undefined,
			onTrouble: (says) => troubles.push(says),
			onFinished: ({ id }) => finished.push(id)
		},
		{
			clock,
			admit: (picture) => Promise.resolve({ picture, thumbnail: new Blob(['small']) }),
			alone: (work) => work()
		}
	);
	runner.start();
	return runner;
}

/** Closes the tab. */
const close = () => runner?.stop();

async function begin(seeds: number[], models = ['birch'], briefId = 'b1'): Promise<Plan> {
	const rack = sampleRack({ model: models, seed: seeds });
	const place = ++next;
	const plan = samplePlan(`p${place}`, { briefId, rack, place, createdAt: place });
	const ids = () => `take-${++next}`;
	await store.addPlan(plan, combinations(rack), countTakes(rack), ids, () => 2);
	return plan;
}

/** Runs that are made at once. */
const AT_ONCE = 2;

/** What a service takes on. */
const usualLimits: Limits = {
	maxTakesPerJob: 256,
	maxPixels: 1e9,
	maxSteps: 100,
	maxQueuedTakes: 10,
	maxImageBytes: 1e9
};

const states = async (plan: Plan) =>
	(await store.takesOfPlan(plan.id)).map(({ state }) => state).join(' ');
const allAre = (plan: Plan, state: string, count: number) =>
	vi.waitFor(async () => expect(await states(plan)).toBe(Array(count).fill(state).join(' ')), 8000);
const noJobs = () => vi.waitFor(async () => expect(await store.jobs()).toEqual([]), 8000);
/** Keeps a picture to begin from. */
const keep = async (text: string) => {
	await store.keepStart({
		name: text,
		picture: new Blob([text]),
		thumbnail: new Blob([text]),
		addedAt: 0
	});
	return (await store.starts()).find(({ name }) => name === text)!.id;
};
/** A gate that a call waits at until it is opened. */
function gate() {
	let open = () => {};
	const wait = new Promise<void>((resolve) => (open = resolve));
	let reached = () => {};
	const here = new Promise<void>((resolve) => (reached = resolve));
	return { open, here, pass: () => (reached(), wait) };
}

beforeEach(async () => {
	const { db } = await import('$lib/store/db');
	await Promise.all(db.tables.map((table) => table.clear()));
	clock = new FakeClock();
	services = new Map([['', new FakeService()]]);
	limits = null;
	gone = [];
	troubles = [];
	finished = [];
	const brief: Brief = {
		id: 'b1',
		name: 'b1',
		purpose: '',
		allowance: null,
		prompt: '',
		negative: '',
		words: noWords,
		rack: sampleRack(),
		design: { kind: 'all' },
		numbered: 0,
		createdAt: 0,
		updatedAt: 0
	};
	await store.addBrief(brief);
});
afterEach(() => {
	close();
	clock.stop();
});
const shipped = () => services.get('')!;

describe('a run', () => {
	it('is made in parts that its service takes on, and each take is paid once', async () => {
		limits = {
			maxTakesPerJob: 3,
			maxPixels: 1e9,
			maxSteps: 100,
			maxQueuedTakes: 10,
			maxImageBytes: 1e9
		};
		const plan = await begin([1, 2, 3, 4, 5, 6, 7]);
		open();
		await allAre(plan, 'done', 7);
		expect(shipped().submitted.map(({ takes }) => takes.length)).toEqual([3, 3, 1]);
		expect(await store.spentOn('b1')).toBe(14);
		await noJobs();
		expect(troubles.at(-1)).toBe(null);
	});

	it('goes on in the next tab with the job that was sent', async () => {
		const plan = await begin([1, 2, 3]);
		const half = gate();
		let made = 0;
		shipped().pace = () => (made++ === 1 ? half.pass() : undefined);
		open();
		await half.here;
		close();
		half.open();
		open();
		await allAre(plan, 'done', 3);
		expect(shipped().submitted).toHaveLength(1);
		expect(await store.spentOn('b1')).toBe(6);
	});

	it('whose answer was lost is sent again as it was, under its key', async () => {
		const plan = await begin([1, 2]);
		let lost = 0;
		shipped().afterSubmit = () => {
			if (lost++ === 0) throw new TypeError('Failed to fetch');
		};
		open();
		await allAre(plan, 'done', 2);
		const [one, two] = shipped().submitted;
		expect(two).toEqual(one);
		expect(shipped().jobs.size).toBe(1);
	});

	it('at a service that was started anew sends what is open under another key', async () => {
		const plan = await begin([1, 2, 3]);
		let made = 0;
		shipped().pace = () => {
			if (++made !== 2) return;
			shipped().forget();
			throw new TypeError('network error');
		};
		open();
		await allAre(plan, 'done', 3);
		expect(shipped().submitted.map(({ takes }) => takes.length)).toEqual([3, 2]);
		expect(await store.spentOn('b1')).toBe(6);
	});
});

describe('a run that is made', () => {
	it('is told as finished and leaves no job behind, however late its job ends', async () => {
		const plan = await begin([1, 2]);
		const last = gate();
		shipped().beforeEnd = () => last.pass();
		open();
		await last.here;
		await allAre(plan, 'done', 2);
		await new Promise((resolve) => setTimeout(resolve, 60));
		last.open();
		await noJobs();
		// That it is told may follow a moment later, as on a busy machine.
		await vi.waitFor(() => expect(finished).toEqual([plan.id]));
	});

	it('from a picture that its service refuses fails, with the sentence of the service', async () => {
		const plan = await begin([1, 2]);
		await store.keepStart({
			name: 'x',
			picture: new Blob(['x']),
			thumbnail: new Blob(['x']),
			addedAt: 0
		});
		const [{ id }] = await store.starts();
		const { db } = await import('$lib/store/db');
		const [first] = await store.takesOfPlan(plan.id);
		await db.takes.update(first.id, { 'settings.start': { image: id, strength: 0.5 } });
		let asked = 0;
		shipped().send = () => {
			asked++;
			return Promise.reject(refusal(422, 'This is no picture that is taken here.'));
		};
		open();
		await vi.waitFor(async () => expect(await states(plan)).toBe('failed done'), 8000);
		expect((await store.take(first.id))?.message).toMatch(/no picture that is taken/);
		expect(asked).toBe(1);
	});
});

describe('what takes bring along', () => {
	it('is sent ahead once, and asked for by the ids of its service: lenders, and adapters taught here', async () => {
		const plan = await begin([1, 2]);
		const [lender, lesson] = [await keep('lender'), await keep('lesson')];
		await store.keepTaught({
			id: 'mine',
			service: '',
			name: 'Mine',
			pictures: [lesson],
			taughtAt: 0
		});
		const { db } = await import('$lib/store/db');
		for (const { id, settings } of await store.takesOfPlan(plan.id))
			await db.takes.update(id, {
				settings: {
					...settings,
					adapters: [{ id: 'mine', weight: 0.5 }],
					references: [{ image: lender, use: 'look' as const, weight: 0.4 }]
				}
			});
		const sent: string[] = [];
		shipped().send = async (picture) => {
			const text = await picture.text();
			sent.push(text);
			return { image: `there: ${text}`, width: 1, height: 1 };
		};
		open();
		await allAre(plan, 'done', 2);
		expect(sent.sort()).toEqual(['lender', 'lesson']);
		expect(shipped().taught).toEqual([{ name: 'Mine', images: ['there: lesson'] }]);
		for (const { references, adapters } of shipped().submitted.flatMap(({ takes }) => takes)) {
			expect(references).toEqual([{ image: 'there: lender', use: 'look', weight: 0.4 }]);
			expect(adapters).toEqual([{ id: 'adapter of there: lesson', weight: 0.5 }]);
		}
		// What is kept of the takes stays as it was asked for here.
		const [take] = await store.takesOfPlan(plan.id);
		expect(take.settings.adapters).toEqual([{ id: 'mine', weight: 0.5 }]);
	});
});

describe('a connection that breaks off', () => {
	it('is taken up again after the last event: a stream cut after every third one ends', async () => {
		const plan = await begin([1, 2, 3, 4, 5, 6]);
		shipped().breaksAfter = 3;
		open();
		await allAre(plan, 'done', 6);
		await noJobs();
		// Six takes of two events each, and the end: 13 in threes.
		expect(shipped().heardFrom).toEqual([0, 3, 6, 9, 12]);
		expect(shipped().submitted).toHaveLength(1);
		expect(await store.spentOn('b1')).toBe(12);
	});
});

describe('a picture that does not come', () => {
	it('holds nothing up: the rest of the run is made meanwhile, and the picture is kept when it comes', async () => {
		const plan = await begin([1, 2, 3, 4]);
		limits = { ...usualLimits, maxTakesPerJob: 2 };
		const stalled = gate();
		const [first] = await store.takesOfPlan(plan.id);
		const image = shipped().image.bind(shipped());
		vi.spyOn(shipped(), 'image').mockImplementation(async (take) => {
			if (take === shipped().nameOf(first.id)) await stalled.pass();
			return image(take);
		});
		open();
		await vi.waitFor(async () => expect(await states(plan)).toBe('waiting done done done'), 8000);
		expect(shipped().submitted).toHaveLength(2);
		stalled.open();
		await allAre(plan, 'done', 4);
		await noJobs();
		expect(shipped().submitted).toHaveLength(2);
		expect(await store.spentOn('b1')).toBe(8);
	});
});

describe('a charge', () => {
	const charging = (credits: number) => {
		shipped().make = (take) => [
			{ type: 'done', take, image: 'i', width: 64, height: 64, seconds: 1, credits }
		];
	};

	it('far above what was said pauses the run before the next take, and says so', async () => {
		const plan = await begin([1, 2, 3]);
		limits = { ...usualLimits, maxTakesPerJob: 1 };
		charging(999_999);
		open();
		await vi.waitFor(
			async () => expect(await store.plan(plan.id)).toMatchObject({ paused: true, unasked: true }),
			8000
		);
		expect((await store.plan(plan.id))!.says).toMatch(/charged 999999 credits.*card says 2/);
		await noJobs();
		// What was made is kept and entered; what is left is expected to cost as much.
		expect(await states(plan)).toBe('done waiting waiting');
		expect(await store.spentOn('b1')).toBe(999_999);
		expect(await store.queuedOn('b1')).toBe(2 * 999_999);
		expect(shipped().submitted).toHaveLength(1);
		// An artist who agreed to that price is not asked again, even if the service says it twice.
		await store.pausePlan(plan.id, false);
		await allAre(plan, 'done', 3);
		expect(await store.plan(plan.id)).toMatchObject({ paused: false });
	});

	it.each([2, 1.5, 3, 0])('of %d credits where 2 were said pauses nothing', async (credits) => {
		const plan = await begin([1, 2]);
		charging(credits);
		open();
		await allAre(plan, 'done', 2);
		expect(await store.plan(plan.id)).toMatchObject({ paused: false });
	});
});

describe('pictures that a service has lost', () => {
	const withStarts = async (plan: Plan, kept: string[]) => {
		const { db } = await import('$lib/store/db');
		for (const [i, { id }] of (await store.takesOfPlan(plan.id)).entries())
			await db.takes.update(id, { 'settings.start': { image: kept[i], strength: 0.5 } });
	};
	const unknown = (at: number) =>
		refusal(422, 'The picture is not known here; send it again first.', [
			{ path: `takes.${at}.start.image`, message: 'not known' }
		]);

	it('are sent again, and no take is lost', async () => {
		const plan = await begin([1, 2]);
		await withStarts(plan, [await keep('one'), await keep('two')]);
		let refusals = 0;
		shipped().onSubmit = () => {
			if (++refusals <= 2) throw unknown(0);
		};
		const sent = vi.spyOn(shipped(), 'send');
		open();
		await allAre(plan, 'done', 2);
		expect(sent).toHaveBeenCalledTimes(6);
		expect(shipped().submitted).toHaveLength(3);
	});

	it('again and again fail the takes that need them in the end, with the sentence of the service', async () => {
		const plan = await begin([1, 2]);
		await withStarts(plan, [await keep('one'), await keep('two')]);
		const ids = (await store.takesOfPlan(plan.id)).map(({ id }) => id);
		shipped().onSubmit = ({ takes }) => {
			const at = takes.findIndex(({ ref }) => ref === ids[0]);
			if (at >= 0) throw unknown(at);
		};
		open();
		await vi.waitFor(async () => expect(await states(plan)).toBe('failed done'), 8000);
		expect((await store.take(ids[0]))!.message).toMatch(/send it again/);
	});

	it('are few enough for one job: 26 photographs go out in several', async () => {
		const plan = await begin(Array.from({ length: 26 }, (_, i) => i + 1));
		const kept: string[] = [];
		for (let i = 0; i < 26; i++) kept.push(await keep(`photograph ${i}`));
		await withStarts(plan, kept);
		open();
		await allAre(plan, 'done', 26);
		const counts = shipped().submitted.map(({ takes }) => takes.length);
		expect(Math.max(...counts)).toBeLessThanOrEqual(8);
		expect(counts.reduce((sum, count) => sum + count)).toBe(26);
	});
});

describe('what one service refuses', () => {
	it('fails the takes that it names, and neither the others nor those of another service', async () => {
		services.set('studio', new FakeService('http://studio'));
		const plan = await begin([1, 2, 3], ['studio/own', 'birch']);
		services.get('studio')!.onSubmit = ({ takes }) => {
			const at = takes.findIndex(({ seed }) => seed === 2);
			if (at >= 0)
				throw refusal(422, 'Seed 2 is not offered.', [
					{ path: `takes.${at}.seed`, message: 'not offered' }
				]);
		};
		open();
		await vi.waitFor(async () => expect(await states(plan)).not.toMatch(/waiting/), 8000);
		const takes = await store.takesOfPlan(plan.id);
		const failed = takes.filter(({ state }) => state === 'failed');
		expect(failed.map(({ settings, message }) => [settings.model, settings.seed, message])).toEqual(
			[['studio/own', 2, 'Seed 2 is not offered.']]
		);
		expect(takes.filter(({ state }) => state === 'done')).toHaveLength(5);
	});

	it('as a whole fails that part alone', async () => {
		services.set('studio', new FakeService('http://studio'));
		const plan = await begin([1, 2], ['studio/own', 'birch']);
		services.get('studio')!.onSubmit = () => {
			throw refusal(422, 'It takes no such sampler.');
		};
		open();
		await vi.waitFor(async () => expect(await states(plan)).not.toMatch(/waiting/), 8000);
		const models = (await store.takesOfPlan(plan.id)).map(({ settings, state }) => [
			settings.model,
			state
		]);
		expect(new Set(models.map(String))).toEqual(new Set(['studio/own,failed', 'birch,done']));
	});

	it('of a part that was kept fails nothing: its words may be old, so the takes go out in a new one', async () => {
		const plan = await begin([1, 2]);
		let calls = 0;
		shipped().onSubmit = () => {
			calls++;
			if (calls === 1) throw new TypeError('Failed to fetch');
			if (calls === 2) throw refusal(422, 'Not known.', [{ path: 'takes.0', message: 'no' }]);
		};
		open();
		await allAre(plan, 'done', 2);
		const keys = shipped().submitted.map(({ key }) => key);
		expect(keys[1]).toBe(keys[0]);
		expect(keys[2]).not.toBe(keys[0]);
	});

	it('with 404 is said, tried a few times with growing pauses, and then waits', async () => {
		const plan = await begin([1]);
		shipped().onSubmit = () => {
			throw refusal(404, 'Not found.');
		};
		open();
		await vi.waitFor(async () => expect((await store.plan(plan.id))?.paused).toBe(true), 8000);
		expect((await store.plan(plan.id))?.says).toMatch(/The run waits\..*address may be wrong/);
		expect(troubles).toContainEqual(expect.stringMatching(/no such call/));
		const pauses = clock.waits.filter((ms) => ms >= 500 && ms < 30_000);
		expect(pauses).toEqual([...pauses].sort((a, b) => a - b));
		expect(shipped().submitted.length).toBeLessThan(8);
	});

	it('with 401 waits at once, with its sentence', async () => {
		const plan = await begin([1]);
		shipped().onSubmit = () => {
			throw refusal(401, 'A token is wanted.');
		};
		open();
		await vi.waitFor(async () =>
			expect((await store.plan(plan.id))?.says).toBe(
				'The run waits: the render service does not know who asks. A token is wanted. Give its token under Models, then let the run go on.'
			)
		);
		expect(await states(plan)).toBe('waiting');
	});
});

describe('a service that asks for a token again', () => {
	// A job that it knows is not sent anew: it would be made, and paid, twice.
	it('is followed no further until it is given, and nothing is sent a second time', () => {
		const stranger = refusal(401, 'The token has run out.');
		expect(verdictOn(stranger, 'following')).toMatchObject({ then: 'pause' });
		expect(verdictOn(stranger, 'sending')).toMatchObject({ then: 'pause' });
		expect(verdictOn(refusal(404, 'No such job.'), 'following')).toEqual({ then: 'anew' });
	});

	it('is called back once it is given: what was given up is not forgotten meanwhile', async () => {
		const plan = await begin([1, 2]);
		const sending = gate();
		shipped().onSubmit = () => sending.pass();
		let asked = 0;
		shipped().onCancel = () => {
			if (asked++ < 2) throw refusal(401, 'The token has run out.');
		};
		const tab = open();
		await sending.here;
		await tab.cancel(plan);
		sending.open();
		await vi.waitFor(() => expect(shipped().cancelled).toEqual(['job-1']), 8000);
		expect(asked).toBe(3);
	});
});

describe('what is given up', () => {
	it('while it is being sent is called back at the service', async () => {
		const plan = await begin([1, 2]);
		const sending = gate();
		shipped().onSubmit = () => sending.pass();
		const tab = open();
		await sending.here;
		await tab.cancel(plan);
		expect(await states(plan)).toBe('cancelled cancelled');
		sending.open();
		await vi.waitFor(() => expect(shipped().cancelled).toEqual(['job-1']), 8000);
		await noJobs();
		expect(troubles.at(-1) ?? null).toBe(null);
	});

	it('with its brief is called back too, and what was spent stays', async () => {
		const plan = await begin([1, 2, 3]);
		const half = gate();
		let made = 0;
		shipped().pace = () => (made++ === 1 ? half.pass() : undefined);
		open();
		await half.here;
		await vi.waitFor(async () => expect(await states(plan)).toMatch(/^done/), 8000);
		await store.deleteBrief('b1');
		await vi.waitFor(() => expect(shipped().cancelled).toEqual(['job-1']), 8000);
		half.open();
		await noJobs();
		expect(await store.spentOn('b1')).toBe(2);
		expect(await store.spentOverall(0)).toBe(2);
	});

	it('is called back again until the service confirms it', async () => {
		const plan = await begin([1, 2]);
		const half = gate();
		shipped().pace = () => half.pass();
		let tries = 0;
		shipped().onCancel = () => {
			if (++tries < 4) throw new TypeError('Failed to fetch');
		};
		const tab = open();
		await half.here;
		await tab.cancel(plan);
		await vi.waitFor(() => expect(tries).toBe(4), 8000);
		half.open();
		await noJobs();
		expect(troubles).toContainEqual(expect.stringMatching(/could not be called back yet/));
		expect(troubles.at(-1)).toBe(null);
	});

	it('though the service has made some of it is kept, since it is paid', async () => {
		const plan = await begin([1, 2, 3]);
		const following = gate();
		let calls = 0;
		shipped().onStatus = () => (calls++ === 0 ? following.pass() : undefined);
		const tab = open();
		await following.here;
		const { takes } = shipped().jobs.get('job-1')!;
		// The service is done with two takes before it hears that they are not wanted.
		shipped().madeBefore = (ref) => ref !== takes[2].ref;
		await tab.cancel(plan);
		await vi.waitFor(() => expect(shipped().cancelled).toEqual(['job-1']), 8000);
		following.open();
		await noJobs();
		expect(await states(plan)).toBe('done done cancelled');
		expect(await store.spentOn('b1')).toBe(4);
	});

	it('with its brief, though the service has made some of it, is entered as spent', async () => {
		await begin([1, 2, 3]);
		const following = gate();
		let calls = 0;
		shipped().onStatus = () => (calls++ === 0 ? following.pass() : undefined);
		open();
		await following.here;
		const { takes } = shipped().jobs.get('job-1')!;
		shipped().madeBefore = (ref) => ref !== takes[2].ref;
		await store.deleteBrief('b1');
		await vi.waitFor(() => expect(shipped().cancelled).toEqual(['job-1']), 8000);
		following.open();
		await noJobs();
		expect(await store.spentOn('b1')).toBe(4);
		expect((await store.allSpendings()).map(({ model }) => model)).toEqual(['birch', 'birch']);
		expect(shipped().asked.size).toBe(0);
	});

	it('as a lossless picture, by closing its tab, is called back, its price entered, and what was made kept for who asks again', async () => {
		const [take] = sampleTakes(sampleRack());
		const one = { ...take, id: 'made before', briefId: 'b1' };
		const body = {
			key: 'again-1',
			takes: [{ ...one.settings, ref: one.id, output: { format: 'png', preview: false } as const }]
		};
		const address = shipped().base;
		await store.addJobAgain(one, { service: '', address, body, sentAt: clock.now() });
		await shipped().submit(body);
		shipped().madeBefore = () => true;
		const tab = gate();
		const waits = holding(ofJob('again-1'), () => tab.pass());
		open();
		await tab.here;
		await begin([1]);
		await vi.waitFor(async () => expect(await store.spentOn('b1')).toBe(2), 8000);
		// While somebody waits for it nothing is called back.
		expect(shipped().cancelled).toEqual([]);
		expect(await store.jobs()).toHaveLength(1);
		tab.open();
		await waits;
		await vi.waitFor(async () => expect(await store.madeOf(one.id, address)).toHaveLength(1), 8000);
		expect(shipped().cancelled).toEqual(['job-1']);
		expect(await store.spentOn('b1')).toBe(4);
		// That is no job to be called back any more.
		expect((await store.jobs()).filter(isToBeSwept)).toEqual([]);
		expect(shipped().cancelled).toEqual(['job-1']);
		expect((await store.allSpendings()).map(({ id }) => id)).toContain(
			'made before again as again-1'
		);
	});

	it('as a take that is deleted while its picture comes is entered as spent', async () => {
		const plan = await begin([1]);
		const [{ id }] = await store.takesOfPlan(plan.id);
		const coming = gate();
		vi.spyOn(shipped(), 'image').mockImplementation(async () => {
			await coming.pass();
			return new Blob(['picture']);
		});
		open();
		await coming.here;
		await store.deleteTakes([id]);
		coming.open();
		await noJobs();
		expect(await store.spentOn('b1')).toBe(2);
	});

	it('as a take that is deleted, and put back before it is made, is kept', async () => {
		const plan = await begin([1, 2]);
		const [, second] = await store.takesOfPlan(plan.id);
		const [breaks, late] = [gate(), gate()];
		let broken = false;
		shipped().pace = async (ref) => {
			if (ref === second.id) return late.pass();
			if (broken) return;
			broken = true;
			await breaks.pass();
			throw new TypeError('network error');
		};
		let refuses = true;
		shipped().onCancel = () => {
			if (refuses) throw new TypeError('Failed to fetch');
		};
		open();
		await breaks.here;
		const gone = await store.deleteTakes([second.id]);
		breaks.open();
		await late.here;
		await store.restoreTakes(gone);
		late.open();
		await allAre(plan, 'done', 2);
		refuses = false;
		await noJobs();
		expect(shipped().submitted).toHaveLength(1);
		expect(await store.spentOn('b1')).toBe(4);
		expect((await store.allSpendings()).map(({ id }) => id)).toContainEqual(
			expect.stringContaining(`${second.id} as `)
		);
	});

	it('while no tab is open, with the last take of its plan, is called back by the next', async () => {
		const plan = await begin([1]);
		const half = gate();
		shipped().pace = () => half.pass();
		open();
		await half.here;
		close();
		half.open();
		await store.deleteTakes((await store.takesOfPlan(plan.id)).map(({ id }) => id));
		shipped().madeBefore = () => true;
		shipped().pace = () => undefined;
		open();
		await noJobs();
		expect(shipped().cancelled).toContain('job-1');
		expect(await store.spentOn('b1')).toBe(2);
	});

	it('after it was made and paid is not paid again when its job is heard once more', async () => {
		const plan = await begin([1, 2]);
		const [first] = await store.takesOfPlan(plan.id);
		const half = gate();
		let paced = 0;
		shipped().pace = () => (paced++ === 1 ? half.pass() : undefined);
		open();
		await half.here;
		await vi.waitFor(async () => expect(await states(plan)).toMatch(/^done/), 8000);
		close();
		half.open();
		await store.deleteTakes([first.id]);
		open();
		await vi.waitFor(async () => expect(await states(plan)).toBe('done'), 8000);
		await noJobs();
		expect(await store.spentOn('b1')).toBe(4);
	});

	it('at a service that was taken off meanwhile is called back at its address', async () => {
		const studio = new FakeService('http://studio');
		services.set('studio', studio);
		const plan = await begin([1], ['studio/own']);
		const half = gate();
		studio.pace = () => half.pass();
		const tab = open();
		await half.here;
		gone = [studio];
		services.delete('studio');
		await tab.cancel(plan);
		half.open();
		await vi.waitFor(() => expect(studio.cancelled).toEqual(['job-1']), 8000);
		await noJobs();
	});

	it('one by one is called back one by one, and the rest is made', async () => {
		const plan = await begin([1, 2, 3]);
		const half = gate();
		let made = 0;
		shipped().pace = () => (made++ === 0 ? half.pass() : undefined);
		const tab = open();
		await half.here;
		const third = (await store.takesOfPlan(plan.id))[2];
		await tab.cancelTake(third);
		await vi.waitFor(() =>
			expect(shipped().cancelled).toEqual([`job-1 ${shipped().nameOf(third.id)}`])
		);
		half.open();
		await vi.waitFor(async () => expect(await states(plan)).toBe('done done cancelled'), 8000);
		expect(shipped().submitted).toHaveLength(1);
	});
});

describe('a run that is', () => {
	it('paused and let go on while its job is being joined is driven on', async () => {
		const plan = await begin([1, 2]);
		const joining = gate();
		let calls = 0;
		shipped().onStatus = () => (calls++ === 0 ? joining.pass() : undefined);
		const tab = open();
		await joining.here;
		await tab.pause(plan, true);
		await tab.pause(plan, false);
		joining.open();
		await allAre(plan, 'done', 2);
		await noJobs();
		// Its takes went out again only after the service had confirmed that it stopped.
		expect(await store.spentOn('b1')).toBe(4);
	});

	it('tried again while it runs keeps hold of the running job', async () => {
		const plan = await begin([1, 2, 3]);
		const half = gate();
		let made = 0;
		shipped().make = (take, ref) =>
			made++ === 0
				? [{ type: 'failed', take, code: 'x', message: 'The model stopped.' }]
				: [{ type: 'done', take, image: ref, width: 1, height: 1, seconds: 1, credits: 2 }];
		let paced = 0;
		shipped().pace = () => (paced++ === 1 ? half.pass() : undefined);
		open();
		await half.here;
		await vi.waitFor(async () => expect(await states(plan)).toMatch(/failed/), 8000);
		const [failed] = (await store.takesOfPlan(plan.id)).filter(({ state }) => state === 'failed');
		await store.reopenTakes(plan.id, [failed.id]);
		half.open();
		await allAre(plan, 'done', 3);
		expect(shipped().submitted.map(({ takes }) => takes.length)).toEqual([3, 1]);
		expect(await store.spentOn('b1')).toBe(6);
	});

	it('that others are moved ahead of is let go in the middle, and made after them', async () => {
		limits = { ...usualLimits, maxTakesPerJob: 1 };
		const plans = [];
		for (let i = 0; i <= AT_ONCE; i++) plans.push(await begin([1, 2, 3]));
		const late = plans.at(-1)!;
		const displaced = plans[AT_ONCE - 1];
		const [first] = await store.takesOfPlan(displaced.id);
		const [moved] = await store.takesOfPlan(late.id);
		const [leading] = await store.takesOfPlan(plans[0].id);
		const [half, ahead] = [gate(), gate()];
		shipped().pace = (ref) =>
			ref === first.id
				? half.pass()
				: ref === moved.id || ref === leading.id
					? ahead.pass()
					: undefined;
		open();
		await half.here;
		// One step ahead: it takes the place of the run that is in the middle of its first take.
		await store.movePlan(late.id, -1);
		await vi.waitFor(() =>
			expect(shipped().submitted.flatMap(({ takes }) => takes)).toContainEqual(
				expect.objectContaining({ ref: moved.id })
			)
		);
		half.open();
		await new Promise((resolve) => setTimeout(resolve, 200));
		expect(await states(displaced)).not.toMatch(/done done/);
		ahead.open();
		for (const plan of plans) await allAre(plan, 'done', 3);
		expect(await store.spentOn('b1')).toBe(18);
	});

	it('stopped says nothing more of what stood in its way', async () => {
		const plan = await begin([1]);
		shipped().onSubmit = () => {
			throw new TypeError('Failed to fetch');
		};
		const tab = open();
		await vi.waitFor(() =>
			expect(troubles).toContainEqual(expect.stringMatching(/does not answer/))
		);
		await tab.cancel(plan);
		await vi.waitFor(() => expect(troubles.at(-1)).toBe(null), 8000);
	});
});

describe('a service that', () => {
	const inVain = async (plan: Plan) => {
		open();
		await vi.waitFor(async () => expect((await store.plan(plan.id))?.paused).toBe(true), 8000);
		expect((await store.plan(plan.id))?.says).toMatch(/8 jobs in a row without making a picture/);
		expect(shipped().submitted).toHaveLength(8);
		const pauses = clock.waits.filter((ms) => ms >= 500 && ms !== 30_000);
		expect(pauses).toEqual([500, 1000, 2000, 4000, 8000, 15_000]);
		expect(await states(plan)).toBe('waiting waiting');
	};

	it('cancels everything is given time, and left alone in the end', async () => {
		shipped().make = (take) => [{ type: 'cancelled', take }];
		await inVain(await begin([1, 2]));
	});
	it('ends some jobs at once, and makes a picture in between, is not left alone', async () => {
		limits = { ...usualLimits, maxTakesPerJob: 1 };
		const usual = shipped().make;
		let jobs = 0;
		shipped().onSubmit = () => void jobs++;
		shipped().make = (take, ref) => (jobs % 6 ? [] : usual(take, ref));
		const plan = await begin([1, 2, 3]);
		open();
		await allAre(plan, 'done', 3);
		expect(jobs).toBe(18);
		expect((await store.plan(plan.id))?.paused).toBeFalsy();
	});
	it('ends at once is given time, and left alone in the end', async () => {
		shipped().make = () => [];
		await inVain(await begin([1, 2]));
	});
	it('answers about takes that it was not asked for is given time, and left alone in the end', async () => {
		vi.spyOn(shipped(), 'status').mockImplementation((job) =>
			Promise.resolve({
				job,
				takes: [{ take: 'x', ref: 'somebody else’s', state: 'running', step: 0, steps: 1 }]
			})
		);
		await inVain(await begin([1, 2]));
	});

	it('finishes a take of another run, which its job was not asked for, changes nothing of it', async () => {
		const other = await begin([1]);
		await store.pausePlan(other.id, true);
		const [{ id: foreign }] = await store.takesOfPlan(other.id);
		const plan = await begin([2]);
		const status = shipped().status.bind(shipped());
		vi.spyOn(shipped(), 'status').mockImplementation(async (job) => {
			const real = await status(job);
			const stray = { take: 'stray', ref: foreign, state: 'running', step: 0, steps: 1 } as const;
			return { ...real, takes: [...real.takes, stray] };
		});
		const usual = shipped().make;
		shipped().make = (take, ref) => [...usual('stray', foreign), ...usual(take, ref)];
		open();
		await allAre(plan, 'done', 1);
		await noJobs();
		expect(await states(other)).toBe('waiting');
		expect(await store.spentOn('b1')).toBe(2);
	});

	it('gives pictures that cannot be kept fails those takes after a few tries, with a sentence', async () => {
		const plan = await begin([1, 2]);
		let first: string | null = null;
		shipped().picture = (take) => {
			first ??= take;
			if (take === first) throw new FileProblem('It is no PNG, JPEG or WebP picture.');
			return new Blob(['picture']);
		};
		open();
		await vi.waitFor(async () => expect(await states(plan)).not.toMatch(/waiting/), 8000);
		const failed = (await store.takesOfPlan(plan.id)).filter(({ state }) => state === 'failed');
		expect(failed).toHaveLength(1);
		expect(failed[0].message).toMatch(/cannot be used. It is no PNG, JPEG or WebP picture/);
		expect(shipped().asked.get(first!)).toBe(3);
		// It was made, so it was paid, and its entry names the model that made it.
		expect(await store.spentOn('b1')).toBe(4);
		const { db } = await import('$lib/store/db');
		const models = (await db.ledger.toArray()).map(({ model }) => model);
		expect(models).toEqual(models.map(() => failed[0].settings.model));
	});
});

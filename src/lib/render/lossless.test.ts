import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { text } from 'node:stream/consumers';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { JobRequest, type Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { RenderClient } from './client';
import { FakeLocks } from './fake-service';
import { fetchLossless, LosslessProblem } from './lossless';
import type { Routes } from './services';
import { onePoint, serveWhileTested } from '../../../scripts/serve-while-tested';

/** There is no worker here that decodes: bytes stand for pixels, and a change is told at their end. */
vi.mock('$lib/workers', () => ({
	pixelHash: async (picture: Blob) => hashOf(Buffer.from(await picture.arrayBuffer())),
	editedPng: (picture: Blob, edits: { kind: string }[]) =>
		Promise.resolve(new Blob([picture, `, ${edits.map(({ kind }) => kind).join(' and ')}`])),
	shrinkPicture: () => Promise.resolve(null)
}));
const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

vi.stubGlobal('navigator', { locks: new FakeLocks() });

/** A service that tells of a job what it is told to; what it heard. */
let heard: { asked: JobRequest[]; given: string[]; after: number[] };
/** What it tells on one connection after the other; the last one tells the rest. */
let tells: { type: string; [more: string]: unknown }[];
let breaksAfter: number[];
/** Called before a job is answered. */
let whenAsked: (() => Promise<void>) | null;
/** How often a picture is asked for in vain; whether jobs are refused. */
let unanswered: number;
let refuses: boolean;
let routes: Routes;

beforeEach(async () => {
	heard = { asked: [], given: [], after: [] };
	breaksAfter = [];
	[whenAsked, unanswered, refuses] = [null, 0, false];
	const address = await serveWhileTested((request, response) => {
		void (async () => {
			const { method, url = '' } = request;
			if (method === 'DELETE') {
				heard.given.push(url);
				response.writeHead(204).end();
			} else if (url === '/jobs') {
				const job = JobRequest.parse(JSON.parse(await text(request)));
				heard.asked.push(job);
				await whenAsked?.();
				if (refuses) {
					const problem = { title: 'No', status: 422, detail: 'No such size.' };
					return void response
						.writeHead(422, { 'content-type': 'application/problem+json' })
						.end(JSON.stringify(problem));
				}
				const takes = job.takes.map(({ ref }, i) => ({ ref, take: `made-${i}` }));
				response.writeHead(202).end(JSON.stringify({ job: 'j1', takes }));
			} else if (url.endsWith('/events')) {
				const from = Number(request.headers['last-event-id'] ?? 0);
				const to = breaksAfter.shift() ?? tells.length;
				heard.after.push(from);
				response.end(
					tells
						.map(
							({ type, ...data }, i) =>
								`id: ${i + 1}\nevent: ${type}\ndata: ${JSON.stringify(data)}\n\n`
						)
						.slice(from, to)
						.join('')
				);
			} else if (url.includes('lost')) {
				response.writeHead(404).end();
			} else if (unanswered > 0) {
				unanswered--;
				response.destroy();
			} else response.end(onePoint);
		})();
	});
	const at = new RenderClient(address);
	const limits = null;
	routes = {
		of: (model) =>
			model.startsWith('gone/')
				? null
				: { service: '', address: '', client: at, model: 'as-there', limits },
		at: () => at
	};
});

const progress = (step: number, take = 'made-0') => ({ type: 'progress', take, step, steps: 4 });
const done = {
	...{ type: 'done', take: 'made-0', image: 'i', pixels: 'p', width: 1, height: 1 },
	...{ seconds: 1, credits: 1.5 }
};
const end = { type: 'end' };
const [sample] = sampleTakes(sampleRack());
const take: Take = { ...sample, id: 't1', briefId: 'b1', state: 'done', pixels: hashOf(onePoint) };
const spent = () => store.spentOn('b1');

describe('a lossless picture', () => {
	it('is asked for again as PNG under the model\u2019s name there, and its price is entered', async () => {
		tells = [progress(1), progress(3, 'of another'), progress(3), done, end];
		const before = await spent();
		const shares: number[] = [];
		const picture = await fetchLossless(routes, take, (share) => shares.push(share));
		expect(Buffer.from(picture)).toEqual(onePoint);
		expect(shares).toEqual([0.25, 0.75]);
		const [job] = heard.asked;
		expect(job.takes).toHaveLength(1);
		expect(job.takes[0]).toMatchObject({
			model: 'as-there',
			seed: take.settings.seed,
			prompt: take.settings.prompt,
			output: { format: 'png', preview: false }
		});
		expect((await spent()) - before).toBe(1.5);
		expect(heard.given).toEqual([]);
	});

	it('is heard of again from where the connection broke off: it may be made, and charged, meanwhile', async () => {
		tells = [progress(1), progress(2), done, end];
		breaksAfter = [1, 1, 2];
		const before = await spent();
		const shares: number[] = [];
		await fetchLossless(routes, take, (share) => shares.push(share));
		expect(heard.after).toEqual([0, 1, 1, 2]);
		expect(shares).toEqual([0.25, 0.5]);
		expect((await spent()) - before).toBe(1.5);
		expect(heard.given).toEqual([]);
	});

	it(
		'of which nothing more is heard is given up, with a sentence',
		{ timeout: 20_000 },
		async () => {
			tells = [progress(1)];
			await expect(fetchLossless(routes, take)).rejects.toThrow(
				'The render service fell silent over the picture. Try again.'
			);
			expect(heard.after).toEqual([0, 1, 1, 1, 1]);
			expect(heard.given).toEqual(['/jobs/j1']);
			// It may have been made nevertheless: the runner hears of it once the service answers.
			expect(await store.jobs()).toMatchObject([{ job: 'j1', refs: ['t1'], wanted: 0 }]);
			for (const { key } of await store.jobs()) await store.endJob(key);
		}
	);

	it('is noted before it is sent, and struck out once its price is entered', async () => {
		tells = [done, end];
		const { model } = take.settings;
		whenAsked = async () => {
			whenAsked = null;
			expect(await store.jobs()).toMatchObject([
				{ key: heard.asked[0].key, refs: ['t1'], models: [model], job: null, again: true }
			]);
		};
		await fetchLossless(routes, take);
		expect(whenAsked).toBe(null);
		expect(await store.jobs()).toEqual([]);
	});

	it('that is made but does not come at once is asked for until it does', async () => {
		tells = [done, end];
		unanswered = 2;
		expect(Buffer.from(await fetchLossless(routes, take))).toEqual(onePoint);
		expect(unanswered).toBe(0);
		expect(heard.asked).toHaveLength(1);
	});

	it(
		'that was made but never came is fetched by who asks again, and is not paid twice',
		{ timeout: 40_000 },
		async () => {
			tells = [done, end];
			unanswered = 5;
			const before = await spent();
			await expect(fetchLossless(routes, take)).rejects.toThrow();
			expect(unanswered).toBe(0);
			// It waits there, and nothing of it is called back.
			expect(await store.jobs()).toMatchObject([{ refs: ['t1'], again: true, made: 'made-0' }]);
			expect(heard.given).toEqual([]);
			// Of another take nothing is there.
			await fetchLossless(routes, { ...take, id: 't2' });
			expect(heard.asked).toHaveLength(2);
			expect(Buffer.from(await fetchLossless(routes, take))).toEqual(onePoint);
			expect(heard.asked).toHaveLength(2);
			expect((await spent()) - before).toBe(2 * 1.5);
			expect(await store.jobs()).toEqual([]);
		}
	);

	it('that the service has lost meanwhile is made anew', async () => {
		tells = [done, end];
		const row = await store.addJobAgain(take, {
			...{ service: '', address: '', sentAt: Date.now() },
			body: { key: 'k-lost', takes: [{ ...take.settings, ref: take.id }] }
		});
		await store.noteMade(row.key, 'lost');
		expect(Buffer.from(await fetchLossless(routes, take))).toEqual(onePoint);
		expect(heard.asked).toHaveLength(1);
		expect(await store.jobs()).toEqual([]);
	});

	it('that nobody fetched in a day is forgotten where the next is noted', async () => {
		const day = 24 * 60 * 60 * 1000;
		const note = async (key: string, sentAt: number) => {
			const body: JobRequest = { key, takes: [{ ...take.settings, ref: take.id }] };
			await store.addJobAgain(take, { service: '', address: '', sentAt, body });
		};
		await note('k-old', 1000);
		await note('k-open', 1000);
		await store.noteMade('k-old', 'm1');
		await note('k-young', 1000 + day);
		expect((await store.madeOf('t1', '')).map(({ key }) => key)).toEqual(['k-old']);
		await note('k-next', 1001 + day);
		const there = (await store.jobs()).map(({ key }) => key);
		expect(there.sort()).toEqual(['k-next', 'k-open', 'k-young']);
		for (const key of there) await store.endJob(key);
	});

	it('that the service refuses leaves no job behind', async () => {
		refuses = true;
		await expect(fetchLossless(routes, take)).rejects.toThrow('No such size.');
		expect(await store.jobs()).toEqual([]);
	});

	it('has what was changed on this machine done to it again', async () => {
		tells = [done, end];
		const changed = { ...take, edits: [{ kind: 'tones' }, { kind: 'crop' }] } as unknown as Take;
		const picture = Buffer.from(await fetchLossless(routes, changed));
		expect(picture.toString('latin1')).toMatch(/, tones and crop$/);
	});

	it('that came out different is refused, and what it cost is not forgotten', async () => {
		tells = [done, end];
		const before = await spent();
		const other = { ...take, number: 7, pixels: 'others' };
		await expect(fetchLossless(routes, other)).rejects.toThrow(
			/^Take 7 came out different from the one that you judged: /
		);
		expect((await spent()) - before).toBe(1.5);
	});

	it.each([
		[
			'fails',
			[{ type: 'failed', take: 'made-0', code: 'x', message: 'The lamp broke.' }],
			'The lamp broke.'
		],
		[
			'is given up',
			[{ type: 'cancelled', take: 'made-0' }],
			'The service gave the picture up. Try again.'
		],
		['ends unmade', [progress(1), end], 'The service ended without making the picture. Try again.']
	])('that %s says so, costs nothing, and leaves nothing behind there', async (_, events, says) => {
		tells = events;
		const before = await spent();
		const cause: unknown = await fetchLossless(routes, take).catch((problem: unknown) => problem);
		expect(cause).toBeInstanceOf(LosslessProblem);
		expect((cause as Error).message).toBe(says);
		expect(await spent()).toBe(before);
		expect(heard.given).toEqual(['/jobs/j1']);
		expect(await store.jobs()).toEqual([]);
	});

	it('of a model whose service was taken off asks nobody', async () => {
		const of = { ...take, settings: { ...take.settings, model: 'gone/birch' } };
		await expect(fetchLossless(routes, of)).rejects.toThrow(/Add it again under Models/);
		expect(heard.asked).toEqual([]);
	});
});

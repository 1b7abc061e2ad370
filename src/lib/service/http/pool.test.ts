import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import type { TakeSettings } from '$lib/core/contract';
import { openPool } from './pool';

const folder = mkdtempSync(join(tmpdir(), 'dial-pick-pool-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A real thread that ends its process when told to, at once or the first time only. */
const thread = join(folder, 'thread.mjs');
writeFileSync(
	thread,
	`import { existsSync, writeFileSync } from 'node:fs';
import { threadId } from 'node:worker_threads';
export default async ({ settings, port, help, cancel }) => {
	if (help) {
		if (settings.prompt === 'asks kindly') return Atomics.wait(new Int32Array(cancel), 0, 0, 50), null;
		port.postMessage('painting');
		for (;;);
	}
	port.postMessage({ step: 0 });
	if (settings.prompt.startsWith('asks')) port.postMessage({ book: 'b', names: ['x', 'y', 'z'], bytes: 8 });
	if (settings.prompt === 'asks kindly') port.postMessage({ step: 1 });
	if (settings.prompt.startsWith('hold'))
		for (; !existsSync(settings.prompt.slice(5)); port.postMessage('painting'))
			await new Promise((done) => setTimeout(done, 50));
	if (settings.prompt === 'die') process.exit(1);
	if (settings.prompt.startsWith('once') && !existsSync(settings.prompt.slice(5))) {
		writeFileSync(settings.prompt.slice(5), '');
		process.exit(1);
	}
	if (settings.prompt === 'deaf') for (;;);
	if (settings.prompt.startsWith('hang') && !existsSync(settings.prompt.slice(5))) {
		writeFileSync(settings.prompt.slice(5), '');
		for (;;);
	}
	if (settings.prompt === 'slow')
		for (let i = 0; i < 12; i++) {
			await new Promise((done) => setTimeout(done, 50));
			port.postMessage(i % 2 ? 'painting' : { step: i });
		}
	if (settings.prompt === 'throw') throw new Error('out of paint');
	await new Promise((done) => setTimeout(done, 20));
	return { seed: settings.seed, thread: threadId };
};`
);
const work = (prompt: string, seed: number) => ({
	settings: { prompt, seed } as TakeSettings,
	output: { format: 'png', preview: false } as const,
	pictures: {}
});

describe('openPool', () => {
	const signal = new AbortController().signal;

	it('tries a take once more when its thread dies, and leaves the others alone', async () => {
		const pool = openPool(2, thread);
		const run = (prompt: string, seed: number) =>
			pool.render(work(prompt, seed), signal, () => undefined);
		const mark = join(folder, 'mark');
		const all = await Promise.allSettled([
			run('fine', 1),
			run(`once ${mark}`, 2),
			run('fine', 3),
			run('die', 4),
			run('fine', 5)
		]);
		expect(all.map(({ status }) => status)).toEqual([
			'fulfilled',
			'fulfilled',
			'fulfilled',
			'rejected',
			'fulfilled'
		]);
		expect(all[1]).toMatchObject({ value: { seed: 2 } });
		expect(await run('fine', 6)).toMatchObject({ seed: 6 });
		await pool.close();
	});

	it('does not try again what the thread itself could not make', async () => {
		const pool = openPool(1, thread);
		await expect(pool.render(work('throw', 1), signal, () => undefined)).rejects.toThrow('paint');
		await pool.close();
	});

	it('says what to do when the thread is not built', () => {
		expect(() => openPool(1, join(folder, 'none.mjs'))).toThrow(/npm run build:worker/);
	});

	it('ends a thread that says nothing any more, and tries its take once more on another', async () => {
		const pool = openPool(1, thread, 200, 400);
		const run = (prompt: string, seed: number) =>
			pool.render(work(prompt, seed), signal, () => undefined);
		expect(await run(`hang ${join(folder, 'hung')}`, 1)).toMatchObject({ seed: 1 });
		// It hangs whoever makes it: the thread is free again, and it is said why.
		await expect(run('deaf', 2)).rejects.toThrow('did not say anything');
		// Long work of which something is heard goes on.
		expect(await run('slow', 3)).toMatchObject({ seed: 3 });
		await pool.close();
	});

	it(
		'ends a helper that says nothing any more, and has its thread back',
		{ timeout: 20_000 },
		async () => {
			const pool = openPool(2, thread, 200, 400);
			const run = (prompt: string, seed: number) =>
				pool.render(work(prompt, seed), signal, () => undefined);
			const mark = join(folder, 'through');
			expect(await run('asks', 1)).toMatchObject({ seed: 1 });
			// One thread is held until a take has been made on the other, on which the helper hangs.
			const held = run(`hold ${mark}`, 2);
			expect(await run('fine', 3)).toMatchObject({ seed: 3 });
			writeFileSync(mark, '');
			expect(await held).toMatchObject({ seed: 2 });
			await pool.close();
		}
	);

	it('leaves the thread of a helper alive that gives way to a take before it has begun', async () => {
		const pool = openPool(2, thread);
		const run = (prompt: string, seed: number, onProgress = (_: { step: number }) => {}) =>
			pool.render(work(prompt, seed), signal, onProgress);
		const threads = async (all: ReturnType<typeof run>[]) =>
			(await Promise.all(all)).map((made) => (made as unknown as { thread: number }).thread);
		const before = new Set(await threads([run('slow', 1), run('slow', 2)]));
		expect(before.size).toBe(2);
		// Heard right after the helper was sent off: it cannot have said anything yet.
		const others: ReturnType<typeof run>[] = [];
		await run('asks kindly', 3, ({ step }) => {
			if (step === 1) others.push(run('fine', 4), run('fine', 5));
		});
		for (const one of await threads([...others, run('slow', 6), run('slow', 7)]))
			expect(before).toContain(one);
		await pool.close();
	});

	// An allowed take held its thread for minutes after it was given up; two starved the service.
	it('ends a thread that does not give up, and goes on with another', async () => {
		const pool = openPool(1, thread, 200);
		const deaf = new AbortController();
		const late = new AbortController();
		const first = pool.render(work('deaf', 1), deaf.signal, () => deaf.abort());
		const waiting = pool.render(work('fine', 2), late.signal, () => undefined);
		const last = pool.render(work('fine', 3), signal, () => undefined);
		late.abort();
		expect(await Promise.all([first, waiting, last])).toEqual([
			null,
			null,
			expect.objectContaining({ seed: 3 })
		]);
		// One that is at it is ended when the pool is closed, too.
		const open = pool.render(work('deaf', 4), signal, () => void pool.close());
		expect(await open).toBe(null);
	});
});

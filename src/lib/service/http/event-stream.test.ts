import { afterEach, describe, expect, it, vi } from 'vitest';
import type { RenderEvent } from '$lib/core/contract';
import { eventStream } from './event-stream';

type Numbered = { id: number; event: RenderEvent };

afterEach(() => void vi.useRealTimers());

/** So many steps of a take, and its end; counts how many were fetched. */
function steps(count: number) {
	const seen = { fetched: 0, gone: false, closed: false };
	async function* open(signal: AbortSignal): AsyncGenerator<Numbered> {
		signal.addEventListener('abort', () => (seen.gone = true));
		try {
			for (let id = 1; id <= count; id++) {
				seen.fetched++;
				await Promise.resolve();
				yield { id, event: { type: 'progress', take: 't', step: id, steps: count } };
			}
			yield { id: count + 1, event: { type: 'end' } };
		} finally {
			seen.closed = true;
		}
	}
	return { seen, open };
}
const aMoment = () => new Promise((done) => setTimeout(done, 20));

describe('an event stream', () => {
	it('is written as the HTML standard says (9.2.5): id, event, data, an empty line', async () => {
		const answer = eventStream(steps(2).open);
		expect(answer.headers.get('content-type')).toBe('text/event-stream');
		expect(await answer.text()).toBe(
			[
				'id: 1\nevent: progress\ndata: {"take":"t","step":1,"steps":2}\n\n',
				'id: 2\nevent: progress\ndata: {"take":"t","step":2,"steps":2}\n\n',
				'id: 3\nevent: end\ndata: {}\n\n'
			].join('')
		);
	});

	it('fetches no more for one who does not read: what waits does not fill the memory', async () => {
		const { seen, open } = steps(10_000);
		const reader = eventStream(open).body!.getReader();
		await aMoment();
		expect(seen.fetched).toBeLessThan(5);
		for (let i = 0; i < 20; i++) await reader.read();
		await aMoment();
		expect(seen.fetched).toBeLessThan(25);
		await reader.cancel();
	});

	it('tells who gives events when nobody hears them any more', async () => {
		const { seen, open } = steps(10_000);
		const reader = eventStream(open).body!.getReader();
		await reader.read();
		await reader.cancel();
		await aMoment();
		expect(seen).toMatchObject({ gone: true, closed: true });
	});

	it('says that it is still there while nothing happens, and ends when it is cancelled', async () => {
		vi.useFakeTimers();
		const reader = eventStream(async function* (signal): AsyncGenerator<Numbered> {
			await new Promise((done) => signal.addEventListener('abort', done));
			yield* [];
		}).body!.getReader();
		const first = reader.read();
		await vi.advanceTimersByTimeAsync(15_000);
		expect(new TextDecoder().decode((await first).value)).toBe(': still here\n\n');
		await reader.cancel();
		expect(vi.getTimerCount()).toBe(0);
	});

	it('breaks off where no event can be had, so that it is asked for again', async () => {
		vi.useFakeTimers();
		const reader = eventStream(async function* (): AsyncGenerator<Numbered> {
			yield { id: 1, event: { type: 'end' } };
			await Promise.resolve();
			throw new Error('out of events');
		}).body!.getReader();
		await reader.read();
		await expect(reader.read()).rejects.toThrow('out of events');
		expect(vi.getTimerCount()).toBe(0);
	});
});

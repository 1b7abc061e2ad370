import { expose } from 'comlink';
import { afterEach, describe, expect, it } from 'vitest';
import { desk } from './desk';

interface Api {
	twice(value: number): Promise<number>;
	never(): Promise<number>;
}

const channels: MessageChannel[] = [];
let opened = 0;

/** A worker's end of the line without the thread. */
function open(): Worker {
	opened++;
	const channel = new MessageChannel();
	channels.push(channel);
	const api = {
		twice: (value: number) => 2 * value,
		never: () => new Promise<number>(() => undefined)
	};
	expose(api, channel.port1);
	return Object.assign(channel.port2, { terminate: () => channel.port2.close() }) as never;
}

afterEach(() => {
	opened = 0;
	for (const { port1, port2 } of channels.splice(0)) {
		port1.close();
		port2.close();
	}
});

describe('a worker', () => {
	it('that says nothing any more ends what waits, and the next call has a new one', async () => {
		const work = desk<Api>(open, 60);
		expect(await work((at) => at.twice(4))).toBe(8);
		await expect(work((at) => at.never())).rejects.toThrow(/started anew: try again/);
		expect(await work((at) => at.twice(5))).toBe(10);
		expect(opened).toBe(2);
	});

	it('is not given up while it answers others, nor while nothing is asked', async () => {
		const work = desk<Api>(open, 120);
		const waits = work((at) => at.never()).catch(() => 'ended');
		for (let i = 0; i < 6; i++) {
			await new Promise((resolve) => setTimeout(resolve, 40));
			expect(await work((at) => at.twice(i))).toBe(2 * i);
		}
		expect(opened).toBe(1);
		expect(await waits).toBe('ended');
		await new Promise((resolve) => setTimeout(resolve, 200));
		expect(await work((at) => at.twice(1))).toBe(2);
		expect(opened).toBe(2);
	});
});

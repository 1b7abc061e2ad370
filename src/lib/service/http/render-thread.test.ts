import { MessageChannel } from 'node:worker_threads';
import { describe, expect, it } from 'vitest';
import render, { type ThreadTask } from './render-thread';
import { SceneShelf, type Ask } from './scene-shelf';
import { sampleTake } from './testing';

/** A task whose port is answered at once, as the main thread answers it. */
function taskOf(change: Partial<ThreadTask> & { atStep?: () => void } = {}): ThreadTask {
	const { port1, port2 } = new MessageChannel();
	const bell = new SharedArrayBuffer(4);
	const shelf = new SceneShelf();
	port1.postMessage = (said: Ask | { step: number }) => {
		if ('step' in said && said.step > 0) change.atStep?.();
		if (!('names' in said)) return;
		port2.postMessage({ places: shelf.places(said.book, said.names, said.bytes).places });
		Atomics.store(new Int32Array(bell), 0, 1);
	};
	port1.unref();
	port2.unref();
	const { ref: _, ...settings } = sampleTake();
	return {
		settings,
		output: { format: 'png', preview: false },
		pictures: {},
		port: port1,
		bell,
		cancel: new SharedArrayBuffer(4),
		...change
	};
}

describe('a render thread', () => {
	it('makes a take of a prompt of which another was given up, with scenes that nobody painted yet', async () => {
		const cancel = new SharedArrayBuffer(4);
		// Given up in the midst of its steps: its book is open by then.
		const given = taskOf({
			cancel,
			atStep: () => void Atomics.store(new Int32Array(cancel), 0, 1)
		});
		expect(await render(given)).toBeNull();
		const pixels = new SharedArrayBuffer(64 * 64 * 3);
		new Uint8Array(pixels).fill(120);
		const task = taskOf({ pictures: { start: { width: 64, height: 64, pixels } } });
		// What is staged like the picture is painted now, for the first time.
		task.settings.start = { image: 'grey', strength: 0.6 };
		const made = await render(task);
		expect(made?.bytes.length).toBeGreaterThan(100);
	});

	it('gives a take up before it is begun, and gives nothing back for help', async () => {
		const cancel = new SharedArrayBuffer(4);
		Atomics.store(new Int32Array(cancel), 0, 1);
		expect(await render(taskOf({ cancel }))).toBeNull();
		const { settings, port, bell, cancel: free } = taskOf();
		expect(await render({ settings, port, bell, cancel: free, help: ['own 0'] })).toBeNull();
	});
});

import { MessageChannel } from 'node:worker_threads';
import { describe, expect, it } from 'vitest';
import render, { type ThreadTask } from './render-thread';
import { PAINTING, SceneShelf, type Ask, type Foreseen } from './scene-shelf';
import { sampleTake } from './testing';

/** A task whose port is answered at once, as the main thread answers it. */
function taskOf(
	change: Partial<ThreadTask> & {
		atStep?: () => void;
		/** Told before each scene that is painted. */
		atScene?: () => void;
		/** Told what the take says that it will ask for, and what it asks for. */
		atNames?: (names: readonly string[], foreseen: boolean) => void;
	} = {}
): ThreadTask {
	const { port1, port2 } = new MessageChannel();
	const bell = new SharedArrayBuffer(4);
	const shelf = new SceneShelf();
	port1.postMessage = (said: Ask | Foreseen | { step: number } | typeof PAINTING) => {
		if (said === PAINTING) return change.atScene?.();
		if ('step' in said && said.step > 0) change.atStep?.();
		if ('foreseen' in said) change.atNames?.(said.foreseen, true);
		if (!('names' in said)) return;
		change.atNames?.(said.names, false);
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

	it('says half-way which scenes it is likely to ask for, before it asks for them', async () => {
		const said: { names: readonly string[]; foreseen: boolean }[] = [];
		const task = taskOf({ atNames: (names, foreseen) => void said.push({ names, foreseen }) });
		await render(task);
		const told = said.filter(({ foreseen }) => foreseen);
		const asked = said.filter(({ foreseen }) => !foreseen).flatMap(({ names }) => names);
		// Who acts, which is known at once; then, with it again, the three likeliest settings.
		expect(told.map(({ names }) => names.length)).toEqual([1, 1, 3]);
		const [[cast], [again], settings] = told.map(({ names }) => names);
		expect(again).toBe(cast);
		expect(said.indexOf(told[2])).toBeGreaterThan(said.indexOf(told[0]) + 1);
		// The names are those of its own scenes at full size, and asked for afterwards.
		const after = said.slice(said.indexOf(told[2]) + 1).flatMap(({ names }) => names);
		expect(after).toContain(cast);
		expect(settings.some((name) => after.includes(name))).toBe(true);
		expect(asked).toEqual(expect.arrayContaining([...new Set(after)]));
	});

	// It said nothing for 33 s at 2432x2432, and could not be given up meanwhile.
	it('says a word, and can be given up, before each look at what may lie round a picture', async () => {
		const pixels = new SharedArrayBuffer(64 * 64 * 3);
		new Uint8Array(pixels).fill(120);
		const cancel = new SharedArrayBuffer(4);
		let looks = 0;
		const change = { prompt: 'a crab on the sand', width: 128 };
		// Its own scenes are there: whatever is painted from now on is for what lies round the picture.
		const first = taskOf();
		Object.assign(first.settings, change);
		await render(first);
		const task = taskOf({
			cancel,
			pictures: { start: { width: 64, height: 64, pixels } },
			atScene: () => {
				if (++looks === 20) Atomics.store(new Int32Array(cancel), 0, 1);
			}
		});
		Object.assign(task.settings, change);
		task.settings.start = { image: 'grey', strength: 0.6, fit: 'extend' };
		expect(await render(task)).toBeNull();
		// Given up before the next look.
		expect(looks).toBe(20);
	});

	it('gives a take up before it is begun, and gives nothing back for help', async () => {
		const cancel = new SharedArrayBuffer(4);
		Atomics.store(new Int32Array(cancel), 0, 1);
		expect(await render(taskOf({ cancel }))).toBeNull();
		const { settings, port, bell, cancel: free } = taskOf();
		expect(await render({ settings, port, bell, cancel: free, help: ['own 0'] })).toBeNull();
	});
});

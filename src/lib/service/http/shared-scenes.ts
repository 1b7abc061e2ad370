import { receiveMessageOnPort, threadId, type MessagePort } from 'node:worker_threads';
import type { Place, SceneMemory } from '$lib/service/standins';
import { EMPTY, HEAD, PAINTED, type Answer, type Ask, type Foreseen } from './scene-shelf';

/** How long an answer may take, in milliseconds: the main thread is never so long at anything. */
const PATIENCE = 60_000;

/** How long another's painting is waited for before it is asked whether that thread lives. */
const LONG = 500;

/** How a thread asks the main thread, and waits for the answer. */
export interface Line {
	port: MessagePort;
	/** Set to 1 when an answer is there. */
	bell: SharedArrayBuffer;
}

function ask({ port, bell }: Line, question: Ask): Answer {
	const rung = new Int32Array(bell);
	Atomics.store(rung, 0, 0);
	port.postMessage(question);
	if (Atomics.wait(rung, 0, 0, PATIENCE) === 'timed-out')
		throw new Error('The main thread did not answer.');
	return (receiveMessageOnPort(port) as { message: Answer }).message;
}

/**
 * Scenes in memory that threads share.
 * @param line whom this thread asks at present
 */
export function sharedScenes(book: string, line: () => Line): SceneMemory {
	return {
		expect(names, bytes) {
			if (names.length)
				line().port.postMessage({ book, foreseen: [...names], bytes } satisfies Foreseen);
		},
		places(names, bytes) {
			const { places } = ask(line(), { book, names: [...names], bytes });
			return places!.map((place) => placeIn(place, line));
		}
	};
}

function placeIn(memory: SharedArrayBuffer, line: () => Line): Place {
	const state = new Int32Array(memory, 0, 1);
	const here = new Uint8Array(memory, HEAD);
	return {
		get(paint, wait) {
			for (;;) {
				const was = Atomics.compareExchange(state, 0, EMPTY, threadId);
				if (was === PAINTED) return here;
				if (was === EMPTY) break;
				if (!wait) return null;
				if (
					Atomics.wait(state, 0, was, LONG) === 'timed-out' &&
					Atomics.load(state, 0) === was &&
					!ask(line(), { lives: was }).lives
				)
					// It ended in the middle: its place is given to whoever comes first.
					Atomics.compareExchange(state, 0, was, EMPTY);
			}
			let left = EMPTY;
			try {
				here.set(paint());
				left = PAINTED;
			} finally {
				Atomics.store(state, 0, left);
				Atomics.notify(state, 0);
			}
			return here;
		}
	};
}

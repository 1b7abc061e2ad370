import { MessageChannel } from 'node:worker_threads';
import { GRACE, renderThreads } from './limits';
import type { ThreadProgress, ThreadResult, ThreadTask } from './render-thread';
import { openThreads, threadFile } from './threads';

/** Renders takes on threads of their own. */
export interface RenderPool {
	/** Makes one take; resolves to null when it was cancelled. */
	render(
		work: Pick<ThreadTask, 'settings' | 'output' | 'pictures'>,
		signal: AbortSignal,
		onProgress: (progress: ThreadProgress) => void
	): Promise<ThreadResult | null>;
	close(): Promise<void>;
}

/**
 * Opens a pool.
 * @param threads how many threads; by default one a core, at least one
 * @param file the bundled render thread
 * @param grace milliseconds that a take may go on after it was given up, before its thread is ended
 */
export function openPool(
	threads = renderThreads(),
	file = process.env.DIAL_PICK_THREAD_FILE ?? threadFile('render-thread'),
	grace = GRACE
): RenderPool {
	const pool = openThreads<ThreadTask, ThreadResult | null>(file, threads);
	let closing = false;
	return {
		async render(work, signal, onProgress) {
			for (let tries = 1; ; tries++) {
				try {
					return await once(work, signal, onProgress);
				} catch (cause) {
					if (closing) return null;
					// A thread that died takes its work with it; another one may try once more.
					if (tries === TRIES || !threadDied(cause)) throw cause;
				}
			}
		},
		close() {
			closing = true;
			return pool.close();
		}
	};

	async function once(
		work: Pick<ThreadTask, 'settings' | 'output' | 'pictures'>,
		signal: AbortSignal,
		onProgress: (progress: ThreadProgress) => void
	): Promise<ThreadResult | null> {
		if (signal.aborted) return null;
		const { port1, port2 } = new MessageChannel();
		const cancel = new SharedArrayBuffer(4);
		// Ends the thread itself; a take that still waits is taken out of the line by the same.
		const end = new AbortController();
		let begun = false;
		let timer: ReturnType<typeof setTimeout> | undefined;
		const stop = () => {
			Atomics.store(new Int32Array(cancel), 0, 1);
			if (!begun) end.abort();
			else timer = setTimeout(() => end.abort(), grace);
		};
		signal.addEventListener('abort', stop, { once: true });
		port1.on('message', (progress: ThreadProgress) => {
			begun = true;
			onProgress(progress);
		});
		try {
			return await pool.run({ ...work, port: port2, cancel }, end.signal, [port2]);
		} catch (cause) {
			if (end.signal.aborted) return null;
			throw cause;
		} finally {
			clearTimeout(timer);
			port1.close();
			signal.removeEventListener('abort', stop);
		}
	}
}

/** How often a take is tried when its thread dies. */
const TRIES = 2;

/** Whether an error says that the thread itself ended, and not that the take could not be made. */
const threadDied = (cause: unknown): boolean =>
	cause instanceof Error &&
	(/worker|terminated|exit/i.test(cause.message) ||
		(cause as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY');

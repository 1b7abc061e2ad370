import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import Piscina from 'piscina';
import type { ThreadProgress, ThreadResult, ThreadTask } from './render-thread';

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
 */
export function openPool(
	threads = Number(process.env.DIAL_PICK_THREADS) || availableParallelism(),
	file = process.env.DIAL_PICK_THREAD_FILE ?? resolve('build/threads/render-thread.mjs')
): RenderPool {
	if (!existsSync(file)) {
		throw new Error(
			`The render thread is not built: ${file} is missing. Run "npm run build:worker".`
		);
	}
	const pool = new Piscina({
		filename: pathToFileURL(file).href,
		minThreads: Math.max(1, threads),
		maxThreads: Math.max(1, threads),
		idleTimeout: Infinity
	});
	return {
		async render(work, signal, onProgress) {
			for (let tries = 1; ; tries++) {
				try {
					return await once(work, signal, onProgress);
				} catch (cause) {
					// A thread that died takes its work with it; another one may try once more.
					if (tries === TRIES || !threadDied(cause)) throw cause;
				}
			}
		},
		close: () => pool.destroy()
	};

	async function once(
		work: Pick<ThreadTask, 'settings' | 'output' | 'pictures'>,
		signal: AbortSignal,
		onProgress: (progress: ThreadProgress) => void
	): Promise<ThreadResult | null> {
		if (signal.aborted) return null;
		const { port1, port2 } = new MessageChannel();
		const cancel = new SharedArrayBuffer(4);
		const stop = () => Atomics.store(new Int32Array(cancel), 0, 1);
		signal.addEventListener('abort', stop, { once: true });
		port1.on('message', onProgress);
		const task: ThreadTask = { ...work, port: port2, cancel };
		try {
			return (await pool.run(task, { transferList: [port2] })) as ThreadResult | null;
		} finally {
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

import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Transferable } from 'node:worker_threads';
import Piscina from 'piscina';

/** Threads that all do one kind of work. */
export interface Threads<Task, Result> {
	/**
	 * Works on a task. A signal takes it out of the line, or ends the thread that is at it; then it
	 * rejects with an AbortError.
	 */
	run(task: Task, signal: AbortSignal, transfer?: Transferable[]): Promise<Result>;
	/** Whether the thread of an id still lives. */
	lives(id: number): boolean;
	close(): Promise<void>;
}

/** Where a bundled thread is. */
export const threadFile = (name: string): string => resolve('build/threads', `${name}.mjs`);

/**
 * Opens threads.
 * @param file the bundled thread
 * @param count how many threads, at least one
 */
export function openThreads<Task, Result>(file: string, count: number): Threads<Task, Result> {
	if (!existsSync(file)) {
		throw new Error(`A thread is not built: ${file} is missing. Run "npm run build:worker".`);
	}
	const threads = Math.max(1, count);
	const pool = new Piscina({
		filename: pathToFileURL(file).href,
		minThreads: threads,
		maxThreads: threads,
		idleTimeout: Infinity,
		// Copies of pixels by the hundred megabytes: what is short-lived is to go early.
		resourceLimits: { maxYoungGenerationSizeMb: 4 }
	});
	return {
		run(task, signal, transferList) {
			return pool.run(task, { signal, transferList: transferList as never }) as Promise<Result>;
		},
		lives: (id) => pool.threads.some(({ threadId }) => threadId === id),
		// Whatever is being made is ended with its thread.
		close: () => pool.destroy()
	};
}

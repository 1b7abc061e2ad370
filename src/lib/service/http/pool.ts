import { availableParallelism } from 'node:os';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import type { TakeSettings } from '$lib/core/contract';
import { GRACE, MOST_SILENCE, renderThreads } from './limits';
import type { HelpTask, ThreadProgress, ThreadResult, ThreadTask } from './render-thread';
import { PAINTING, SceneShelf, type Answer, type Ask, type Foreseen } from './scene-shelf';
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
 * @param silence milliseconds without a word of it after which a thread counts as hung
 */
export function openPool(
	threads = renderThreads(),
	file = process.env.DIAL_PICK_THREAD_FILE ?? threadFile('render-thread'),
	grace = GRACE,
	silence = MOST_SILENCE
): RenderPool {
	const pool = openThreads<ThreadTask | HelpTask, ThreadResult | null>(file, threads);
	const shelf = new SceneShelf();
	let closing = false;
	/** Takes that are made or wait, and what is painted meanwhile for one of them. */
	let takes = 0;
	const helpers = new Set<() => void>();
	return {
		async render(work, signal, onProgress) {
			takes++;
			// A take comes before help for another.
			if (takes + helpers.size > threads) for (const stop of helpers) stop();
			try {
				for (let tries = 1; ; tries++) {
					try {
						return await once(work, signal, onProgress);
					} catch (cause) {
						if (closing) return null;
						// A thread that died takes its work with it; another one may try once more.
						if (tries === TRIES || !threadDied(cause)) throw cause;
					}
				}
			} finally {
				takes--;
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
		try {
			return await atThread({ ...work, cancel }, end, (said, reply) => {
				begun = true;
				if ('step' in said) return onProgress(said);
				if ('foreseen' in said) {
					// One each: what is not asked for in the end was painted for nothing.
					const likeliest = said.foreseen.slice(0, idle());
					if (shelf.places(said.book, likeliest, said.bytes).empty) help(work.settings, likeliest);
					return;
				}
				const { empty = 0, ...told } = answer(said);
				reply(told);
				if ('names' in said && empty >= WORTH_HELP) help(work.settings, said.names);
			});
		} finally {
			clearTimeout(timer);
			signal.removeEventListener('abort', stop);
		}
	}

	/**
	 * Has a thread do something, hears what it says, and ends it when it says nothing any more.
	 * @param end ends the thread that is at it, or takes it out of the line
	 * @param hear what is done with a word of it, and with what its question is answered
	 * @returns null when it was ended from outside
	 */
	async function atThread(
		task: Omit<ThreadTask, 'port' | 'bell'> | Omit<HelpTask, 'port' | 'bell'>,
		end: AbortController,
		hear: (said: ThreadProgress | Ask | Foreseen, reply: (answer: Answer) => void) => void
	): Promise<ThreadResult | null> {
		const { port1, port2 } = new MessageChannel();
		const bell = new SharedArrayBuffer(4);
		let hung = false;
		let watch: ReturnType<typeof setTimeout> | undefined;
		const reply = (answer: Answer) => ring(port1, bell, answer);
		port1.on('message', (said: ThreadProgress | Ask | Foreseen | typeof PAINTING) => {
			// Begins anew at every word of the thread.
			clearTimeout(watch);
			watch = setTimeout(() => {
				hung = true;
				end.abort();
			}, silence);
			if (said !== PAINTING) hear(said, reply);
		});
		try {
			return await pool.run({ ...task, port: port2, bell }, end.signal, [port2]);
		} catch (cause) {
			if (hung) throw new Error(HUNG, { cause });
			if (end.signal.aborted) return null;
			throw cause;
		} finally {
			clearTimeout(watch);
			port1.close();
		}
	}

	/** What a thread asked for while it makes a take. */
	function answer(said: Ask): Answer & { empty?: number } {
		return 'lives' in said
			? { lives: pool.lives(said.lives) }
			: shelf.places(said.book, said.names, said.bytes);
	}

	/** Threads that have nothing to do; more than there are cores would take from those that work. */
	function idle(): number {
		const useful = Math.min(threads, Math.max(2, availableParallelism()));
		return Math.max(0, useful - takes - helpers.size);
	}

	/** Has threads that have nothing to do paint scenes for a take. */
	function help(settings: TakeSettings, names: string[]): void {
		for (let free = idle(); free > 0; free--) {
			const cancel = new SharedArrayBuffer(4);
			// It is told and no more: to end its thread would cost the take that it makes room for.
			const stop = () => void Atomics.store(new Int32Array(cancel), 0, 1);
			helpers.add(stop);
			atThread({ settings, help: names, cancel }, new AbortController(), (said, reply) => {
				if ('names' in said || 'lives' in said) reply(answer(said));
			})
				// Who is helped paints what a helper could not.
				.catch(() => null)
				.finally(() => helpers.delete(stop));
		}
	}
}

/** From so many scenes on that nobody has begun, others are asked to help. */
const WORTH_HELP = 2;

/** Answers a thread that waits. */
function ring(port: MessagePort, bell: SharedArrayBuffer, answer: Answer): void {
	port.postMessage(answer);
	const rung = new Int32Array(bell);
	Atomics.store(rung, 0, 1);
	Atomics.notify(rung, 0);
}

/** What is said of a take whose thread said nothing any more. */
const HUNG = 'The render thread did not say anything any more, and was ended.';

/** How often a take is tried when its thread dies. */
const TRIES = 2;

/** Whether an error says that the thread itself ended, and not that the take could not be made. */
const threadDied = (cause: unknown): boolean =>
	cause instanceof Error &&
	(cause.message === HUNG ||
		/worker|terminated|exit/i.test(cause.message) ||
		(cause as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY');

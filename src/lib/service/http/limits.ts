import { availableParallelism } from 'node:os';
import type { Limits } from '$lib/core/contract';

/** Takes that are made at once: a thread a core, unless it was said. */
export const renderThreads = (): number =>
	Number(process.env.DIAL_PICK_THREADS) || availableParallelism();

/** What the service takes on. */
export const limits: Limits = {
	maxTakesPerJob: 256,
	maxPixels: 2432 * 2432,
	maxSteps: 150,
	maxQueuedTakes: 4096,
	maxImageBytes: 16 * 1024 * 1024,
	takesAtOnce: renderThreads()
};

/** Decoded start pictures, masks, references and taught pictures held in memory, in bytes, whoever holds them. */
export const heldImageBytes = 384 * 1024 * 1024;

/** Takes of ended jobs that are still known; the oldest give way beyond it. */
export const keptTakes = 20_000;

/** What a take may be given up in, in milliseconds, before its thread is ended. */
export const GRACE = 2000;

/** How long a thread that is at work may say nothing, in milliseconds, before it counts as hung. The longest at the largest frame were 14 s on two busy cores: one scene of the slowest medium, and setting in what lies round a picture. */
export const MOST_SILENCE = 120_000;

/** Finished pictures kept in files, in bytes; the oldest ended jobs give way beyond it. */
export const heldBytes = 2 * 1024 * 1024 * 1024;

/** How long a finished job's results are kept at least, in milliseconds. */
export const keptFor = 60 * 60 * 1000;

/** Painted scenes held by the service, in bytes, in memory that its threads share. */
export const sharedSceneBytes = 512 * 1024 * 1024;

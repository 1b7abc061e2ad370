import { ZodError } from 'zod';
import { StorageFull } from '$lib/store';
import { RenderRefused } from './client';
import { ServiceAmiss } from './reading';

/** What follows from something that went wrong while a part of a run was sent or followed. */
export type Verdict =
	/** Tried again after a while, and a sentence meanwhile. */
	| { then: 'again'; says: string; wait: number | null; most: number }
	/** These takes of the part cannot be made as they are asked for; no place: all of them. */
	| { then: 'fail'; takes: number[] | null; says: string }
	/** The service has lost pictures, or adapters, that were sent to it: they go out again. */
	| { then: 'resend'; takes: number[] | null; says: string }
	/** The service does not know the job any more: what is open goes out anew. */
	| { then: 'anew' }
	/** The run waits until it is told to go on. */
	| { then: 'pause'; says: string };

/** Tries after which a service is not asked any more unasked, where it answers but not as it should. */
const PATIENT = 6;

/**
 * What to do about a failure.
 * @param during whether the part was being sent, or its job followed
 */
export function verdictOn(cause: unknown, during: 'sending' | 'following'): Verdict {
	if (cause instanceof StorageFull)
		return {
			then: 'pause',
			says: 'The run waits: the browser has no room left for pictures. Delete takes or briefs, then let it go on.'
		};
	if (cause instanceof ZodError || cause instanceof SyntaxError || cause instanceof ServiceAmiss)
		return {
			then: 'again',
			says: `What the render service answers does not keep the contract${cause instanceof ServiceAmiss ? `: ${cause.message}` : '.'}`,
			wait: null,
			most: PATIENT
		};
	if (!(cause instanceof RenderRefused))
		return {
			then: 'again',
			says: 'The render service does not answer. Trying again; finished takes are safe.',
			wait: null,
			most: Infinity
		};
	const { status, message, problem, retryAfter } = cause;
	if (status === 429 || status >= 500)
		return {
			then: 'again',
			says: `${message} Trying again.`,
			wait: retryAfter === null ? null : retryAfter * 1000,
			most: Infinity
		};
	if (status === 401)
		return {
			then: 'pause',
			says: `The run waits: the render service does not know who asks. ${message} Give its token under Models, then let the run go on.`
		};
	if (during === 'following' || status === 409) return { then: 'anew' };
	if (status === 422 && hasLostPictures(problem.errors))
		return { then: 'resend', takes: placesIn(problem.errors), says: message };
	if (status === 400 || status === 413 || status === 422)
		return { then: 'fail', takes: placesIn(problem.errors), says: message };
	if (status === 404)
		return {
			then: 'again',
			says: `The render service has no such call, so its address may be wrong: ${message}`,
			wait: null,
			most: PATIENT
		};
	return { then: 'pause', says: `The render service refuses: ${message}` };
}

/** Whether a refusal is about nothing but pictures, or adapters, that the service does not know. */
const hasLostPictures = (errors: RenderRefused['problem']['errors'] = []): boolean =>
	errors.length > 0 &&
	errors.every(({ path }) =>
		/(^|[./])(start[./]image|mask[./]image|references[./]\d+[./]image|images[./]\d+|adapters[./]\d+[./]id)$/.test(
			path
		)
	);

/** Which takes of a body a refusal is about; null when it does not say, or speaks of the whole. */
function placesIn(errors: RenderRefused['problem']['errors']): number[] | null {
	const places = (errors ?? []).map(({ path }) => /^\/?takes[./](\d+)/.exec(path)?.[1]);
	if (!places.length || places.some((place) => place === undefined)) return null;
	return [...new Set(places.map(Number))];
}

/** Waits between tries in which nothing was kept, in milliseconds. */
const WAITS = [500, 1000, 2000, 4000, 8000, 15_000, 30_000, 60_000];

/** How long to wait after so many tries in a row in which nothing was kept. */
export const backOff = (failures: number): number =>
	WAITS[Math.min(Math.max(0, failures - 1), WAITS.length - 1)];

import { FileProblem } from '$lib/core/problem';
import type { RenderEvent } from '$lib/core/schema';
import * as store from '$lib/store';
import { RenderRefused, type JobClient } from './client';
import type { Clock } from './clock';
import { Keeper } from './keeper';

/** How far a take is; not kept, since it is true for a moment only. */
export interface Progress {
	takeId: string;
	step: number;
	steps: number;
	preview?: string;
}

/** What following a job needs besides the job. */
export interface Means {
	clock: Clock;
	/** Brings a picture in, with its thumbnail; throws a FileProblem for one that cannot be kept. */
	admit: (picture: Blob) => Promise<{ picture: Blob; thumbnail: Blob }>;
	onProgress: (progress: Progress) => void;
}

/** What a job came to while it was followed. */
export interface Outcome {
	/** Takes that were kept, or failed for good. */
	settled: number;
	/** Whether the service has nothing more to give. */
	ended: boolean;
	/** Pictures that are still on their way, where the job has ended: nothing else waits for them. */
	late?: Promise<void>;
}

type Done = Extract<RenderEvent, { type: 'done' }>;

/** How often a picture is asked for that cannot be had or read, and the wait between, in milliseconds. */
const PICTURE_TRIES = 3;
const PICTURE_WAIT = 700;

/** How long the pictures of a job that has ended are waited for before the run goes on, in milliseconds. */
const LATE = 3000;

/** A price is far above the expected one when it is over this many times as high, and over this many credits more. */
const [FAR_TIMES, FAR_CREDITS] = [2, 1];

const isFarAbove = (credits: number, said: number): boolean =>
	credits > FAR_TIMES * said && credits - said > FAR_CREDITS;

/** Finds out how the service calls a job, by sending it once more where that is not known. */
export async function nameOf(row: store.StoredJob, client: JobClient): Promise<string | null> {
	if (row.job) return row.job;
	if (!row.body) return null;
	const { job } = await client.submit(row.body);
	await store.jobAnswered(row.key, job);
	return job;
}

/**
 * Follows a job of the service until it ends, and keeps what it makes: whatever is finished is paid,
 * so it is kept though it may have been given up meanwhile. Answers about takes that the job was not
 * asked for are passed over. Throws when the service does not answer, or refuses.
 */
export async function follow(
	row: store.StoredJob,
	job: string,
	client: JobClient,
	means: Means,
	cut: AbortSignal,
	tell: { onBegun?: () => void; onOutcome?: (outcome: Outcome) => void } = {}
): Promise<Outcome> {
	const asked = new Set(row.refs);
	const refs = new Map(
		(await client.status(job)).takes.flatMap(({ take, ref }) =>
			asked.has(ref) ? [[take, ref] as const] : []
		)
	);
	const there = await store.takesById([...refs.values()]);
	const known = new Set(there.map(({ id }) => id));
	const wanted = new Set(there.flatMap(({ id, state }) => (state === 'done' ? [] : id)));
	const keeper = new Keeper(row, means.clock);
	tell.onBegun?.();
	const said = new Map(there.map(({ id, expected }) => [id, expected]));
	let failed = 0;
	let ended = false;
	let last = 0;
	const hear = async (event: RenderEvent): Promise<void> => {
		if (event.type === 'end') {
			ended = true;
			return;
		}
		const ref = refs.get(event.take);
		if (!ref) return;
		// Told again, as when a job is called back, a price is old news: the artist may have agreed to it.
		if (event.type === 'done' && wanted.has(ref)) {
			const expected = said.get(ref);
			if (row.planId && expected !== undefined && isFarAbove(event.credits, expected))
				await store.pauseForPrice(row.planId, ref, event.credits);
		}
		// What was made once more, or of a take that was deleted and is not back again, was paid.
		if (event.type === 'done' && row.again) {
			await store.enterAgain(row, event, means.clock.now());
			await store.noteMade(row.key, event.take);
		} else if (event.type === 'done' && !known.has(ref)) {
			const back = await store.take(ref);
			if (!back) await store.enterLost(row, ref, event, means.clock.now());
			else if (back.state !== 'done') wanted.add(ref);
		}
		if (!wanted.has(ref)) return;
		if (event.type === 'progress') {
			const { step, steps, preview } = event;
			means.onProgress({ takeId: ref, step, steps, preview });
		} else if (event.type === 'done') {
			wanted.delete(ref);
			keeper.keep(fetched(client, ref, event, row, means));
		} else if (event.type === 'failed') {
			failed += await store.failOpenTakes([ref], event.message);
		}
		// What was cancelled on purpose is marked so already; the rest is made later.
	};
	const outcome = (): Outcome => ({ settled: keeper.kept + failed, ended });
	try {
		// A connection that breaks off is taken up again after the last event, as long as each brings something new.
		for (let before = -1; !ended && !cut.aborted && last > before;) {
			before = last;
			for await (const { id, event } of client.events(job, last, cut)) {
				await hear(event);
				if (Number.isSafeInteger(id)) last = Math.max(last, id);
				if (ended) break;
			}
		}
	} catch (cause) {
		await keeper.finish().finally(() => tell.onOutcome?.(outcome()));
		throw cause;
	}
	const finished = keeper.finish();
	// Anyone waiting for a late answer hears what held it up.
	finished.catch(() => undefined);
	const isLate =
		ended &&
		keeper.coming > 0 &&
		(await Promise.race([
			finished.then(() => false),
			means.clock.sleep(LATE, cut).then(() => !cut.aborted)
		]));
	if (!isLate) await finished.finally(() => tell.onOutcome?.(outcome()));
	else tell.onOutcome?.(outcome());
	return isLate ? { ...outcome(), late: finished } : outcome();
}

/** A finished take with its picture; null when the picture cannot be had, which its take then says. */
async function fetched(
	client: JobClient,
	id: string,
	done: Done,
	row: store.StoredJob,
	{ clock, admit }: Means
): Promise<store.FinishedTake | null> {
	let why = '';
	for (let tries = 1; tries <= PICTURE_TRIES; tries++) {
		if (tries > 1) await clock.sleep(PICTURE_WAIT * (tries - 1));
		try {
			const { picture, thumbnail } = await admit(await client.image(done.take));
			return { id, done, picture: { picture, thumbnail } };
		} catch (cause) {
			const refused = cause instanceof RenderRefused && !cause.passes;
			if (!refused && !(cause instanceof FileProblem)) throw cause;
			why = cause.message;
		}
	}
	await store.failOpenTakes(
		[id],
		`The render service made this picture, but it cannot be used. ${why} Try the take again, or tell whoever runs the service.`
	);
	// It was made, so it was paid.
	await store.enterLost(row, id, done, clock.now());
	return null;
}

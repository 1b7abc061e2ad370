import * as store from '$lib/store';
import { RenderRefused } from './client';
import { follow, nameOf, type Means } from './follow';
import { holding, ofJob } from './holding';
import type { Routes } from './services';
import { backOff } from './verdict';

/** How long what a job has finished is waited for once it was called back, in milliseconds. */
const REAP = 30_000;

/**
 * A job that cannot be called back is forgotten after this long, in milliseconds, and this many tries: the
 * service has forgotten it, too. A clock that jumps a day is not reason enough.
 */
const [FORGOTTEN, TRIES] = [24 * 60 * 60 * 1000, 12];

/** Whether there is something to be called back of a job. */
export const isToBeSwept = ({ wanted, dropped, made }: store.StoredJob): boolean =>
	made === undefined && (!wanted || dropped.length > 0);

/**
 * Calls back what is not wanted any more of a job, again and again until the service has confirmed
 * it; what was finished before that is kept.
 *
 * @param onTrouble told what stands in the way, and null once nothing does
 */
export async function sweep(
	key: string,
	routes: Routes,
	means: Means,
	cut: AbortSignal,
	onTrouble: (says: string | null) => void
): Promise<void> {
	const first = await store.job(key);
	// Whoever waits for a picture that is made again holds its job, in whatever tab.
	if (first?.again) await holding(ofJob(key), async () => {}, cut).catch(() => undefined);
	for (let failures = 0; !cut.aborted;) {
		const row = await store.job(key);
		if (!row || !isToBeSwept(row)) break;
		try {
			await callBack(row, routes, means, cut);
			break;
		} catch (cause) {
			if (cut.aborted) break;
			if (cause instanceof RenderRefused && !cause.passes) {
				// It does not know the job, or will not hear of it: there is nothing to be called back.
				await forget(row);
				break;
			}
			failures++;
			if (failures >= TRIES && means.clock.now() - row.sentAt > FORGOTTEN) {
				await store.endJob(key);
				break;
			}
			// Of a job that the service may never have heard of nothing is said.
			if (failures > 2 && row.job)
				onTrouble(
					'The render service does not answer, so what was given up could not be called back yet. Trying again.'
				);
			await means.clock.sleep(backOff(failures), cut);
		}
	}
	onTrouble(null);
}

const forget = ({ key, wanted, dropped }: store.StoredJob): Promise<void> =>
	wanted ? store.takesCalledBack(key, dropped) : store.endJob(key);

async function callBack(
	row: store.StoredJob,
	routes: Routes,
	means: Means,
	cut: AbortSignal
): Promise<void> {
	const client = routes.at(row.address);
	const job = await nameOf(row, client);
	if (!job) return forget(row);
	if (!row.wanted) {
		await client.cancel(job);
		const late = new AbortController();
		const timer = new AbortController();
		void means.clock.sleep(REAP, timer.signal).then(() => late.abort());
		await follow(row, job, client, means, AbortSignal.any([cut, late.signal]))
			.catch((cause: unknown) => {
				if (!late.signal.aborted) throw cause;
			})
			.finally(() => timer.abort());
		// A picture that was made once more stays there for whoever asks for it again.
		const made = (await store.job(row.key))?.made;
		if (!cut.aborted && !made) await store.endJob(row.key);
		return;
	}
	const { takes } = await client.status(job);
	for (const ref of row.dropped) {
		const there = takes.find((one) => one.ref === ref);
		if (there) await client.cancel(job, there.take);
	}
	await store.takesCalledBack(row.key, row.dropped);
}

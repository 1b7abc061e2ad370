import type { JobRequest, Take } from '$lib/core/schema';
import { db, type StoredJob } from './db';

/** Notes a job before it is sent. Returns false when its plan is gone, stopped or paused meanwhile. */
export async function addJob(
	one: Pick<StoredJob, 'planId' | 'briefId' | 'service' | 'address' | 'sentAt' | 'models'> & {
		body: JobRequest;
	}
): Promise<StoredJob | null> {
	return db.transaction('rw', db.jobs, db.plans, async () => {
		const plan = await db.plans.get(one.planId);
		if (!plan || plan.stopped || plan.paused) return null;
		const row: StoredJob = {
			...one,
			key: one.body.key,
			refs: one.body.takes.map(({ ref }) => ref),
			job: null,
			wanted: 1,
			dropped: []
		};
		await db.jobs.add(row);
		return row;
	});
}

/**
 * Notes, before it is sent, a job that makes the picture of a take once more. It is of no plan, and is called
 * back as soon as nobody waits for it any more.
 */
export async function addJobAgain(
	{ id, briefId, settings }: Take,
	one: Pick<StoredJob, 'service' | 'address' | 'sentAt'> & { body: JobRequest }
): Promise<StoredJob> {
	const row: StoredJob = {
		...one,
		...{ key: one.body.key, planId: '', briefId, refs: [id], models: [settings.model] },
		...{ job: null, wanted: 0, dropped: [], again: true }
	};
	await db.transaction('rw', db.jobs, async () => {
		// What nobody fetched for so long the service has not kept either.
		await db.jobs
			.filter(({ made, sentAt }) => made !== undefined && sentAt < row.sentAt - KEPT)
			.delete();
		await db.jobs.add(row);
	});
	return row;
}

/** So long a picture that was made once more is taken to be there, in milliseconds. */
const KEPT = 24 * 60 * 60 * 1000;

/** Notes that a job has made its picture once more, which is there to be fetched. */
export async function noteMade(key: string, made: string): Promise<void> {
	await db.jobs.update(key, { made });
}

/** Jobs at a service that made the picture of a take once more, which nobody has fetched. */
export const madeOf = (takeId: string, address: string): Promise<StoredJob[]> =>
	db.jobs
		.filter(
			({ refs, made, address: at }) => made !== undefined && refs[0] === takeId && at === address
		)
		.toArray();

export const job = (key: string): Promise<StoredJob | undefined> => db.jobs.get(key);

/** Notes how the service calls a job: what was sent need not be kept any longer. */
export async function jobAnswered(key: string, name: string): Promise<void> {
	await db.jobs.update(key, { job: name, body: null });
}

/** Strikes a job out: the service has nothing more to give. */
export async function endJob(key: string): Promise<void> {
	await db.jobs.delete(key);
}

/** All jobs, those that were sent first in front. */
export const jobs = (): Promise<StoredJob[]> =>
	db.jobs.toArray().then((all) => all.sort((a, b) => a.sentAt - b.sentAt));

export const jobsOfPlan = (planId: string): Promise<StoredJob[]> =>
	db.jobs.where({ planId }).toArray();

/** Has a job called back of which nobody wants anything any more. */
export async function callJobBack(key: string): Promise<void> {
	await db.jobs.update(key, { wanted: 0 });
}

/** Calls one take of a running job back. */
export async function callTakeBack(takeId: string, planId: string): Promise<void> {
	await db.jobs
		.where({ planId })
		.filter(({ refs }) => refs.includes(takeId))
		.modify((row) => {
			if (!row.dropped.includes(takeId)) row.dropped.push(takeId);
		});
}

/** Notes that the service has confirmed that takes were called back. */
export async function takesCalledBack(key: string, takeIds: readonly string[]): Promise<void> {
	await db.jobs
		.where({ key })
		.modify((row) => void (row.dropped = row.dropped.filter((id) => !takeIds.includes(id))));
}

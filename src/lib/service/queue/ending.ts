import type { RenderEvent } from '$lib/core/contract';
import { KEPT_ENDED, keyOf, type Store } from './redis';

/** The takes of a job, as its record has them. */
export interface RecordedTake {
	take: string;
	ref: string;
	steps: number;
	model: string;
}

/**
 * Brings a take to its end, once, whoever else tries. Once its job has ended with it, all that is
 * known of the job is kept for an hour.
 * @returns whether it ended by this
 */
export async function endTake(
	store: Store,
	job: string,
	take: string,
	state: 'done' | 'failed' | 'cancelled',
	fields: Record<string, string | number>,
	event: RenderEvent
): Promise<boolean> {
	const ended = await store.finish(
		keyOf.take(take),
		keyOf.job(job),
		keyOf.events(job),
		keyOf.open(''),
		keyOf.ended,
		state,
		JSON.stringify(fields),
		JSON.stringify(event),
		take
	);
	if (ended === 2) {
		const [key, takes, caller] = await store.hmget(keyOf.job(job), 'key', 'takes', 'caller');
		const all = store.pipeline();
		for (const name of [
			keyOf.job(job),
			keyOf.events(job),
			...(key && caller ? [keyOf.sent(caller, key)] : []),
			...(JSON.parse(takes ?? '[]') as RecordedTake[]).map((one) => keyOf.take(one.take))
		])
			all.expire(name, KEPT_ENDED);
		await all.exec();
	}
	return ended > 0;
}

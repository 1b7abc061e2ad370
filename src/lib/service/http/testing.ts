import type { RenderEvent, TakeRequest } from '$lib/core/contract';
import type { JobBoard } from './board';
import { ServiceProblem } from './problem';

/** A small take as the contract has it. */
export const sampleTake = (change: Partial<TakeRequest> = {}): TakeRequest => ({
	ref: crypto.randomUUID(),
	model: 'turnstone-2',
	prompt: 'a crab on the beach',
	negative: '',
	width: 64,
	height: 64,
	guidance: 6,
	steps: 3,
	sampler: 'euler',
	schedule: 'karras',
	seed: 1,
	...change
});

/** All events of a job from one on, once it has ended. */
export async function eventsOf(
	board: Pick<JobBoard, 'events'>,
	job: string,
	after = 0,
	caller = 'here'
): Promise<RenderEvent[]> {
	const events: RenderEvent[] = [];
	for await (const { event } of board.events(job, caller, after, new AbortController().signal))
		events.push(event);
	return events;
}

/** The status of the problem that work ends with, 200 when it ends well. */
export async function statusOf(work: Promise<unknown> | (() => unknown)): Promise<number> {
	try {
		await (typeof work === 'function' ? work() : work);
	} catch (cause) {
		if (cause instanceof ServiceProblem) return cause.problem.status;
		throw cause;
	}
	return 200;
}

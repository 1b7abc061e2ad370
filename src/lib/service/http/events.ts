import { takeCredits } from '$lib/core/plan';
import type { RenderEvent, TakeRequest } from '$lib/core/contract';
import { characterOf } from '$lib/service/standins';
import { problem, type ServiceProblem } from './problem';
import type { ThreadResult } from './render-thread';

type EventOf<T extends RenderEvent['type']> = Extract<RenderEvent, { type: T }>;

/** What is told of a finished take. */
export const doneEvent = (
	take: string,
	request: TakeRequest,
	{ image, pixels, seconds, signals, unread }: Omit<ThreadResult, 'bytes'>
): EventOf<'done'> => ({
	type: 'done',
	take,
	image,
	pixels,
	width: request.width,
	height: request.height,
	seconds: Math.round(seconds * 1000) / 1000,
	credits: takeCredits(characterOf(request.model)!.card, request),
	signals,
	unread
});

/** What is told of a take that could not be made. */
export function failure(take: string, cause: unknown): EventOf<'failed'> {
	const full = (cause as NodeJS.ErrnoException | undefined)?.code === 'ENOSPC';
	return {
		type: 'failed',
		take,
		code: full ? 'no-room' : 'render-failed',
		message: full
			? 'The render service has no room left on its disk for pictures. Make room there, then run the take again.'
			: 'The model stopped while it made this picture. Run the take again.'
	};
}

export const notFound = (what: string, id: string): ServiceProblem =>
	problem(
		404,
		`There is no such ${what}`,
		`"${id.slice(0, 80)}" is not known here; it may have been forgotten. Send its takes again.`
	);

export const noPictureYet = (state: string): ServiceProblem =>
	problem(
		404,
		'There is no picture yet',
		`This take is ${state}; its picture is there once it is done.`
	);

export const keyInUse = (): ServiceProblem =>
	problem(
		409,
		'The key is in use',
		'Another job was sent under this key before. Send this one under a key of its own.'
	);

/** @param waiting takes of the caller that have not come to an end */
export const queueFull = (waiting: number, most: number): ServiceProblem =>
	problem(
		429,
		'The queue is full',
		`${waiting} takes of yours are waiting and the queue holds ${most} for each caller. Send this job again later.`,
		undefined,
		{ 'retry-after': '5' }
	);

/** Something that passes: what was asked for can be asked for again soon. */
export const notNow = (why: string): ServiceProblem =>
	problem(
		503,
		'Not at present',
		`${why} Nothing was lost. Send the same request again in a few seconds.`,
		undefined,
		{ 'retry-after': '3' }
	);

import { createHash } from 'node:crypto';
import type {
	JobRequest,
	JobStatus,
	JobTicket,
	Limits,
	ModelCard,
	RenderEvent
} from '$lib/core/contract';
import type { AdmittedJob } from './admission';

/** What is there at once in one place, and after a while in another. */
type Soon<T> = T | Promise<T>;

/** A finished picture; its bytes are read when they are asked for. */
export interface KeptPicture {
	type: string;
	etag: string;
	bytes: () => Promise<Uint8Array<ArrayBuffer>>;
}

/** An event of a job and its id: ids grow from 1. */
export interface NumberedEvent {
	id: number;
	event: RenderEvent;
}

/** What is seen of a board from outside. */
export interface BoardFigures {
	/** Takes that wait, by model. */
	waiting: Record<string, number>;
	/** Takes that came to an end, by model and state, since the board began. */
	ended: { model: string; state: string; count: number }[];
	/** Seconds that finished takes took, by model. */
	seconds: Record<string, number>;
	/** Threads that are at a take, and all there are. */
	busy: number;
	threads: number;
	/** Processes that make takes. */
	workers: number;
}

/**
 * Where jobs are taken on, made and asked about. What it throws is a problem of the contract: 404 for
 * what it does not know, 409 for a key in use, 429 beyond a caller's bound.
 */
export interface JobBoard {
	/** The models that can be made at present. */
	cards(): Soon<readonly ModelCard[]>;
	limits(): Soon<Limits>;
	/** The job that came under the same key before, null where there was none. */
	joined(request: JobRequest, caller: string): Soon<JobTicket | null>;
	/**
	 * Takes a job on, or hands back the one that came under the same key.
	 * @param caller who asks; takes of several callers are made in turn
	 */
	submit(job: AdmittedJob, caller: string): Soon<JobTicket>;
	/** A job of a caller. What another caller sent is not known to this one: that is a 404. */
	status(job: string, caller: string): Soon<JobStatus>;
	/** Cancels what is not finished: a whole job, or one take of it. */
	cancel(job: string, caller: string, take?: string): Soon<void>;
	picture(take: string, caller: string): Soon<KeptPicture>;
	/** A job's events from the one after `after` on, as they come, until its end. */
	events(
		job: string,
		caller: string,
		after: number,
		signal: AbortSignal
	): AsyncGenerator<NumberedEvent>;
	figures(): Soon<BoardFigures>;
	/** Null when takes can be made, or a sentence that says why not. */
	notReady(): Soon<string | null>;
	close(): Promise<void>;
}

/** SHA-256 of what a job asks for: a key that comes again is to come with the same. */
export const bodyHash = (takes: JobRequest['takes']): string =>
	createHash('sha256').update(JSON.stringify(takes)).digest('hex');

import type { Problem } from '$lib/core/contract';
import type { ZodError } from 'zod';
import { log } from './log';

/** An answer that says what is wrong, where, and what to do. RFC 9457. */
export class ServiceProblem extends Error {
	constructor(
		readonly problem: Problem,
		readonly headers: Record<string, string> = {}
	) {
		super(problem.detail);
	}

	toResponse(): Response {
		return new Response(JSON.stringify(this.problem), {
			status: this.problem.status,
			headers: { 'content-type': 'application/problem+json', ...this.headers }
		});
	}
}

export function problem(
	status: number,
	title: string,
	detail: string,
	errors?: Problem['errors'],
	headers?: Record<string, string>
): ServiceProblem {
	return new ServiceProblem({ title, status, detail, ...(errors ? { errors } : {}) }, headers);
}

/** Mistakes that are told of one body. */
export const MOST_MISTAKES = 50;

/** What is wrong with a body, entry by entry. Nothing of the body itself is said back at length. */
export const mistakesOf = (error: ZodError, at = ''): { path: string; message: string }[] =>
	error.issues.slice(0, MOST_MISTAKES).map(({ path, message }) => ({
		path: [...(at ? [at] : []), ...path.map(String)].join('.').slice(0, 200),
		message: message.length > 200 ? `${message.slice(0, 200)}\u2026` : message
	}));

/** A body that does not have the shape that it should: 422 with one entry a mistake. */
export function invalid(error: ZodError): ServiceProblem {
	const errors = mistakesOf(error);
	return problem(
		422,
		'The request does not have the right shape',
		`${errors.length === 1 ? 'One field is' : `${errors.length} fields are`} not as the contract says; see errors.`,
		errors
	);
}

/**
 * Runs a route's work and turns what it throws into an answer.
 * @param passes the answer to something that passes, such as a queue that is away; null for a mistake
 */
export async function answer(
	work: () => Response | Promise<Response>,
	passes: (cause: unknown) => ServiceProblem | null = () => null
): Promise<Response> {
	try {
		return await work();
	} catch (cause) {
		if (cause instanceof ServiceProblem) return cause.toResponse();
		const passing = passes(cause);
		if (passing) return passing.toResponse();
		log.error({ err: cause }, 'a call failed');
		return problem(
			500,
			'The render service made a mistake',
			'Nothing was changed. Try the same request again.'
		).toResponse();
	}
}

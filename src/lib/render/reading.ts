import { z } from 'zod';

/** What a service sent is more than can be meant, or it sent nothing for too long. */
export class ServiceAmiss extends Error {}

/** Most bytes of an answer that is no picture. */
export const MOST_JSON = 16 * 1024 * 1024;

/**
 * Reads the body of an answer, piece by piece, and gives it up when it grows beyond what can be
 * meant, whatever its header says.
 *
 * @param most bytes
 */
export async function readBounded(
	response: Response,
	most: number,
	what: string
): Promise<Uint8Array<ArrayBuffer>> {
	const tooLarge = () =>
		new ServiceAmiss(`${what} has more than ${Math.round(most / 1048576)} MB: it is not kept.`);
	if (Number(response.headers.get('content-length') ?? 0) > most) {
		await response.body?.cancel();
		throw tooLarge();
	}
	const parts: Uint8Array[] = [];
	let size = 0;
	const reader = response.body?.getReader();
	for (;;) {
		const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
		if (done) break;
		size += value.byteLength;
		if (size > most) {
			await reader?.cancel().catch(() => undefined);
			throw tooLarge();
		}
		parts.push(value);
	}
	const bytes = new Uint8Array(size);
	let at = 0;
	for (const part of parts) {
		bytes.set(part, at);
		at += part.byteLength;
	}
	return bytes;
}

/** Letters that are said of what a service answers. */
const MOST_SAID = 200;

/** Longest time that a service may ask to be left alone, in seconds. */
const MOST_RETRY = 600;

/**
 * Seconds after which to try again, of a `Retry-After` header: a number or a date (RFC 9110, 10.2.3).
 * Bounded: a clock that is asked to wait for weeks rings at once.
 */
export function readRetryAfter(header: string | null, now: number): number | null {
	if (!header) return null;
	const seconds = /^\d+(\.\d+)?$/.test(header.trim())
		? Number(header)
		: (Date.parse(header) - now) / 1000;
	return seconds > 0 ? Math.min(seconds, MOST_RETRY) : null;
}

/** What is wrong with an answer, as the end of a sentence, however long what it says is. */
export function mistakeOf(cause: unknown): string {
	if (cause instanceof SyntaxError) return 'what it says is no JSON.';
	if (!(cause instanceof z.ZodError))
		return (cause instanceof Error ? cause.message : String(cause)).slice(0, MOST_SAID);
	const { path, message } = cause.issues[0];
	const place = path.join('.').slice(0, MOST_SAID);
	return `${place ? `${place}: ` : ''}${message.slice(0, MOST_SAID)}.`;
}

import { limits } from './limits';
import { problem } from './problem';

/** Bytes that a JSON body may have. */
const MAX_JSON = 8 * 1024 * 1024;

/** Values, objects, lists and fields that it may have in all, and how deep they may stand. */
const MAX_PARTS = 60_000;
const MAX_DEPTH = 16;

async function read(request: Request, most: number, what: string): Promise<Uint8Array> {
	const tooLarge = () =>
		problem(
			413,
			'The request is too large',
			`${what} may have ${most / 1048576} MB; send less at a time.`
		);
	if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge();
	let bytes: Uint8Array;
	try {
		bytes = new Uint8Array(await request.arrayBuffer());
	} catch {
		throw tooLarge();
	}
	if (bytes.byteLength > most) throw tooLarge();
	return bytes;
}

/** The bytes of a picture that was sent. Throws a problem when there are too many. */
export const readBytes = (request: Request): Promise<Uint8Array> =>
	read(request, limits.maxImageBytes, 'A picture');

/**
 * A JSON body. Throws a problem: 413 when it is too large, or has more parts than anything that is
 * asked for here, which is told before it is parsed; 400 when it is not JSON.
 */
export async function readJson(request: Request): Promise<unknown> {
	const bytes = await read(request, MAX_JSON, 'A request');
	const { parts, depth } = measure(bytes);
	if (parts > MAX_PARTS || depth > MAX_DEPTH)
		throw problem(
			413,
			'The request has too many parts',
			parts > MAX_PARTS
				? `A request may have ${MAX_PARTS} values in all, and this one has more; send less at a time.`
				: `The parts of a request may stand ${MAX_DEPTH} deep in each other, and these stand deeper.`
		);
	try {
		return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
	} catch {
		throw problem(
			400,
			'The request is not JSON',
			'Send a JSON object in UTF-8, as the contract says.'
		);
	}
}

/** How many parts a JSON text has and how deep they stand, by its signs outside of texts (RFC 8259). */
export function measure(bytes: Uint8Array): { parts: number; depth: number } {
	let [parts, depth, deepest] = [0, 0, 0];
	let inText = false;
	for (let i = 0; i < bytes.length; i++) {
		const byte = bytes[i];
		if (inText) {
			if (byte === 0x5c) i++;
			else if (byte === 0x22) inText = false;
		} else if (byte === 0x22) inText = true;
		else if (byte === 0x7b || byte === 0x5b) {
			parts++;
			if (++depth > deepest) deepest = depth;
		} else if (byte === 0x7d || byte === 0x5d) depth--;
		else if (byte === 0x2c) parts++;
	}
	return { parts, depth: deepest };
}

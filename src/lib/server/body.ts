import { limits } from './limits';
import { problem } from './problem';

/** Bytes that a JSON body may have. */
const MAX_JSON = 8 * 1024 * 1024;

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

/** A JSON body. Throws a problem: 413 when it is too large, 400 when it is not JSON. */
export async function readJson(request: Request): Promise<unknown> {
	const bytes = await read(request, MAX_JSON, 'A request');
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

import { stranger } from './callers';
import { listed } from './environment';
import { problem } from './problem';

const loopback = /^(localhost|127(?:\.\d{1,3}){3}|\[::1\])(?::\d+)?$/i;

/**
 * Refuses calls that a page of another origin made, or that came under another name than this
 * machine's own, or under none. Calls without an Origin, such as a script's, are served; an empty one
 * is no origin of anything here. `DIAL_PICK_HOSTS` may name further hosts, with commas between them,
 * under which the service is to answer, and `DIAL_PICK_ORIGINS` pages of other origins that may call
 * it, such as http://127.0.0.1:4173. Where tokens are given out, a call needs one of them.
 */
export function guard(request: Request): Response | null {
	const host = request.headers.get('host') ?? '';
	if (!loopback.test(host) && !listed('DIAL_PICK_HOSTS').includes(host)) {
		return problem(
			403,
			'Not served under this name',
			'The render service answers on this machine only.'
		).toResponse();
	}
	const origin = request.headers.get('origin');
	const from = origin !== null && URL.canParse(origin) ? new URL(origin).host : '';
	if (origin === null || (from !== '' && from === host) || isFriend(origin))
		// A browser's question before the call itself brings no token.
		return request.method === 'OPTIONS' ? null : (stranger(request)?.toResponse() ?? null);
	return problem(
		403,
		'Not served to other origins',
		`A page of ${origin.slice(0, 100) || 'no origin'} may not call this service.`
	).toResponse();
}

/** Whether pages of an origin were allowed to call this service. */
const isFriend = (origin: string): boolean => listed('DIAL_PICK_ORIGINS').includes(origin);

/** What lets a page of an allowed origin read the answers (Fetch standard, CORS protocol). */
export function letRead(request: Request): Record<string, string> {
	const origin = request.headers.get('origin');
	if (!origin || !isFriend(origin)) return {};
	return {
		'access-control-allow-origin': origin,
		'access-control-allow-methods': 'GET, POST, DELETE',
		'access-control-allow-headers': 'authorization, content-type, last-event-id',
		'access-control-expose-headers': 'etag, retry-after',
		vary: 'origin'
	};
}

import { problem } from './problem';

const loopback = /^(localhost|127(?:\.\d{1,3}){3}|\[::1\])(?::\d+)?$/i;

/**
 * Refuses calls that a page of another origin made, or that came under another name than this
 * machine's own. Calls without an Origin, such as a script's, are served. `DIAL_PICK_HOSTS` may
 * name further hosts, with commas between them, under which the service is to answer.
 */
export function guard(request: Request): Response | null {
	const host = request.headers.get('host') ?? '';
	const allowed = (process.env.DIAL_PICK_HOSTS ?? '').split(',').map((h) => h.trim());
	if (!loopback.test(host) && !allowed.includes(host)) {
		return problem(
			403,
			'Not served under this name',
			'The render service answers on this machine only.'
		).toResponse();
	}
	const origin = request.headers.get('origin');
	if (origin === null) return null;
	let from: string;
	try {
		from = new URL(origin).host;
	} catch {
		from = '';
	}
	if (from === host) return null;
	return problem(
		403,
		'Not served to other origins',
		`A page of ${origin} may not call this service.`
	).toResponse();
}

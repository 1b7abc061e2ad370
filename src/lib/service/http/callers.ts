import { createHash, timingSafeEqual } from 'node:crypto';
import { listed } from './environment';
import { problem, type ServiceProblem } from './problem';

/** Who may call: `DIAL_PICK_TOKENS` names them, as `anna:a-long-secret`, with commas between them. */
function callers(): { name: string; token: string }[] {
	return listed('DIAL_PICK_TOKENS')
		.map((one, i) => {
			const at = one.indexOf(':');
			return at < 0
				? { name: `caller-${i + 1}`, token: one }
				: { name: one.slice(0, at), token: one.slice(at + 1).trim() };
		})
		.filter(({ token }) => token);
}

/** Of one length whatever was sent, so that comparing takes the same time for all. */
const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** The name of who calls by a token; `here` where no tokens are given out; null for a stranger. */
function nameOf(request: Request): string | null {
	const known = callers();
	// A list without a usable token lets nobody in: it is no open door.
	if (!known.length) return process.env.DIAL_PICK_TOKENS ? null : 'here';
	const sent = /^Bearer +(\S+)$/i.exec(request.headers.get('authorization') ?? '')?.[1];
	if (!sent) return null;
	let found: string | null = null;
	// All are compared, whichever it is.
	for (const { name, token } of known)
		if (timingSafeEqual(digest(sent), digest(token))) found ??= name;
	return found;
}

/** A name that a caller gave, as a key of that caller's own: two callers may use the same name. */
export const ownKey = (caller: string, name: string): string => JSON.stringify([caller, name]);

/** Who calls, among those who may. */
export const callerOf = (request: Request): string => nameOf(request) ?? 'nobody';

/** What is answered to one who may not call, or null. */
export function stranger(request: Request): ServiceProblem | null {
	if (nameOf(request) !== null) return null;
	return problem(
		401,
		'A token is needed',
		request.headers.has('authorization')
			? 'The token that was sent is not known here. Ask whoever runs this service for another.'
			: 'This service is for those who have a token. Give it with the service\u2019s address.',
		undefined,
		{ 'www-authenticate': 'Bearer' }
	);
}

import { redisTrouble } from '$lib/service/queue';
import { callerOf } from '../callers';
import { notNow } from '../events';
import { answer, problem } from '../problem';
import { openApi } from './openapi';
import { cancelJob } from './cancel-job';
import { cancelTake } from './cancel-take';
import { describePicture } from './describe-picture';
import { fullerVersions } from './fuller-versions';
import { jobEvents } from './job-events';
import { jobStatus } from './job-status';
import { tellLimits } from './limits';
import { models } from './models';
import { readWords } from './read-words';
import { defineRoute, json, type Params, type Route } from './route';
import { sendImage } from './send-image';
import { sendJob } from './send-job';
import { takeImage } from './take-image';
import { teachAdapter } from './teach-adapter';

/** Every call of the contract. A new one is a file and a line here; the OpenAPI document follows. */
export const contract: readonly Route[] = [
	models,
	tellLimits,
	sendJob,
	jobStatus,
	cancelJob,
	cancelTake,
	jobEvents,
	sendImage,
	teachAdapter,
	readWords,
	fullerVersions,
	describePicture,
	takeImage
];

const describeService = defineRoute({
	method: 'get',
	path: '/openapi.json',
	summary: 'The contract as an OpenAPI document',
	responses: { '200': { description: 'OpenAPI 3.1' } },
	handle: () => json(openApi(contract))
});

const patterns = [...contract, describeService].map((route) => ({
	route,
	parts: route.path.slice(1).split('/')
}));

/** The values of a path's braces where it is an address's path; null where it is another. */
function paramsOf(parts: readonly string[], given: readonly string[]): Params | null {
	if (parts.length !== given.length) return null;
	const params: Params = {};
	for (const [i, part] of parts.entries()) {
		const name = /^\{(\w+)\}$/.exec(part)?.[1];
		if (name && given[i]) params[name] = given[i];
		else if (part !== given[i]) return null;
	}
	return params;
}

/** What is answered while the queue is away or full. */
function queueTrouble(cause: unknown) {
	const why = redisTrouble(cause);
	return why === null ? null : notNow(why);
}

/**
 * Answers a call of the service.
 * @param path below the service's address, decoded, without a slash at its ends
 */
export function serve(request: Request, path: string): Promise<Response> {
	const given = path.split('/');
	const found = patterns.flatMap(({ route, parts }) => {
		const params = paramsOf(parts, given);
		return params ? [{ route, params }] : [];
	});
	const method = request.method.toLowerCase();
	// An answer to HEAD is that to GET; its body is not sent.
	const asked = method === 'head' ? 'get' : method;
	const one = found.find(({ route }) => route.method === asked);
	if (one)
		return answer(() => one.route.handle(request, one.params, callerOf(request)), queueTrouble);
	if (!found.length)
		return answer(() => {
			throw problem(404, 'There is no such call', 'The contract stands at openapi.json.');
		});
	const allow = found.map(({ route }) => route.method.toUpperCase()).join(', ');
	return answer(() => {
		throw problem(405, 'Not with this method', `Use ${allow}.`, undefined, { allow });
	});
}

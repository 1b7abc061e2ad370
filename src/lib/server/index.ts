import { Jobs } from './jobs';
import { openPool } from './pool';

export { readJob } from './admission';
export { guard } from './guard';
export { limits } from './limits';
export { answer } from './problem';
export { eventStream } from './event-stream';

const place = globalThis as { dialPickJobs?: Jobs };

/** The service's jobs, opened at the first call and kept when code is reloaded. */
export function jobs(): Jobs {
	return (place.dialPickJobs ??= new Jobs(openPool()));
}

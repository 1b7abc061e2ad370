import { Jobs } from './jobs';
import { Images } from './images';
import { openPool } from './pool';
import { Teaching } from './teaching';

import type { Shelf } from './admission';

export { readJob } from './admission';
export { readBytes, readJson } from './body';
export { guard, letRead } from './guard';
export { limits } from './limits';
export { answer } from './problem';
export { eventStream } from './event-stream';
export { describeImage, readWords, writeFuller } from './words';

const place = globalThis as { dialPickJobs?: Jobs; dialPickShelf?: Shelf };

/** The service's jobs, opened at the first call and kept when code is reloaded. */
export function jobs(): Jobs {
	return (place.dialPickJobs ??= new Jobs(openPool()));
}

/** Pictures and taught adapters that takes may ask for. */
export function shelf(): Shelf {
	if (!place.dialPickShelf) {
		const images = new Images();
		place.dialPickShelf = { images, teaching: new Teaching(images) };
	}
	return place.dialPickShelf;
}

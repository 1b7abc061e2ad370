import type { Take } from '$lib/core/schema';

/** A take whose picture came in damaged: it can be made again, and what it cost stays known. */
export const withoutItsPicture = (take: Take): Take => ({
	...take,
	state: 'failed',
	message: 'The picture of this take was damaged in the file that it came from. Make it again.'
});

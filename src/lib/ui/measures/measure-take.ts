import { missingMeasures } from '$lib/core/measure';
import type { Measured, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { measure } from '$lib/workers';

/**
 * What is measured in a take's picture, kept with it; null where it has none. Throws where the
 * picture cannot be read.
 */
export async function measureTake({
	id: takeId,
	briefId
}: Pick<Take, 'id' | 'briefId'>): Promise<Measured | null> {
	// Another tab may have been quicker.
	const known = await store.measuresOfTake(takeId);
	if (known && !missingMeasures(known).length) return known;
	const stored = await store.pictureOf(takeId);
	if (!stored) return known ?? null;
	const measured = await measure(stored.picture, known);
	await store.keepMeasures({ ...measured, takeId, briefId });
	return measured;
}

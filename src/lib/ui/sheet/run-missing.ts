import type { Made } from '$lib/core/dials';
import { rackOfMany } from '$lib/core/plan';
import type { Design } from '$lib/core/schema';
import * as store from '$lib/store';
import { newPlan } from '$lib/ui/shared';

/** Puts combinations that a sheet lacks into the queue, as a plan of their own. */
export async function runMissing(briefId: string, made: readonly Made[]): Promise<void> {
	const design: Design =
		made.length > 1 ? { kind: 'fraction', settings: made.length, pairs: [] } : { kind: 'all' };
	const plan = newPlan(briefId, design, rackOfMany(made));
	await store.addPlan(plan, made, () => crypto.randomUUID());
}

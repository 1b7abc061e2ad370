import { combinations, workOut } from '$lib/core/plan';
import type { Plan } from '$lib/core/schema';
import * as store from '$lib/store';
import { freshSeeds, newPlan } from '$lib/ui/shared';
import { workOutDesign } from '$lib/workers';

/** Runs the settings of a plan once more on seeds that it did not have. */
export async function runAgain(plan: Plan): Promise<void> {
	const { design, rack } = plan;
	const fresh = { ...rack, seed: freshSeeds(rack.seed.length) };
	const worked =
		design.kind === 'fraction' ? await workOutDesign(fresh, design) : workOut(fresh, design);
	await store.addPlan(
		newPlan(plan.briefId, design, worked.rack),
		combinations(worked.rack, worked),
		() => crypto.randomUUID()
	);
}

import type { Design, Plan, PlanRack } from '$lib/core/schema';

/** A plan that was not sent yet, at the end of the queue. */
export function newPlan(briefId: string, design: Design, rack: PlanRack): Plan {
	const now = Date.now();
	return {
		id: crypto.randomUUID(),
		briefId,
		design,
		rack,
		job: null,
		key: crypto.randomUUID(),
		stopped: false,
		paused: false,
		place: now,
		createdAt: now
	};
}

import { runSays } from '$lib/core/rework';
import type { Plan, Take } from '$lib/core/schema';
import type { Known } from '$lib/core/sheet';

/** A run, what it is called, how many takes it has and when it was begun. */
export interface Run {
	id: string;
	says: string;
	count: number;
	at: number;
	/** Whether it is of another brief. */
	beside: boolean;
}

/**
 * All runs that takes are of, each with what it is called: those of a brief in their order, then those of
 * another brief whose takes stand beside.
 */
export function runsOf(takes: readonly Take[], plans: readonly Plan[], known: Known): Run[] {
	const byRun = new Map<string, Take[]>(plans.map(({ id }) => [id, []]));
	for (const take of takes) {
		const own = byRun.get(take.planId);
		if (own) own.push(take);
		else byRun.set(take.planId, [take]);
	}
	const planOf = new Map(plans.map((plan) => [plan.id, plan]));
	return [...byRun].map(([id, own]) => {
		const plan = planOf.get(id);
		const count = own.length;
		if (plan) {
			const says = plan.name ?? runSays(own, plan.elsewhere, known);
			return { id, says, count, at: plan.createdAt, beside: false };
		}
		const [{ briefId, createdAt }] = own;
		const says = `${known.briefs?.get(briefId) ?? 'another brief'}: ${runSays(own, false, known)}`;
		return { id, says, count, at: createdAt, beside: true };
	});
}

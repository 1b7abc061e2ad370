import { costOf, planProblems, reckon, type PlanCost } from '$lib/core/plan';
import { credits, openAccount, session, type Work } from '$lib/ui/shared';
import type { OnDials } from './onto';

/** A proposal that can run on this brief's dials, with its price. */
export interface Proposed<Of> {
	of: Of;
	plan: OnDials;
	cost: PlanCost;
	/** Its price, and what is left if that is less. */
	says: string;
}

/** Prices proposals against what is left of the brief and of the day. */
export function openProposals(work: Work) {
	const account = openAccount(work);

	/** What is too much, in words; empty if it isn't. */
	function tooMuch(cost: number): string {
		if (!account.current) return '';
		const { over, room } = reckon(account.current, cost);
		if (!over) return '';
		return `, more than the ${credits(room)} left ${over === 'day' ? 'for today' : 'in this brief'}`;
	}

	return {
		/** Returns a proposal with its price; null if the models can't run it as it stands. */
		priced: <Of>(of: Of, plan: OnDials | null): Proposed<Of> | null => {
			if (!plan || planProblems(plan.rack, session.cards, plan).length) return null;
			const cost = costOf(plan.rack, session.cards, session.threads, plan);
			const says = `${credits(cost.credits)} credits${tooMuch(cost.credits)}`;
			return { of, plan, cost, says };
		}
	};
}

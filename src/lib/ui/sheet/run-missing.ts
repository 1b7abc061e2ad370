import type { Made } from '$lib/core/dials';
import { chosenFrom, orderOf, rackOfMany } from '$lib/core/plan';
import type { Design } from '$lib/core/schema';
import { addOrder, door, largestPart, many, newPlan, session } from '$lib/ui/shared';

/** Asks to put combinations that a sheet lacks into the queue, as a plan of their own. */
export function runMissing(briefId: string, made: readonly Made[]): Promise<boolean> {
	const design: Design =
		made.length > 1 ? { kind: 'fraction', settings: made.length, pairs: [] } : { kind: 'all' };
	const of = (some: readonly Made[]) => {
		const rack = rackOfMany(some);
		const plan = newPlan(briefId, { design, rack, chosen: chosenFrom(rack, some) });
		return {
			takes: some.length,
			credits: orderOf(some, session.cards).credits,
			go: () => addOrder(plan, some, some.length)
		};
	};
	return door.pass({
		briefId,
		what: `Make what the sheet lacks: ${many(made.length, 'combination')}`,
		seconds: null,
		...of(made),
		parts: (room) =>
			largestPart(
				made.length,
				room,
				(count) => of(made.slice(0, count)),
				() => 'Make the first ones'
			)
	});
}

import type { Made } from '$lib/core/dials';
import { orderOf } from '$lib/core/plan';
import { addOrder, door, largestPart, many, planOf, session } from '$lib/ui/shared';

/** Asks to put combinations that a sheet lacks into the queue, as a plan of their own. */
export function runMissing(briefId: string, made: readonly Made[]): Promise<boolean> {
	const of = (some: readonly Made[]) => ({
		takes: some.length,
		credits: orderOf(some, session.cards).credits,
		go: () => addOrder(planOf(briefId, some), some, some.length)
	});
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

import type { Made } from '$lib/core/dials';
import {
	againProblems,
	chosenFrom,
	combinations,
	costOf,
	expectedCredits,
	keptChoice,
	onFreshSeeds,
	orderOf,
	rackOfMany,
	type Chosen
} from '$lib/core/plan';
import type { Design, Line, Plan, PlanRack, Take } from '$lib/core/schema';
import { lineWith } from '$lib/core/rework';
import * as store from '$lib/store';
import { door, largestPart } from './door.svelte';
import { many } from './say';
import { freshSeeds } from './seeds';
import { session } from './session.svelte';

/** A plan that was not sent yet, at the end of the queue. */
export function newPlan(
	briefId: string,
	{ design, rack, chosen }: { design: Design; rack: PlanRack; chosen: Chosen },
	elsewhere = false
): Plan {
	const now = Date.now();
	return {
		id: crypto.randomUUID(),
		briefId,
		design,
		rack,
		chosen: keptChoice(chosen),
		elsewhere,
		stopped: elsewhere,
		paused: false,
		place: now,
		createdAt: now
	};
}

/** A plan of settings that were put together one by one. */
export function planOf(briefId: string, made: readonly Made[]): Plan {
	const rack = rackOfMany(made);
	return newPlan(briefId, {
		design:
			made.length > 1 ? { kind: 'fraction', settings: made.length, pairs: [] } : { kind: 'all' },
		rack,
		chosen: chosenFrom(rack, made)
	});
}

/** What a take is going to cost by its model's card. */
const expected = (made: Made) => expectedCredits(made, session.cards);

/** Takes with what they come from. */
export function* withLine<T extends Made>(
	takes: Iterable<T>,
	line?: Line
): Iterable<T & { line?: Line }> {
	for (const made of takes) yield line ? { ...made, line } : made;
}

/** Puts a plan into the queue. What lets it in is the door. Pictures of takes that come along stand in the line. */
export async function addOrder(
	plan: Plan,
	takes: Iterable<Made & Pick<Take, 'line'>>,
	count: number,
	within?: store.Within
): Promise<void> {
	const of = await store.takesOfStarts(plan.briefId);
	function* withBrought() {
		for (const made of takes) {
			const line = lineWith(made.settings, (image) => of.get(image), made.line);
			yield line.length ? { ...made, line } : made;
		}
	}
	const newId = () => crypto.randomUUID();
	await store.addPlan(plan, withBrought(), count, newId, expected, within);
}

/** Why the settings of a plan cannot be run once more, as a sentence; null when they can. */
export function whyNotAgain(plan: Plan): string | null {
	if (!session.cards.length) return 'The render service has not answered yet.';
	return againProblems(plan, session.cards)[0]?.says ?? null;
}

/** Asks to run the settings that a plan ran once more, on seeds that it did not have. */
export async function runAgain(plan: Plan): Promise<boolean> {
	const of = (count: number) => {
		const next = onFreshSeeds(plan, freshSeeds(count));
		const cost = costOf(next.rack, session.cards, session.threads, next.chosen as Chosen);
		const go = (within: store.Within) => {
			const chosen = next.chosen as Chosen;
			const again = newPlan(plan.briefId, { ...next, chosen });
			return addOrder(again, combinations(next.rack, chosen), cost.takes, within);
		};
		return { ...cost, go };
	};
	const seeds = plan.rack.seed.length;
	return door.pass({
		briefId: plan.briefId,
		what: `The same settings on ${many(seeds, 'fresh seed')}`,
		...of(seeds),
		parts: (room) => largestPart(seeds, room, of, (count) => `Run ${count} of ${seeds} seeds`)
	});
}

/** Asks to make takes of a plan that failed or were given up. */
export async function tryAgain(plan: Plan, takes: readonly Take[]): Promise<boolean> {
	const of = (some: readonly Take[]) => ({
		takes: some.length,
		credits: orderOf(some, session.cards).credits,
		go: (within: store.Within) =>
			store.reopenTakes(
				plan.id,
				some.map(({ id }) => id),
				expected,
				within
			)
	});
	return door.pass({
		briefId: plan.briefId,
		what: takes.length === 1 ? `Make take ${takes[0].number}` : 'Make what is not made yet',
		seconds: null,
		...of(takes),
		parts: (room) =>
			largestPart(
				takes.length,
				room,
				(count) => of(takes.slice(0, count)),
				() => 'Make the first ones'
			)
	});
}

/** Asks to go on with a plan whose price was not said here: it came in with an archive. */
export async function goOnWith(plan: Plan, open: readonly Take[]): Promise<boolean> {
	const { briefId, id } = plan;
	const { credits } = orderOf(open, session.cards);
	// What waits in the queue is reckoned already: it is not to be counted twice.
	const known = open.reduce((sum, take) => sum + (take.expected ?? 0), 0);
	return door.pass({
		briefId,
		what: 'Go on with this run',
		takes: open.length,
		credits,
		reckoned: known,
		seconds: null,
		go: () => store.pausePlan(id, false)
	});
}

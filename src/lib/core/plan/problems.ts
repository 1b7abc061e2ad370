import {
	dialOf,
	isAtRest,
	ownsStops,
	rackDials,
	withStops,
	type Dial,
	type DialId,
	type DialProblem,
	type Stop
} from '$lib/core/dials';
import type { ModelCard, PlanRack, Rack } from '$lib/core/schema';
import { listed } from '$lib/core/wording';
import { countChosen, everything, type Chosen } from './combine';

/** More takes than this in one run are taken for a slip. */
const MOST_TAKES = 100_000;

/** Why a plan cannot be run: a sentence, and the dial where it is to be mended. */
export interface PlanProblem {
	dial: DialId;
	says: string;
	/** What mends it, as a button says, and the stops that it sets; none where words are to be written. */
	mend?: Mend;
}

/** A change of the rack that takes a problem away. */
interface Mend {
	says: string;
	/** Absent where it is mended under Words. */
	change?: Partial<Rack>;
}

/**
 * Checks a plan against its models' cards, as each dial says what it needs. An empty list means that
 * it can be run.
 */
export function planProblems(
	rack: PlanRack,
	cards: readonly ModelCard[],
	chosen: Chosen = everything,
	maxTakes = MOST_TAKES
): PlanProblem[] {
	const all = rackDials.map(dialOf);
	const models = rack.model.flatMap((id) => cards.find((card) => card.id === id) ?? []);
	const stopsOf = ({ id }: Dial<DialId>) => rack[id] as readonly unknown[];
	const problems = [
		...all.flatMap((dial) =>
			stopsOf(dial).length
				? []
				: problem(dial, { says: `${dial.label} has no stop: set at least one.` })
		),
		...all.flatMap((dial) =>
			(dial.problems?.({ stops: stopsOf(dial), cards }) ?? []).map((one) => problem(dial, one))
		),
		...models.flatMap((card) =>
			all.flatMap((dial) =>
				(
					dial.problemsOf?.(card, {
						stops: stopsOf(dial),
						own: ownsStops(rack, dial.id),
						rack,
						cards
					}) ?? []
				).map((one) => problem(dial, one))
			)
		),
		...all.flatMap((dial) => unfollowed(dial).map((one) => problem(dial, one))),
		...crowded()
	];
	const takes = countChosen(rack, chosen);
	if (takes > maxTakes)
		problems.push({
			dial: 'seed',
			says: `${takes} takes are more than the ${maxTakes} that one run may have: take stops off.`
		});
	return problems;

	function problem({ id }: Dial<DialId>, { says, mend }: DialProblem): PlanProblem {
		const change = mend?.change;
		const [stops] = change && id in change ? [change[id] as readonly Stop[]] : [];
		return {
			dial: id,
			says,
			...(mend
				? {
						mend: {
							says: mend.says,
							...(change
								? {
										change: {
											...change,
											...(stops ? withStops(rack, id, stops) : {})
										}
									}
								: {})
						}
					}
				: {})
		};
	}

	/** Dials that lend more pictures together than one take may have. */
	function crowded(): PlanProblem[] {
		const lenders = all.flatMap((dial) => {
			const { pictures, lends } = dial;
			if (!pictures || lends === undefined) return [];
			const most = Math.max(0, ...rack[dial.id].map((stop: Stop) => pictures(stop).length));
			return most ? [{ dial, lends, most }] : [];
		});
		const together = lenders.reduce((sum, { most }) => sum + most, 0);
		const last = lenders.at(-1);
		if (!last || lenders.length < 2 || together <= last.lends) return [];
		return [
			problem(last.dial, {
				says: `${together} pictures lend to one take (${listed(lenders.map(({ dial, most }) => `${most} under \u201c${dial.label}\u201d`))}): no more than ${last.lends} lend at once. Take some off.`
			})
		];
	}

	/** A dial that varies although what it follows does nothing. */
	function unfollowed({ id, follows }: Dial<DialId>): DialProblem[] {
		if (!follows || rack[id].length < 2) return [];
		const leader = dialOf(follows.dial as DialId);
		const stops: readonly Stop[] = rack[leader.id];
		const others = stops.filter((stop) => !isAtRest(leader, [stop]));
		if (others.length === stops.length) return [];
		return others.length
			? [
					{
						says: follows.beside,
						mend: {
							says: `Take \u201c${leader.format(leader.rest as Stop)}\u201d off`,
							change: { [leader.id]: others }
						}
					}
				]
			: [
					{
						says: follows.alone,
						mend: {
							says: `Hold the ${dialOf(id).label.toLowerCase()}`,
							change: { [id]: rack[id].slice(0, 1) }
						}
					}
				];
	}
}

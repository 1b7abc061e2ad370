import { sizeAfter } from '$lib/core/edits';
import type { MarkKind, Take } from '$lib/core/schema';
import type { WallGroup, WallItem } from './wall';

/** A take as it hangs on a wall. */
export interface HungTake extends WallItem {
	take: Take;
}

/** How the takes of a wall are put in order. */
export type WallOrder = 'stop' | 'made' | 'marks' | 'measure';

const markGroups = [
	['keep', 'kept'],
	['maybe', 'maybe'],
	['none', 'not judged'],
	['drop', 'dropped']
] as const satisfies readonly (readonly [MarkKind | 'none', string])[];

const hung = (takes: readonly Take[]): HungTake[] =>
	takes.map((take) => {
		const { width, height } = sizeAfter(take.settings, take.edits);
		return { id: take.id, ratio: width / height, take };
	});

/**
 * The takes of a wall, in groups: by run as they came, the newest first, by their marks, or those with
 * most of a measure first.
 *
 * @param runs runs in their order, with what they are called
 * @param score how much of the measure a take has; undefined where it was not measured
 */
export function hanging(
	takes: readonly Take[],
	order: WallOrder,
	of: {
		runs: readonly { id: string; says: string }[];
		mark: (take: Take) => MarkKind | undefined;
		score: (take: Take) => number | undefined;
	}
): WallGroup<HungTake>[] {
	const one = (all: readonly Take[]) => [{ key: order, says: '', items: hung(all) }];
	switch (order) {
		case 'made':
			return one([...takes].sort((a, b) => (b.madeAt ?? Infinity) - (a.madeAt ?? Infinity)));
		case 'measure': {
			const scores = new Map(takes.map((take) => [take, of.score(take) ?? -Infinity]));
			return one([...takes].sort((a, b) => scores.get(b)! - scores.get(a)!));
		}
		case 'marks':
			return markGroups.flatMap(([mark, says]) => {
				const own = takes.filter((take) => (of.mark(take) ?? 'none') === mark);
				return own.length
					? [{ key: mark, says: `${says} \u00b7 ${own.length}`, items: hung(own) }]
					: [];
			});
		case 'stop': {
			const byRun = new Map<string, Take[]>();
			for (const take of takes) {
				const own = byRun.get(take.planId);
				if (own) own.push(take);
				else byRun.set(take.planId, [take]);
			}
			if (byRun.size === 1) return one(takes);
			const known = new Map(of.runs.map(({ id, says }) => [id, says]));
			return [...byRun].map(([id, own]) => ({
				key: id,
				says: known.get(id) ?? `${own.length}`,
				items: hung(own)
			}));
		}
	}
}

import { AS_GOOD, pairsLeft } from '$lib/core/judge';
import { figureOf, shareOf, type Figure } from '../drawn';
import { defineFinding } from '../finding';
import { many, percent, settingSays, sure } from '../words';
import type { Known } from '../known';
import { takeWorths } from '../take-worths';

/** How a setting stands, in figures. */
export interface Contender {
	/** Place among the settings of the evidence. */
	setting: number;
	/** Stops by dial, as keys. */
	stops: Record<string, string>;
	says: string;
	/** Chance of being the best of all settings that were made. */
	chance: number;
	/** Worth that is lost on average where another one is best. */
	loss: number;
	/** Preference over an even take, 0 to 1. */
	preferred: Figure;
}

export interface Best {
	settled: boolean;
	best: Contender;
	/** The next one, with the chance that it is as good, and that the best one is better than it. */
	next: (Contender & { asGood: number; beaten: number }) | null;
	/** About how many pairs more settle it: 0 when it is, null for more than can be said. */
	pairsLeft: number | null;
	judged: { marks: number; blindMarks: number; pairs: number; judges: number };
	/** Takes of the best settings, by id: the one that shows them best first. */
	shownBy: string[];
	/** Every setting that was made, the one that loses least first. */
	all: Placed[];
}

/** Where a setting stands among all. */
export interface Placed {
	stops: Record<string, string>;
	says: string;
	chance: number;
	loss: number;
	/** Chance that it is as good as the best one. */
	asGood: number;
}

export function contender(
	{ evidence, settings, worths, standing, preferred }: Known,
	setting: number
): Contender {
	const { stops } = settings[setting];
	return {
		setting,
		stops: Object.fromEntries(evidence.dials.map(({ id, stops: of }, d) => [id, of[stops[d]].key])),
		says: settingSays(evidence, stops),
		chance: standing.chance[setting],
		loss: standing.loss[setting],
		preferred: figureOf(preferred((d) => worths.values[setting * worths.draws + d]))
	};
}

/** Settings that are placed: those beyond lose most. */
const MOST_PLACED = 500;

/** Stops of a setting by dial, as keys. */
const stopsBy = ({ evidence, settings }: Known, setting: number): Record<string, string> =>
	Object.fromEntries(
		evidence.dials.map(({ id, stops }, d) => [id, stops[settings[setting].stops[d]].key])
	);

/** Where a setting stands among all. */
export function placed(known: Known, s: number): Placed {
	const { evidence, settings, standing, worths } = known;
	const over = (d: number) =>
		worths.values[standing.best * worths.draws + d] - worths.values[s * worths.draws + d];
	return {
		stops: stopsBy(known, s),
		says: settingSays(evidence, settings[s].stops),
		chance: standing.chance[s],
		loss: standing.loss[s],
		asGood: shareOf(worths.draws, (d) => over(d) < AS_GOOD)
	};
}

/** Takes of a setting: kept ones first, then by worth. */
function shownBy(known: Known, setting: number): string[] {
	const worths = takeWorths(known);
	const rank = { keep: 2, maybe: 1, drop: -1 } as const;
	const of = (i: number) => {
		const mark = known.marks.get(known.evidence.takes[i].id)?.mark;
		return (mark ? rank[mark] : 0) * 10 + worths[i];
	};
	return [...known.settings[setting].takes]
		.sort((a, b) => of(b) - of(a))
		.map((i) => known.evidence.takes[i].id);
}

export const judgedIn = ({ marks, pairs }: Known['evidence']): Best['judged'] => ({
	marks: marks.length,
	blindMarks: marks.filter(({ blind }) => blind).length,
	pairs: pairs.length,
	judges: new Set([...marks, ...pairs].map(({ judge }) => judge)).size
});

export const best = defineFinding<'best', Best>({
	id: 'best',
	question: 'Which settings are best?',
	reckoned:
		'From all marks and blind pairs in one model, 2000 draws of what may be true are made. The best settings are those that lose least on average over the draws; sure is the share of draws in which none is better. Settled: less than 0.12 of worth (about 3% of preference) is lost on average, and at most 3 draws in 100 lose much.',
	source: 'Rao and Kupper 1967; McCullagh 1980; Rue, Martino and Chopin 2009',
	place: 'answer',
	compute: (known) => {
		const { evidence, fit, worths, standing, settings } = known;
		if (settings.length < 2 || (!evidence.marks.length && !evidence.pairs.length)) return [];
		const first = contender(known, standing.best);
		const order = settings.map((_, s) => s).sort((a, b) => standing.loss[a] - standing.loss[b]);
		const second = order.find((s) => s !== standing.best)!;
		const over = (s: number, d: number) =>
			worths.values[standing.best * worths.draws + d] - worths.values[s * worths.draws + d];
		const next = {
			...contender(known, second),
			asGood: shareOf(worths.draws, (d) => over(second, d) < AS_GOOD),
			beaten: shareOf(worths.draws, (d) => over(second, d) > 0)
		};
		const left = pairsLeft(fit, worths, standing);
		const data: Best = {
			settled: standing.settled,
			best: first,
			next,
			pairsLeft: Number.isFinite(left) ? left : null,
			judged: judgedIn(evidence),
			shownBy: shownBy(known, standing.best),
			all: order.slice(0, MOST_PLACED).map((s) => placed(known, s))
		};
		const says = standing.settled
			? `Settled: ${first.says}. ${sure(first.chance)} sure that nothing is better; the next one, ${next.says}, is as good with a chance of ${sure(next.asGood)}.`
			: `Not settled yet. ${first.says} is ahead, with a chance of ${sure(first.chance)} of being best; ${next.says} may be as good (${sure(next.asGood)}). ${
					data.pairsLeft === null
						? 'More than 200 pairs would be needed: other takes tell more than more pairs do.'
						: `About ${many(data.pairsLeft, 'pair')} more would settle it.`
				}`;
		return [
			{
				id: 'best',
				about: 'Best settings',
				says,
				data,
				drawing: null,
				table: {
					columns: ['settings', 'chance of being best', 'loss', 'preferred', 'from', 'to'],
					rows: order.slice(0, 20).map((s) => {
						const one = contender(known, s);
						return [
							one.says,
							percent(one.chance),
							one.loss.toFixed(2),
							percent(one.preferred.mean),
							percent(one.preferred.low),
							percent(one.preferred.high)
						];
					})
				}
			}
		];
	}
});

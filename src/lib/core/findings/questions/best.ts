import { AS_GOOD, pairsLeft, SETTLED } from '$lib/core/judge';
import { shareOf, type Figure } from '../drawn';
import { defineFinding } from '../finding';
import type { Known } from '../known';
import { takeScores } from '../take-scores';
import { capital, many, percent, short, sure } from '../words';

/** How a setting stands, in figures. */
export interface Contender {
	/** Index among the settings of the evidence. */
	setting: number;
	/** Stops by dial, as keys. */
	stops: Record<string, string>;
	says: string;
	/** Chance of being the best of all settings that were made. */
	chance: number;
	/** Score lost on average where another one is best. */
	loss: number;
	/** Preference over an average take, 0 to 1. */
	preferred: Figure;
}

export interface Best {
	/** Whether the answer stands. */
	settled: boolean;
	/** Whether the figures are rough: the model's draws don't fit these judgements well. */
	rough: boolean;
	best: Contender;
	/** The next one, with the chance that it is as good, and that the best one is better than it. */
	next: (Contender & { asGood: number; beaten: number }) | null;
	/** About how many more pairs decide it: 0 when it is decided, null for more than can be told. */
	pairsLeft: number | null;
	/** What is worth doing now, in a sentence. */
	now: string;
	judged: {
		marks: number;
		blindMarks: number;
		pairs: number;
		/** Those of the pairs that were judged with the settings in sight. */
		openPairs: number;
		judges: number;
	};
	/** Takes of the best settings, by id, the one that shows them best first. */
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

/** Stops of a setting by dial, as keys. */
const stopsBy = ({ evidence, settings }: Known, setting: number): Record<string, string> =>
	Object.fromEntries(
		evidence.dials.map(({ id, stops }, d) => [id, stops[settings[setting].stops[d]].key])
	);

/** Chance that a setting is as good as the best one. */
export const asGoodAs = ({ standing, scores, score }: Known, setting: number): number =>
	shareOf(scores.draws, (d) => score(standing.best, d) - score(setting, d) < AS_GOOD);

/** Settings in their order: the best first, then those that lose least. */
export const inOrder = ({ settings, standing }: Known): number[] =>
	settings
		.map((_, s) => s)
		.sort(
			(a, b) =>
				Number(b === standing.best) - Number(a === standing.best) ||
				standing.loss[a] - standing.loss[b]
		);

export function contender(known: Known, setting: number): Contender {
	const { standing } = known;
	return {
		setting,
		stops: stopsBy(known, setting),
		says: known.says(setting),
		chance: standing.chance[setting],
		loss: standing.loss[setting],
		preferred: known.quality(setting)
	};
}

/** Settings that are listed at most: those beyond lose most. */
const MOST_PLACED = 500;

export const placed = (known: Known, s: number): Placed => ({
	stops: stopsBy(known, s),
	says: known.says(s),
	chance: known.standing.chance[s],
	loss: known.standing.loss[s],
	asGood: asGoodAs(known, s)
});

const RANK = { keep: 2, maybe: 1, drop: -1 } as const;

/** Takes of a setting: kept ones first, then by score. */
function shownBy(known: Known, setting: number): string[] {
	const scores = takeScores(known);
	const of = (i: number) => {
		const marks = known.marks.get(known.evidence.takes[i].id) ?? [];
		const rank = marks.reduce((sum, { mark }) => sum + RANK[mark], 0) / Math.max(1, marks.length);
		return rank * 10 + scores[i];
	};
	return [...known.settings[setting].takes]
		.sort((a, b) => of(b) - of(a))
		.map((i) => known.evidence.takes[i].id);
}

export const judgedIn = ({ marks, pairs }: Known['evidence']): Best['judged'] => ({
	marks: marks.length,
	blindMarks: marks.filter(({ blind }) => blind).length,
	pairs: pairs.length,
	openPairs: pairs.filter(({ open }) => open).length,
	judges: new Set([...marks, ...pairs].map(({ judge }) => judge)).size
});

/** What is worth doing next. */
function nowSays(settled: boolean, left: number, unjudged: number): string {
	if (settled)
		return 'More pairs won\u2019t change this. Save it as your pick and deliver it, or try it with another prompt.';
	if (unjudged)
		return `${many(unjudged, 'setting has', 'settings have')} no judgement yet. Judge ${unjudged === 1 ? 'it' : 'them'} first.`;
	if (!Number.isFinite(left))
		return 'More pairs of these takes won\u2019t decide it. Run the closest settings on fresh seeds.';
	return `About ${many(left, 'more pair')} should decide it.`;
}

export const best = defineFinding<'best', Best>({
	id: 'best',
	question: 'Which settings are best?',
	method: `All marks and blind pairs go into one model, which gives 2000 draws of what may be true. The best settings lose least on average over the draws. The answer counts as decided when less than ${short(SETTLED)} of score (about 3% of preference) is lost on average and at most 2 draws in 100 lose much.`,
	source: 'Rao and Kupper 1967; McCullagh 1980; Rue, Martino and Chopin 2009; Vehtari et al. 2024',
	place: 'answer',
	compute: (known) => {
		const { evidence, fit, scores, standing, settings, score } = known;
		if (settings.length < 2 || !known.judged) return [];
		const first = contender(known, standing.best);
		const order = inOrder(known);
		const second = order[1];
		const next = {
			...contender(known, second),
			asGood: asGoodAs(known, second),
			beaten: shareOf(scores.draws, (d) => score(standing.best, d) > score(second, d))
		};
		const left = pairsLeft(fit, scores, standing);
		const unjudged = settings.filter(({ judged }) => !judged).length;
		const now = nowSays(standing.settled, left, unjudged);
		const data: Best = {
			settled: standing.settled,
			rough: fit.rough,
			best: first,
			next,
			pairsLeft: Number.isFinite(left) ? left : null,
			now,
			judged: judgedIn(evidence),
			shownBy: shownBy(known, standing.best),
			all: order.slice(0, MOST_PLACED).map((s) => placed(known, s))
		};
		const rough = fit.rough ? ' These figures are still rough. Judge a few more.' : '';
		const says = standing.settled
			? `${capital(first.says)} is the best choice (${sure(first.chance)} likely to be the best). ${capital(next.says)} comes next (${sure(next.asGood)} likely to be just as good).`
			: `No clear winner yet. ${capital(first.says)} leads (${sure(first.chance)} likely to be the best). ${capital(next.says)} may be just as good (${sure(next.asGood)}).`;
		return [
			{
				id: 'best',
				about: 'Best settings',
				says: `${says}${rough}`,
				data,
				drawing: null,
				table: {
					columns: ['Settings', 'Chance of being best', 'Loss', 'Preferred', 'From', 'To'],
					rows: order.slice(0, 20).map((s) => {
						const one = contender(known, s);
						return [
							one.says,
							sure(one.chance),
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

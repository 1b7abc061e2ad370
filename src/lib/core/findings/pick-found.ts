import { AS_GOOD } from '$lib/core/judge';
import type { PickFound } from '$lib/core/schema';
import { shareOf } from './drawn';
import type { Known } from './known';
import { asGoodAs, contender, inOrder, judgedIn } from './questions/best';
import { keepersOf } from './questions/keepers';
import { wilson, Z90 } from './statistics';
import { judgedSays, listed, many, percent, short, span, sure } from './words';

/** The place of a setting among those that were made, by the keys of its stops; -1 where it was not. */
function settingAt({ evidence, settings }: Known, stops: Readonly<Record<string, string>>): number {
	const wanted = evidence.dials.map(({ id, stops: of }) =>
		of.findIndex(({ key }) => key === stops[id])
	);
	return settings.findIndex((one) => one.stops.every((stop, d) => stop === wanted[d]));
}

/**
 * What is known of one setting, as a pick keeps it; null where it was not made or nothing was said.
 * @param plan what was run, in words
 */
export function pickFound(
	known: Known,
	stops: Readonly<Record<string, string>>,
	plan: string
): PickFound | null {
	const { evidence, settings, standing, scores, score } = known;
	const at = settingAt(known, stops);
	const judged = judgedIn(evidence);
	// Settings that nobody judged have nothing that speaks for them.
	if (at < 0 || !settings[at].judged || settings.length < 2) return null;
	const one = contender(known, at);
	const keepers = keepersOf(known, at);
	const other = inOrder(known).find((s) => s !== at)!;
	const over = (d: number) => score(at, d) - score(other, d);
	return {
		settings: settings.length,
		plan,
		settled: standing.settled,
		best: at === standing.best,
		chance: Math.min(1, one.chance),
		loss: one.loss,
		preferred: one.preferred,
		kept: keepers && {
			count: keepers.kept.count,
			of: keepers.kept.of,
			low: keepers.kept.low,
			high: keepers.kept.high
		},
		keeps: keepers?.chance ?? null,
		cost: keepers?.cost ?? null,
		sure: keepers && Number.isFinite(keepers.sure) ? keepers.sure : null,
		runnerUp: {
			says: contender(known, other).says,
			asGood: shareOf(scores.draws, (d) => over(d) < AS_GOOD),
			beaten: shareOf(scores.draws, (d) => over(d) > 0)
		},
		judges: [...new Set([...evidence.marks, ...evidence.pairs].map(({ judge }) => judge))],
		marks: judged.marks,
		blindMarks: judged.blindMarks,
		pairs: judged.pairs,
		...(judged.openPairs ? { openPairs: judged.openPairs } : {})
	};
}

/** What later judgements say against settings that were picked. */
export interface Against {
	/** The settings that are best now. */
	best: string;
	/** Chance that the picked settings are as good. */
	asGood: number;
}

/** Below this chance of being as good, a pick is spoken against. */
const DOUBTED = 0.1;

/** What speaks against picked settings now; null where nothing does. */
export function speaksAgainst(
	known: Known,
	stops: Readonly<Record<string, string>>
): Against | null {
	const { settings, standing } = known;
	const at = settingAt(known, stops);
	if (at < 0 || at === standing.best || settings.length < 2) return null;
	if (!known.judged) return null;
	const asGood = asGoodAs(known, at);
	return asGood < DOUBTED ? { best: contender(known, standing.best).says, asGood } : null;
}

/** What findings said of a pick, line by line. */
export function foundSays(found: PickFound): [name: string, value: string][] {
	const { kept, keeps, cost, runnerUp, preferred } = found;
	const answer = !found.best
		? 'not the best by these judgements'
		: found.settled
			? 'the best settings, decided'
			: 'leading, not decided yet';
	const lines: [string, string | null][] = [
		['Compared', `${many(found.settings, 'setting')} (${found.plan})`],
		['Answer', answer],
		['Chance of being the best', sure(found.chance)],
		['Preferred to an average take', `${sure(preferred.mean)} (${span(preferred)})`],
		// Worked out from the counts: picks from before keep a 95% interval.
		[
			'Kept',
			kept?.of ? `${kept.count} of ${kept.of} (${span(wilson(kept.count, kept.of, Z90))})` : null
		],
		['Chance of a keeper', keeps && `${percent(keeps.mean)} (${span(keeps)})`],
		[
			'One keeper costs',
			cost && `${short(cost.mean, 1)} credits (${short(cost.low, 1)} to ${short(cost.high, 1)})`
		],
		['To be 95% sure of a keeper', found.sure === null ? null : many(found.sure, 'take')],
		[
			'Next best',
			runnerUp && `${runnerUp.says} (this pick is ${sure(runnerUp.beaten)} likely to beat it)`
		],
		[
			'Judged by',
			`${listed(found.judges.map((name) => name || 'the artist'))}: ${judgedSays(found)}`
		],
		['Intervals', 'hold 90%']
	];
	return lines.filter((line): line is [string, string] => line[1] !== null);
}

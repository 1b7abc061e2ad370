import {
	chooserOf,
	type Evidence,
	type Fit,
	type Setting,
	type Standing,
	type Scores
} from '$lib/core/judge';
import { drawn, figureOf, type Figure } from './drawn';
import { carriers } from './moved';
import { settingSays } from './words';

/** What findings are worked out from: evidence, the model fitted to it, and how settings stand. */
export interface Known {
	evidence: Evidence;
	fit: Fit;
	settings: Setting[];
	scores: Scores;
	standing: Standing;
	/** All marks of a take, by its id. */
	marks: ReadonlyMap<string, readonly Evidence['marks'][number][]>;
	/** For every dial, the one that it always moved with; -1 for one that moved by itself. */
	carriedBy: readonly number[];
	/** Whether anyone judged anything. */
	judged: boolean;
	/** Credits and seconds of a take of a setting, on average; undefined when none is known. */
	credits: (setting: number) => number | undefined;
	seconds: (setting: number) => number | undefined;
	/** Score of a setting in one draw. */
	score: (setting: number, draw: number) => number;
	/** A setting in words. */
	says: (setting: number) => string;
	/** Preference of a setting over an average take. */
	quality: (setting: number) => Figure;
	/** Chance in every draw that a take of a setting is a keeper; null when nothing was marked. */
	keeps: (setting: number) => Float64Array | null;
	/** Preference over an average take in every draw, or in some, of a score in each. */
	preferred: ReturnType<typeof drawn>['preferred'];
}

/** Works something out for a setting at most once. */
function once<T>(work: (setting: number) => T): (setting: number) => T {
	const known = new Map<number, T>();
	return (setting) => {
		let one = known.get(setting);
		if (one === undefined) known.set(setting, (one = work(setting)));
		return one;
	};
}

export function knownFrom(evidence: Evidence, fit: Fit): Known {
	const { settings, scores, standing } = chooserOf(fit);
	const mean = (of: 'credits' | 'seconds') => (setting: number) => {
		const values = settings[setting].takes.flatMap((i) => evidence.takes[i][of] ?? []);
		return values.length ? values.reduce((a, b) => a + b, 0) / values.length : undefined;
	};
	const marks = new Map<string, Evidence['marks'][number][]>();
	for (const mark of evidence.marks) marks.set(mark.take, [...(marks.get(mark.take) ?? []), mark]);
	const at = drawn(fit);
	const score = (setting: number, draw: number) => scores.values[setting * scores.draws + draw];
	return {
		evidence,
		fit,
		settings,
		scores,
		standing,
		marks,
		carriedBy: carriers(evidence),
		judged: evidence.marks.length + evidence.pairs.length > 0,
		credits: mean('credits'),
		seconds: mean('seconds'),
		score,
		says: once((setting) => settingSays(evidence, settings[setting].stops)),
		quality: once((setting) => figureOf(at.preferred((d) => score(setting, d)))),
		keeps: (setting) => (marks.size ? at.keeps((d) => score(setting, d)) : null),
		preferred: at.preferred
	};
}

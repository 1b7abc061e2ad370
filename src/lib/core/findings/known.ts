import {
	settingsOf,
	standingOf,
	worthsOf,
	type Evidence,
	type Fit,
	type Setting,
	type Standing,
	type Worths
} from '$lib/core/judge';
import { drawn } from './drawn';

/** What findings are reckoned from: evidence, the model fitted to it, and how settings stand. */
export interface Known {
	evidence: Evidence;
	fit: Fit;
	settings: Setting[];
	worths: Worths;
	standing: Standing;
	/** By the id of a take. */
	marks: ReadonlyMap<string, Evidence['marks'][number]>;
	/** Credits and seconds of a take of a setting, on average; undefined where none is known. */
	credits: (setting: number) => number | undefined;
	seconds: (setting: number) => number | undefined;
	/** Chance in every draw that a take of a setting is a keeper; null where nothing was marked. */
	keeps: (setting: number) => Float64Array | null;
	/** Preference over an even take in every draw, of a worth in every draw. */
	preferred: (worth: (draw: number) => number) => Float64Array;
}

export function knownFrom(evidence: Evidence, fit: Fit): Known {
	const settings = settingsOf(evidence);
	const worths = worthsOf(fit, settings);
	const mean = (of: 'credits' | 'seconds') => (setting: number) => {
		const values = settings[setting].takes.flatMap((i) => evidence.takes[i][of] ?? []);
		return values.length ? values.reduce((a, b) => a + b, 0) / values.length : undefined;
	};
	const marks = new Map(evidence.marks.map((mark) => [mark.take, mark]));
	const at = drawn(fit);
	return {
		evidence,
		fit,
		settings,
		worths,
		standing: standingOf(worths),
		marks,
		credits: mean('credits'),
		seconds: mean('seconds'),
		keeps: (setting) =>
			marks.size ? at.keeps((d) => worths.values[setting * worths.draws + d]) : null,
		preferred: at.preferred
	};
}

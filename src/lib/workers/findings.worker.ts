/// <reference lib="webworker" />
import { expose } from 'comlink';
import {
	findingsFrom,
	knownFrom,
	missingOf,
	pickFound,
	speaksAgainst,
	type Findings
} from '$lib/core/findings';
import { Sitting, type Evidence, type PairsAsked } from '$lib/core/judge';

/** Fits judgements and answers questions from them, off the page's thread. */
const sitting = new Sitting();

const api = {
	pairs: (asked: PairsAsked) => sitting.pairs(asked),
	findings: (evidence: Evidence): Findings => {
		const missing = missingOf(evidence);
		if (missing?.nothing) return { missing, said: [] };
		return findingsFrom(evidence, sitting.settled(evidence));
	},
	/** What is known of one setting. */
	found: (evidence: Evidence, stops: Record<string, string>, plan: string) =>
		missingOf(evidence)?.nothing
			? null
			: pickFound(knownFrom(evidence, sitting.settled(evidence)), stops, plan),
	/** What speaks against picked settings. */
	against: (evidence: Evidence, stops: Record<string, string>) =>
		missingOf(evidence)?.nothing
			? null
			: speaksAgainst(knownFrom(evidence, sitting.settled(evidence)), stops)
};
export type FindingsApi = typeof api;

expose(api);

/// <reference lib="webworker" />
import { expose } from 'comlink';
import { findingsFrom, missingOf, type Findings } from '$lib/core/findings';
import { Sitting, type Evidence, type PairsAsked } from '$lib/core/judge';

/** Fits judgements and answers questions from them, off the page's thread. */
const sitting = new Sitting();

const api = {
	pairs: (asked: PairsAsked) => sitting.pairs(asked),
	findings: (evidence: Evidence): Findings => {
		const missing = missingOf(evidence);
		if (missing?.nothing) return { missing, said: [] };
		return findingsFrom(evidence, sitting.fitted(evidence));
	}
};
export type FindingsApi = typeof api;

expose(api);

/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import {
	findingsOf,
	knownFrom,
	missingOf,
	pickFound,
	speaksAgainst,
	type Answered
} from '$lib/core/findings';
import { chooserOf, pairsFrom, Sitting, type Evidence, type PairsAsked } from '$lib/core/judge';
import { Narrower, type NarrowAsked } from '$lib/core/narrowing';

/** Fits judgements and answers questions from them, off the page's thread. */
const sitting = new Sitting();
const narrower = new Narrower();
const fitted = (evidence: Evidence) => sitting.whole(evidence);
const known = (evidence: Evidence) =>
	missingOf(evidence)?.nothing ? null : knownFrom(evidence, fitted(evidence));

const api = {
	pairs: (asked: PairsAsked) => sitting.pairs(asked),
	/** What comes next while settings are narrowed down. */
	narrow: (asked: NarrowAsked) => narrower.narrow(asked),
	/** Pairs for a ballot. */
	ballot: (evidence: Evidence, count: number) => pairsFrom(chooserOf(fitted(evidence)), count),
	/** Answers every question, and calls `tell` with each answer as it is ready. */
	findings: (evidence: Evidence, tell: (one: Answered) => void) =>
		findingsOf(evidence, fitted, tell),
	/** What is known of one setting. */
	found: (evidence: Evidence, stops: Record<string, string>, plan: string) => {
		const of = known(evidence);
		return of && pickFound(of, stops, plan);
	},
	/** What speaks against picked settings. */
	against: (evidence: Evidence, stops: Record<string, string>) => {
		const of = known(evidence);
		return of && speaksAgainst(of, stops);
	}
};
export type FindingsApi = typeof api;

expose(api);

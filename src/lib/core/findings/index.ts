import { fit, wantedFor, type Evidence, type Fit } from '$lib/core/judge';
import type { Said } from './finding';
import { knownFrom } from './known';
import { missingOf, type Missing } from './missing';
import { findings, type FindingId } from './questions';

export type { Figure } from './drawn';
export type { Drawing, FindingKind, Interval, Said, Table } from './finding';
export { gather, ofJudge, type Gathered } from './gather';
export { knownFrom, type Known } from './known';
export { foundSays, pickFound, speaksAgainst, type Against } from './pick-found';
export { scopesOf, takesOf, type Scope } from './scope';
export { missingOf, type Missing } from './missing';
export { findings, type FindingId } from './questions';
export { contender, judgedIn, type Best, type Contender } from './questions/best';
export { consistencyOf, type Consistency } from './questions/consistency';
export type { DialFinding } from './questions/dials';
export type { Hint } from './questions/hints';
export { keeperLines, type Keepers } from './questions/keepers';
export type { Proposal } from './questions/next';
export { seedsFor, type Round } from './questions/rounds';
export { creditsSay, judgedSays, percent, short, span, sure } from './words';

/** All that evidence says, question by question. */
export interface Findings {
	missing: Missing | null;
	said: { id: FindingId; question: string; items: Said[] }[];
}

/**
 * Answers every question that evidence answers.
 * @param fitted the fit of evidence; asked for only where there is something to be said
 */
export function findingsOf(
	evidence: Evidence,
	fitted: (evidence: Evidence) => Fit = (of) => fit(of, wantedFor(of))
): Findings {
	const missing = missingOf(evidence);
	if (missing?.nothing) return { missing, said: [] };
	const known = knownFrom(evidence, fitted(evidence));
	const said = findings.map(({ id, question, compute }) => ({
		id,
		question,
		items: compute(known)
	}));
	return { missing, said: said.filter(({ items }) => items.length) };
}
export { wilson } from './statistics';

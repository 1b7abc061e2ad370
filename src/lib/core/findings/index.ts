import { fit, wantedFor, type Evidence, type Fit } from '$lib/core/judge';
import { eachOnce } from './gather';
import type { Said } from './finding';
import { knownFrom } from './known';
import { missingOf, type Missing } from './missing';
import { findings, type FindingId } from './questions';

export type { Drawing, FindingKind, Interval, Said } from './finding';
export { comparable, gather, keyOf, ofJudge, type Gathered } from './gather';
export { knownFrom } from './known';
export { foundSays, pickFound, speaksAgainst, type Against } from './pick-found';
export { scopesOf, scopeWith, storedScope, takesOf, type Scope } from './scope';
export { missingOf } from './missing';
export { findings, type FindingId } from './questions';
export { judgedIn, type Best } from './questions/best';
export { consistencyOf, type Consistency } from './questions/consistency';
export type { DialFinding } from './questions/dials';
export type { Agreement } from './questions/judges';
export type { Hint } from './questions/hints';
export { keeperLines, type Keepers } from './questions/keepers';
export type { Proposal } from './questions/next';
export { seedsFor, type Round } from './questions/rounds';
export { judgedSays, percent, settingSays, sure } from './words';

/** Everything that evidence says, question by question. */
export interface Findings {
	missing: Missing | null;
	said: { id: FindingId; question: string; items: Said[] }[];
}

/** The answer to one question. */
export type Answered = Findings['said'][number];

/**
 * Answers every question that evidence answers.
 *
 * @param fitted the fit of evidence; asked for only if there is something to be said
 * @param tell called with each answer as it is ready, in the order of the register
 */
export function findingsOf(
	evidence: Evidence,
	fitted: (evidence: Evidence) => Fit = (of) => fit(of, wantedFor(of)),
	tell: (one: Answered) => void = () => undefined
): Findings {
	const each = eachOnce(evidence);
	const missing = missingOf(each);
	if (missing?.nothing) return { missing, said: [] };
	const known = knownFrom(each, fitted(each));
	const said: Answered[] = [];
	for (const { id, question, compute } of findings) {
		const one = { id, question, items: compute(known) };
		if (!one.items.length) continue;
		said.push(one);
		tell(one);
	}
	return { missing, said };
}
export { wilson } from './statistics';

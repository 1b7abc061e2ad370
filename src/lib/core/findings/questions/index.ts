import type { FindingKind } from '../finding';
import { best } from './best';
import { consistency } from './consistency';
import { dialFindings } from './dials';
import { faultsBySetting } from './faults';
import { price, time } from './frontier';
import { hints } from './hints';
import { judges } from './judges';
import { keepers } from './keepers';
import { next } from './next';
import { rounds } from './rounds';
import { together } from './together';

/**
 * Every question that evidence answers, in the order in which they are answered: the answer and the
 * dials first, what takes longest last. A new one is a file and a line here.
 */
const register = [
	best,
	dialFindings,
	rounds,
	together,
	keepers,
	price,
	time,
	faultsBySetting,
	hints,
	consistency,
	judges,
	next
] as const;

export type FindingId = (typeof register)[number]['id'];

export const findings: readonly FindingKind<FindingId>[] = register;

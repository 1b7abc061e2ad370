import { gather, type Gathered } from '$lib/core/findings';
import type { Evidence } from '$lib/core/judge';
import type { Answer, Ballot, Mark, Measured, Purse, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { live } from './live.svelte';
import { session } from './session.svelte';
import type { Work } from './work.svelte';

/** What was said of a brief's takes, whoever said it. */
export interface Judged {
	readonly ready: boolean;
	readonly answers: Answer[];
	readonly marks: Mark[];
	readonly ballots: Ballot[];
	/** Whose eyes: the artist is an empty text. */
	readonly judges: string[];
	/** All that evidence is gathered from. */
	gathered(): Gathered;
	/** @param apart whether takes are told apart even where no dial does */
	evidence(apart?: boolean, takes?: readonly Take[]): Evidence;
}

/** Whose judgements an address asks for; null for everyone's. The artist is an empty text, `me` there. */
export function judgeAsked(query: URLSearchParams): string | null {
	const judge = query.get('judge');
	return judge === 'me' ? '' : judge;
}

const noPurse: Purse = { dayAllowance: null, creditPrice: null, currency: 'USD' };

export function openJudged(work: Work): Judged {
	const of = <T>(ask: (id: string) => Promise<T>, initial: T) =>
		live(
			() =>
				(
					(id) => () =>
						ask(id)
				)(work.brief!.id),
			initial
		);
	const answers = of(store.answersOf, []);
	const marks = of(store.wholeMarksOf, []);
	const ballots = of(store.ballotsOf, []);
	const measured = of(store.measuresOf, new Map<string, Measured>());
	const faults = live(() => store.ownFaults, []);
	const purse = live(() => store.purse, noPurse);
	const judges = $derived([
		...new Set([
			...answers.current.map(({ judge }) => judge),
			...(marks.current.length ? [''] : [])
		])
	]);
	const gathered = (): Gathered => ({
		takes: work.takes,
		marks: marks.current,
		answers: answers.current,
		remarks: work.remarks,
		measured: measured.current,
		cards: session.cards,
		ownFaults: faults.current,
		purse: purse.current
	});
	return {
		get ready() {
			return work.ready && answers.ready && marks.ready && measured.ready;
		},
		get answers() {
			return answers.current;
		},
		get marks() {
			return marks.current;
		},
		get ballots() {
			return ballots.current;
		},
		get judges() {
			return judges;
		},
		gathered,
		evidence: (apart = false, takes = work.takes) => gather({ ...gathered(), takes, apart })
	};
}

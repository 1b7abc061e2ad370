import { createContext } from 'svelte';
import { destinationsOf, type Destination } from '$lib/core/frame';
import {
	withFields,
	type Brief,
	type Fields,
	type MarkKind,
	type Pick,
	type Plan,
	type Rack,
	type Remark,
	type Take
} from '$lib/core/schema';
import * as store from '$lib/store';
import { changeBrief, type Write } from './brief-change';
import { live, liveTakes } from './live.svelte';
import { many } from './say';
import { undo } from './undo.svelte';

/** The brief that is open, with all that belongs to it. */
export interface Work {
	readonly brief: Brief | undefined;
	readonly missing: boolean;
	/** Where its pictures go. */
	readonly destinations: readonly Destination[];
	readonly takes: Take[];
	/** The brief whose takes are looked at beside its own, and those takes. */
	readonly beside: { brief: Brief | undefined; takes: Take[] };
	/** Whether the takes have been read. */
	readonly ready: boolean;
	readonly plans: Plan[];
	/** Marks by take, of the takes beside too. */
	readonly marks: ReadonlyMap<string, MarkKind>;
	readonly picks: Pick[];
	/** Faults and notes, by take, of the takes beside too. */
	readonly remarks: ReadonlyMap<string, Remark>;
	change(change: Partial<OwnFields>): void;
	/** Changes what replaces something: it is said, with a button that takes it back. */
	replace(change: Partial<OwnFields>, told: string): void;
	setRack(change: Partial<Rack>): void;
	/** @param blind whether their settings were hidden */
	mark(takes: Take[], kind: MarkKind | null, blind?: boolean): Promise<void>;
	/** Notes a fault in takes, or takes it away from them when all have it. */
	fault(takes: Take[], fault: string): Promise<void>;
	note(take: Take, note: string): Promise<void>;
}

type OwnFields = Omit<Brief, 'id' | 'createdAt' | 'updatedAt'>;

/** What the store says of a brief, again whenever it changes or another brief is meant. */
const liveOf = <T>(id: () => string, ask: (id: string) => Promise<T>, initial: T) =>
	live(
		() =>
			(
				(of) => () =>
					ask(of)
			)(id()),
		initial
	);

/** What two maps say; the first one itself when the second says nothing. */
const both = <T>(one: Map<string, T>, two: Map<string, T>): Map<string, T> =>
	two.size ? new Map([...one, ...two]) : one;

/** @param besideId the brief whose takes are looked at beside, or an empty text */
export function openWork(id: () => string, besideId: () => string = () => ''): Work {
	const brief = liveOf(id, store.brief, undefined);
	const takes = liveTakes(id);
	// What was done in one brief is not taken back in another.
	$effect(() => () => undo.clear());
	const beside = {
		brief: liveOf(besideId, store.brief, undefined),
		takes: liveTakes(besideId),
		marks: liveOf(besideId, store.marksOf, new Map<string, MarkKind>()),
		remarks: liveOf(besideId, store.remarksOf, new Map<string, Remark>())
	};
	const plans = liveOf(id, store.plansOf, []);
	const ownMarks = liveOf(id, store.marksOf, new Map<string, MarkKind>());
	const picks = liveOf(id, store.picksOf, []);
	const ownRemarks = liveOf(id, store.remarksOf, new Map<string, Remark>());
	const marks = $derived(both(ownMarks.current, beside.marks.current));
	const remarks = $derived(both(ownRemarks.current, beside.remarks.current));
	const remark = async (edits: store.RemarkEdit[], what: string) => {
		const back = await store.editRemarks(edits, Date.now());
		undo.push({
			says: `${what} of ${many(edits.length, 'take')}`,
			...(edits.length > 1 ? { told: `Changed ${what} of ${many(edits.length, 'take')}.` } : {}),
			back: () => store.editRemarks(back, Date.now()),
			again: () => store.editRemarks(edits, Date.now())
		});
	};
	/** What was changed since what is stored: it shows at once, and the database follows. */
	let ahead = $state.raw<{ at: number; fields: Fields }>({ at: 0, fields: {} });
	const isAhead = $derived(ahead.at > (brief.current?.updatedAt ?? 0));
	const current = $derived(
		brief.current && (isAhead ? withFields(brief.current, ahead.fields) : brief.current)
	);
	const write: Write = (fields) => {
		// Two changes within a millisecond are told apart, too.
		const at = Math.max(Date.now(), ahead.at + 1, (brief.current?.updatedAt ?? 0) + 1);
		ahead = { at, fields: isAhead ? { ...ahead.fields, ...fields } : fields };
		return store.updateBrief(id(), fields, at);
	};
	const change = (next: Partial<OwnFields>, told?: string) => {
		if (current)
			void changeBrief($state.snapshot<Brief>(current), $state.snapshot(next), { told, write });
	};
	const destinations = $derived(destinationsOf(current?.destinations));
	return {
		get brief() {
			return current;
		},
		get missing() {
			return brief.ready && !brief.current;
		},
		get destinations() {
			return destinations;
		},
		get takes() {
			return takes.current;
		},
		get beside() {
			return { brief: beside.brief.current, takes: beside.takes.current };
		},
		get ready() {
			return takes.ready;
		},
		get plans() {
			return plans.current;
		},
		get marks() {
			return marks;
		},
		get picks() {
			return picks.current;
		},
		get remarks() {
			return remarks;
		},
		change,
		replace: change,
		setRack: (rack) => {
			if (current) change({ rack: { ...current.rack, ...rack } });
		},
		fault(chosen, fault) {
			const has = !chosen.every(({ id }) => remarks.get(id)?.faults.includes(fault));
			return remark(
				chosen.map(({ id, briefId }) => ({ takeId: id, briefId, change: { fault, has } })),
				'the fault'
			);
		},
		note: ({ id, briefId }, note) =>
			remark([{ takeId: id, briefId, change: { note } }], 'the note'),
		async mark(chosen, kind, blind = false) {
			const before = await store.markTakes(chosen, kind, Date.now(), blind);
			undo.push({
				says: `the mark of ${many(chosen.length, 'take')}`,
				...(chosen.length > 1 ? { told: markedSays(chosen.length, kind) } : {}),
				back: () => store.restoreMarks(before),
				again: () => store.markTakes(chosen, kind, Date.now(), blind)
			});
		}
	};
}

const MARKED: Record<MarkKind, string> = {
	keep: 'Kept',
	maybe: 'Marked as maybe:',
	drop: 'Dropped'
};

/** What was done to several takes at once. */
export const markedSays = (count: number, kind: MarkKind | null): string =>
	kind ? `${MARKED[kind]} ${many(count, 'take')}.` : `Took the marks off ${many(count, 'take')}.`;

const [work, provide] = createContext<Work>();

/** The brief that is open. */
export { work as useWork, provide as provideWork };

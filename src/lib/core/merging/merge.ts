import type { WholeBrief } from '$lib/core/formats';
import type {
	Answer,
	Ballot,
	Brief,
	Mark,
	Pick,
	Plan,
	Remark,
	Spending,
	Take,
	TaughtAdapter
} from '$lib/core/schema';

/** Chooses which of two rows with the same key stands, or combines them. */
type Rule<Row> = (here: Row, there: Row) => Row;

/** JSON with the fields of every object in order, so that equal rows give equal text. */
const textOf = (value: unknown): string =>
	JSON.stringify(value, (_, part: unknown) =>
		part && typeof part === 'object' && !Array.isArray(part)
			? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
			: part
	);

/**
 * Makes the rule that the row with the larger figure stands. Where all figures are equal, the row whose
 * text sorts last stands: the choice doesn't depend on which row was here first.
 */
const larger =
	<Row>(...figures: ((row: Row) => number)[]): Rule<Row> =>
	(here, there) => {
		for (const figure of figures) {
			const by = figure(there) - figure(here);
			if (by) return by > 0 ? there : here;
		}
		if (JSON.stringify(here) === JSON.stringify(there)) return here;
		return textOf(there) > textOf(here) ? there : here;
	};

const byId = (row: { id: string }): string => row.id;
const byTake = (row: { takeId: string }): string => row.takeId;
const at = (row: { at: number }): number => row.at;
const createdAt = (row: { createdAt: number }): number => row.createdAt;

/** States of a take: where two copies differ, the one with the higher number is kept. A finished take is never unmade. */
const rank: Record<Take['state'], number> = {
	waiting: 0,
	running: 0,
	cancelled: 1,
	failed: 2,
	done: 3
};

/** Whether a take is still to be finished: it waits, or is being made. */
export const isOpen = ({ state }: Take): boolean => rank[state] === 0;

/** Of two finished pictures of one take, the first one was judged longest. */
const standingTake = larger<Take>(
	({ state }) => rank[state],
	({ state, madeAt = 0 }) => (state === 'done' ? -madeAt : 0)
);

/** Merges two rows of one take. The larger number and the later star stay, whichever row stands. */
export const mergeTake: Rule<Take> = (here, there) => {
	const number = Math.max(here.number, there.number);
	const starred = Math.max(here.starred ?? 0, there.starred ?? 0);
	const same = (take: Take): Take =>
		take.number === number && (take.starred ?? 0) === starred
			? take
			: { ...take, number, ...(starred ? { starred } : {}) };
	return standingTake(same(here), same(there));
};

/** Merges two rows of one run. A run that was stopped in either history stays stopped. */
const mergePlan: Rule<Plan> = (here, there) => {
	const stopped = here.stopped || there.stopped;
	const place = Math.min(here.place, there.place);
	const name = [here.name ?? '', there.name ?? ''].sort()[1];
	return here.stopped === stopped && here.place === place && (here.name ?? '') === name
		? here
		: { ...here, stopped, place, ...(name ? { name } : {}) };
};

/**
 * Merges two entries of one spending. An entry of this browser's own stays as it is beside somebody
 * else's; of two of the same owner the larger sum stays, so that nothing spent is forgotten.
 */
export const mergeSpending: Rule<Spending> = (here, there) => {
	if (!here.by !== !there.by) return here.by ? there : here;
	return larger<Spending>(
		({ credits }) => credits,
		(one) => -one.at
	)(here, there);
};

/** Merges two rows of one ballot. The answer files that were read in either history count as read. */
const mergeBallot: Rule<Ballot> = (here, there) => {
	const rule = larger<Ballot['read'][number]>(at);
	const read = mergeRows(here.read, there.read, ({ file }) => file, rule);
	read.sort((a, b) => a.at - b.at || (a.file < b.file ? -1 : 1));
	return textOf(read) === textOf(here.read) ? here : { ...here, read };
};

/** Merges a brief's own fields: the later change stands, under the highest number that was given. */
const mergeOwnFields: Rule<Brief> = (here, there) => {
	const numbered = Math.max(here.numbered, there.numbered);
	const same = (brief: Brief): Brief =>
		brief.numbered === numbered ? brief : { ...brief, numbered };
	return larger<Brief>(({ updatedAt }) => updatedAt)(same(here), same(there));
};

/** Merges the rows of a table by their keys. Rows that are the same as here stay the same objects. */
function mergeRows<Row>(
	here: readonly Row[],
	there: readonly Row[],
	key: (row: NoInfer<Row>) => string,
	rule: Rule<NoInfer<Row>>
): Row[] {
	const rows = new Map(here.map((row) => [key(row), row]));
	for (const row of there) {
		const known = rows.get(key(row));
		rows.set(key(row), known === undefined ? row : rule(known, row));
	}
	return [...rows.values()];
}

/**
 * Gives every take a number of its own. Of takes with the same number the oldest keeps it; the others
 * get numbers that no take ever had. Lines follow.
 *
 * @param numbered the highest number that was ever given
 */
function withOwnNumbers(takes: readonly Take[], numbered: number): Take[] {
	const byAge = [...takes].sort(
		(a, b) => a.number - b.number || a.createdAt - b.createdAt || (a.id < b.id ? -1 : 1)
	);
	const used = new Set<number>();
	const late = byAge.filter(({ number }) => used.size === used.add(number).size);
	late.sort((a, b) => a.createdAt - b.createdAt || a.number - b.number || (a.id < b.id ? -1 : 1));
	let last = Math.max(numbered, ...used);
	const fresh = new Map(late.map(({ id }) => [id, ++last]));
	const numbers = new Map(takes.map(({ id, number }) => [id, fresh.get(id) ?? number]));
	return takes.map((take) => {
		const number = numbers.get(take.id)!;
		const stale = take.line?.some(
			(step) => (numbers.get(step.take) ?? step.number) !== step.number
		);
		if (number === take.number && !stale) return take;
		const line = take.line?.map((step) => ({
			...step,
			number: numbers.get(step.take) ?? step.number
		}));
		return { ...take, number, ...(line ? { line } : {}) };
	});
}

/** How a run waits whose takes came in with a file: nothing is paid for before its price was said. */
const waiting = {
	paused: true,
	unasked: true,
	says: 'This run came in with an archive and waits. Press \u201cgo on\u201d to make the takes that are missing.'
} as const;

/** The takes and runs of a merged brief, once what comes in open waits to be asked for. */
function settle(
	plans: readonly Plan[],
	takes: readonly Take[],
	before: readonly Take[]
): { plans: Plan[]; takes: Take[] } {
	const stopped = new Set(plans.filter((plan) => plan.stopped).map(byId));
	const openHere = new Set(before.filter(isOpen).map(byId));
	const settled = takes.map((take): Take => {
		if (!isOpen(take)) return take;
		if (stopped.has(take.planId)) return { ...take, state: 'cancelled' };
		return take.state === 'running' && !openHere.has(take.id)
			? { ...take, state: 'waiting' }
			: take;
	});
	const open = settled.filter(isOpen);
	const unasked = new Set(open.filter(({ id }) => !openHere.has(id)).map((take) => take.planId));
	const going = new Set(open.map((take) => take.planId));
	return {
		takes: settled,
		plans: plans.map((plan) => {
			if (unasked.has(plan.id)) return { ...plan, ...waiting };
			if (going.has(plan.id) || !(plan.paused || plan.unasked || plan.says)) return plan;
			const { unasked: _unasked, says: _says, ...rest } = plan;
			return { ...rest, paused: false };
		})
	};
}

/** A brief of which nothing is here. */
const nothing = (brief: Brief): WholeBrief => ({
	...{ brief, plans: [], takes: [], marks: [], picks: [], remarks: [] },
	...{ spendings: [], answers: [], ballots: [], taught: [] }
});

/**
 * Merges two histories of one brief. For each table one rule says which row stands:
 *
 * | table | key | stands |
 * |---|---|---|
 * | brief | | the later change; the highest number |
 * | runs | id | here; stopped in either is stopped |
 * | takes | id | done, then failed, cancelled, waiting; of two done the earlier; the later star |
 * | marks, remarks | take | the later |
 * | answers, picks, adapters | id | the later |
 * | ballots | id | the files that were read, of both |
 * | spendings | id | this browser's own, then the larger sum |
 *
 * States, numbers and what waits are derived afterwards. Merging the same history again changes
 * nothing, the order of two histories doesn't matter, and no take is unmade and no spending lowered.
 *
 * @param here the brief as it is here; null where it is not
 */
export function mergeBrief(here: WholeBrief | null, there: WholeBrief): WholeBrief {
	const own = here ?? nothing(there.brief);
	const brief = here ? mergeOwnFields(here.brief, there.brief) : there.brief;
	const takes = mergeRows(own.takes, there.takes, byId, mergeTake);
	const numbered = withOwnNumbers(takes, brief.numbered);
	const { plans, takes: settled } = settle(
		mergeRows(own.plans, there.plans, byId, mergePlan),
		numbered,
		own.takes
	);
	const most = settled.reduce((sum, { number }) => Math.max(sum, number), brief.numbered);
	return {
		brief: most === brief.numbered ? brief : { ...brief, numbered: most },
		plans,
		takes: settled,
		marks: mergeRows(own.marks, there.marks, byTake, larger<Mark>(at)),
		remarks: mergeRows(own.remarks, there.remarks, byTake, larger<Remark>(at)),
		picks: mergeRows(own.picks, there.picks, byId, larger<Pick>(createdAt)),
		answers: mergeRows(own.answers, there.answers, byId, larger<Answer>(at)),
		ballots: mergeRows(own.ballots, there.ballots, byId, mergeBallot),
		taught: mergeRows(
			own.taught,
			there.taught,
			byId,
			larger<TaughtAdapter>((one) => one.taughtAt)
		),
		spendings: mergeRows(own.spendings, there.spendings, byId, mergeSpending)
	};
}

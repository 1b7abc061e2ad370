import { wilson } from '$lib/core/findings';
import type { Spending } from '$lib/core/schema';
import type { Entry } from './entry';

/** What was spent and what came of it, of one brief, model or month. */
export interface Yield {
	key: string;
	/** Credits, on takes that were deleted too. */
	spent: number;
	/** Takes that are here, how many of them were judged, and kept. */
	made: number;
	judged: number;
	kept: number;
	/** Share of the judged that was kept, with Wilson's 95% interval; null where none was judged. */
	rate: { mean: number; low: number; high: number } | null;
	/** Credits that one kept take cost; null where none was kept. */
	each: number | null;
}

export type YieldBy = 'brief' | 'model' | 'month';

const keyOf: Record<YieldBy, (one: { briefId: string; model: string; at: number }) => string> = {
	brief: ({ briefId }) => briefId,
	model: ({ model }) => model,
	// Months of the calendar where the reader is.
	month: ({ at }) => {
		const day = new Date(at);
		return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, '0')}`;
	}
};

type Making = Pick<
	Entry,
	'id' | 'copyOf' | 'edited' | 'briefId' | 'model' | 'at' | 'mark' | 'elsewhere'
>;

/** Takes that a service made, without the edits of them. Takes with the same name count once, kept where one is. */
function makings(entries: Iterable<Making>, name: (one: Making) => string): Iterable<Making> {
	const once = new Map<string, Making>();
	for (const one of entries) {
		// What was made elsewhere was not paid here.
		if (one.elsewhere || one.edited) continue;
		const known = once.get(name(one));
		if (!known?.mark || one.mark === 'keep') once.set(name(one), one);
	}
	return once.values();
}

/**
 * Returns what was spent against what was kept, by brief, model or month: what cost most first, months
 * in their order. A brief that was opened twice was paid once, so models and months count it once.
 */
export function yields(
	by: YieldBy,
	spendings: readonly Omit<Spending, 'by'>[],
	entries: Iterable<Making>
): Yield[] {
	const found = new Map<string, Omit<Yield, 'rate' | 'each'>>();
	const of = (key: string) => {
		const known = found.get(key) ?? { key, spent: 0, made: 0, judged: 0, kept: 0 };
		found.set(key, known);
		return known;
	};
	const copied = by !== 'brief';
	const paid = new Map(
		spendings.map((one) => [copied ? one.id : `${one.briefId} ${one.id}`, one])
	).values();
	for (const one of paid) of(keyOf[by](one)).spent += one.credits;
	const made = makings(entries, ({ id, copyOf }) => (copied ? (copyOf ?? id) : id));
	for (const one of made) {
		const own = of(keyOf[by](one));
		own.made++;
		if (one.mark) own.judged++;
		if (one.mark === 'keep') own.kept++;
	}
	return [...found.values()]
		.map((one): Yield => {
			const rate = one.judged ? wilson(one.kept, one.judged) : null;
			return {
				...one,
				rate: rate && { mean: one.kept / one.judged, low: rate.low, high: rate.high },
				each: one.kept ? one.spent / one.kept : null
			};
		})
		.sort((a, b) =>
			by === 'month' ? a.key.localeCompare(b.key) : b.spent - a.spent || b.made - a.made
		);
}

import type { Mark, Remark } from '$lib/core/schema';
import { db, type StoredMeasures } from './db';

/** What was judged, noted and measured of some takes, of whichever briefs. */
export interface Judgements {
	marks: Mark[];
	remarks: Remark[];
	measured: Map<string, StoredMeasures>;
}

const present = <T>(rows: (T | undefined)[]): T[] => rows.filter((row) => row !== undefined);

export async function judgementsOf(ids: readonly string[]): Promise<Judgements> {
	const keys = [...ids];
	const [marks, remarks, measures] = await Promise.all([
		db.marks.bulkGet(keys),
		db.remarks.bulkGet(keys),
		db.measures.bulkGet(keys)
	]);
	return {
		marks: present(marks),
		remarks: present(remarks),
		measured: new Map(present(measures).map((one) => [one.takeId, one]))
	};
}

/** Those of some takes that a pick was made of. */
export async function pickedAmong(ids: readonly string[]): Promise<Set<string>> {
	const asked = new Set(ids);
	const picks = await db.picks.toArray();
	return new Set(
		picks.flatMap(({ from }) => (from.kind === 'take' && asked.has(from.takeId) ? from.takeId : []))
	);
}

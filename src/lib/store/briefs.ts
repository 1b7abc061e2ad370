import type { Brief, MarkKind } from '$lib/core/schema';
import { db } from './db';

/** A brief with what its card shows. */
export interface BriefSummary {
	brief: Brief;
	takes: number;
	spent: number;
	marks: Record<MarkKind, number>;
	/** Takes to show, the kept ones first. */
	strip: string[];
	picks: number;
	/** Takes that were made since the brief was last looked at. */
	fresh: number;
}

/** How many pictures a brief's card shows. */
const STRIP = 6;

export const brief = (id: string): Promise<Brief | undefined> => db.briefs.get(id);

/** All briefs, the one changed last first, without anything that belongs to them. */
export const briefs = (): Promise<Brief[]> => db.briefs.orderBy('updatedAt').reverse().toArray();

export async function summaries(): Promise<BriefSummary[]> {
	const briefs = await db.briefs.orderBy('updatedAt').reverse().toArray();
	return Promise.all(
		briefs.map(async (one) => {
			const [takes, marks, picks, seen] = await Promise.all([
				db.takes.where({ briefId: one.id }).toArray(),
				db.marks.where({ briefId: one.id }).toArray(),
				db.picks.where({ briefId: one.id }).count(),
				db.seen.get(one.id)
			]);
			const kind = new Map(marks.map((mark) => [mark.takeId, mark.kind]));
			const rank = (id: string) => ['keep', 'maybe', undefined, 'drop'].indexOf(kind.get(id));
			const done = takes.filter(({ state }) => state === 'done');
			const count = (of: MarkKind) => marks.filter((mark) => mark.kind === of).length;
			return {
				brief: one,
				takes: done.length,
				spent: done.reduce((sum, { credits }) => sum + (credits ?? 0), 0),
				marks: { keep: count('keep'), maybe: count('maybe'), drop: count('drop') },
				strip: done
					.map(({ id }) => id)
					.sort((a, b) => rank(a) - rank(b))
					.slice(0, STRIP),
				picks,
				fresh: done.filter(({ madeAt }) => (madeAt ?? 0) > (seen?.at ?? 0)).length
			};
		})
	);
}

export async function addBrief(one: Brief): Promise<void> {
	await db.briefs.add(one);
}

/** Changes a brief's own fields and notes when. */
export async function updateBrief(
	id: string,
	change: Partial<Omit<Brief, 'id'>>,
	now: number
): Promise<void> {
	await db.briefs.update(id, { ...change, updatedAt: now });
}

/** Deletes a brief with everything that belongs to it. */
export async function deleteBrief(id: string): Promise<void> {
	const tables = [
		db.plans,
		db.takes,
		db.marks,
		db.picks,
		db.pictures,
		db.seen,
		db.measures,
		db.pairs,
		db.remarks
	];
	await db.transaction('rw', [db.briefs, ...tables], async () => {
		for (const table of tables) await table.where({ briefId: id }).delete();
		await db.briefs.delete(id);
	});
}

/** What a brief's takes come to. */
export interface Figures {
	/** Takes that are still to be made. */
	making: number;
	done: number;
	/** Credits that the finished ones cost. */
	spent: number;
}

export const noFigures: Figures = { making: 0, done: 0, spent: 0 };

/** What a brief's takes come to, by the indexes alone: no take is read. */
export async function figures(briefId: string): Promise<Figures> {
	const count = (state: string) => db.takes.where({ briefId, state }).count();
	const [waiting, running, done, prices] = await Promise.all([
		count('waiting'),
		count('running'),
		count('done'),
		// Takes have credits once they are done. A price is the second part of the index's key, and
		// there are few of them.
		db.takes.where('[briefId+credits]').between([briefId, 0], [briefId, Infinity]).uniqueKeys()
	]);
	const costs = await Promise.all(
		(prices as unknown as [string, number][]).map(
			async ([, credits]) => credits * (await db.takes.where({ briefId, credits }).count())
		)
	);
	const spent = costs.reduce((sum, cost) => sum + cost, 0);
	return { making: waiting + running, done, spent };
}

/** Credits spent on a brief: what its finished takes cost. */
export async function spentOn(briefId: string): Promise<number> {
	const takes = await db.takes.where({ briefId }).toArray();
	return takes.reduce(
		(sum, { state, credits }) => sum + (state === 'done' ? (credits ?? 0) : 0),
		0
	);
}

import { withFields, type Brief, type Fields, type MarkKind } from '$lib/core/schema';
import { db } from './db';
import { queuedOn, spentOn } from './ledger';

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
			const [takes, marks, picks, seen, spent] = await Promise.all([
				db.takes.where({ briefId: one.id }).toArray(),
				db.marks.where({ briefId: one.id }).toArray(),
				db.picks.where({ briefId: one.id }).count(),
				db.seen.get(one.id),
				spentOn(one.id)
			]);
			const kind = new Map(marks.map((mark) => [mark.takeId, mark.kind]));
			const rank = (id: string) => ['keep', 'maybe', undefined, 'drop'].indexOf(kind.get(id));
			const done = takes.filter(({ state }) => state === 'done');
			const count = (of: MarkKind) => marks.filter((mark) => mark.kind === of).length;
			return {
				brief: one,
				takes: done.length,
				spent,
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

/**
 * Changes some fields of a brief, by their paths, and notes when. Every other field stays as it is
 * stored, whoever changed it last.
 */
export async function updateBrief(id: string, fields: Fields, now: number): Promise<void> {
	await db.transaction('rw', db.briefs, async () => {
		const one = await db.briefs.get(id);
		if (one)
			await db.briefs.put({
				...withFields(one, fields),
				updatedAt: Math.max(now, one.updatedAt)
			});
	});
}

/**
 * Deletes a brief with everything that belongs to it. What was spent on it stays in the ledger, and
 * what is being made for it is called back.
 */
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
		db.remarks,
		db.answers,
		db.ballots,
		db.findings
	];
	await db.transaction('rw', [db.briefs, db.jobs, ...tables], async () => {
		for (const table of tables) await table.where({ briefId: id }).delete();
		await db.jobs.where({ briefId: id }).modify({ wanted: 0 });
		await db.briefs.delete(id);
	});
}

/** What a brief's takes come to. */
export interface Figures {
	/** Takes that are still to be made. */
	making: number;
	done: number;
	/** Credits that were spent, and those that waiting takes are going to cost. */
	spent: number;
	queued: number;
}

export const noFigures: Figures = { making: 0, done: 0, spent: 0, queued: 0 };

/** What a brief's takes come to, by the indexes alone: no take is read. */
export async function figures(briefId: string): Promise<Figures> {
	const count = (state: string) => db.takes.where({ briefId, state }).count();
	const [waiting, running, done, spent, queued] = await Promise.all([
		count('waiting'),
		count('running'),
		count('done'),
		spentOn(briefId),
		queuedOn(briefId)
	]);
	return { making: waiting + running, done, spent, queued };
}

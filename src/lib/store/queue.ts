import type { TakeCounts } from '$lib/core/plan';
import type { Plan, Take } from '$lib/core/schema';
import { db } from './db';

/** A plan as the queue shows it. */
export interface QueueRow {
	plan: Plan;
	briefName: string;
	counts: TakeCounts;
	/** When its latest takes were finished. */
	made: number[];
	/** What failed takes said, each sentence once. */
	reasons: string[];
}

/** Plans that have ended and are still shown below those that run. */
const ENDED = 5;

const open = ({ waiting, running }: TakeCounts) => waiting + running > 0;

/** How many takes of a plan are in each state, by the index alone. */
export async function takeCounts(planId: string): Promise<TakeCounts> {
	const states = ['waiting', 'running', 'done', 'failed', 'cancelled'] as const;
	const counts = await Promise.all(
		states.map((state) => db.takes.where({ planId, state }).count())
	);
	return Object.fromEntries(states.map((state, i) => [state, counts[i]])) as TakeCounts;
}

/**
 * The queue in its order, and after it the plans that ended last.
 *
 * @param most how many of those that ended, at most
 * @param of the brief whose ended plans alone are told; an empty text for all
 */
export async function queue(most = ENDED, of = ''): Promise<QueueRow[]> {
	const plans = await db.plans.toArray();
	const counted = await Promise.all(
		plans.map(async (plan) => ({ plan, counts: await takeCounts(plan.id) }))
	);
	const running = counted
		.filter(({ plan, counts }) => !plan.stopped && open(counts))
		.sort((a, b) => a.plan.place - b.plan.place);
	const ended = counted
		.filter((row) => !running.includes(row) && (!of || row.plan.briefId === of))
		.sort((a, b) => b.plan.createdAt - a.plan.createdAt)
		.slice(0, most);
	return Promise.all(
		[...running, ...ended].map(async ({ plan, counts }) => {
			const [brief, failed, made] = await Promise.all([
				db.briefs.get(plan.briefId),
				counts.failed
					? db.takes.where({ planId: plan.id, state: 'failed' }).limit(50).toArray()
					: [],
				open(counts) ? latest(plan.id) : []
			]);
			return {
				plan,
				counts,
				briefName: brief?.name ?? '',
				made,
				reasons: [...new Set(failed.flatMap(({ message }) => message ?? []))].slice(0, 3)
			};
		})
	);
}

const latest = async (planId: string): Promise<number[]> =>
	(
		await db.takes
			.where('[planId+madeAt]')
			.between([planId, 0], [planId, Infinity])
			.reverse()
			.limit(12)
			.toArray()
	).flatMap(({ madeAt }) => madeAt ?? []);

/** How many takes of all briefs are still to be made; those of paused runs too. */
export async function openTakes(): Promise<number> {
	const plans = await db.plans.filter(({ stopped }) => !stopped).primaryKeys();
	const counts = await Promise.all(
		plans.flatMap((planId) =>
			['waiting', 'running'].map((state) => db.takes.where({ planId, state }).count())
		)
	);
	return counts.reduce((sum, n) => sum + n, 0);
}

/** The takes of one plan, by number. */
export const takesOfPlan = (planId: string): Promise<Take[]> =>
	db.takes.where({ planId }).sortBy('number');

/** Puts a plan before or after its neighbour in the queue. */
export async function movePlan(id: string, by: -1 | 1): Promise<void> {
	await db.transaction('rw', db.plans, db.takes, db.briefs, async () => {
		const rows = (await queue()).filter(({ plan, counts }) => !plan.stopped && open(counts));
		const at = rows.findIndex(({ plan }) => plan.id === id);
		const [one, other] = [rows[at]?.plan, rows[at + by]?.plan];
		if (!one || !other) return;
		// Two of one place are told apart by a step.
		const places =
			one.place === other.place ? [other.place + by, one.place] : [other.place, one.place];
		await db.plans.update(one.id, { place: places[0] });
		await db.plans.update(other.id, { place: places[1] });
	});
}

/** When a brief's takes were last looked at; 0 when never. */
export const seenAt = async (briefId: string): Promise<number> =>
	(await db.seen.get(briefId))?.at ?? 0;

/** Notes when a brief's takes were looked at, unless it has gone meanwhile. */
export async function setSeen(briefId: string, at: number): Promise<void> {
	await db.transaction('rw', db.seen, db.briefs, async () => {
		if (await db.briefs.get(briefId)) await db.seen.put({ briefId, at });
	});
}

import { partsOf } from '$lib/core/dials';
import type { WholeBrief } from '$lib/core/formats';
import type { Plan } from '$lib/core/schema';
import { db, promptsOf, type StoredPicture } from './db';
import { full } from './room';

/** Everything that belongs to a brief but its pictures. */
export async function wholeBrief(id: string): Promise<WholeBrief | undefined> {
	return db.transaction(
		'r',
		[
			db.briefs,
			db.plans,
			db.takes,
			db.marks,
			db.picks,
			db.remarks,
			db.ledger,
			db.answers,
			db.ballots,
			db.taught
		],
		async () => {
			const brief = await db.briefs.get(id);
			if (!brief) return undefined;
			const of = { briefId: id };
			const plans = await db.plans.where(of).sortBy('createdAt');
			const takes = await db.takes.where(of).sortBy('number');
			const used = new Set([
				...[brief, ...plans].flatMap(({ rack }) => rack.adapter.flatMap(partsOf)),
				...takes.flatMap(({ settings }) => settings.adapters ?? []).map((one) => one.id)
			]);
			return {
				brief,
				plans,
				takes,
				marks: await db.marks.where(of).sortBy('takeId'),
				picks: await db.picks.where(of).sortBy('createdAt'),
				remarks: await db.remarks.where(of).sortBy('takeId'),
				spendings: await db.ledger.where(of).sortBy('at'),
				answers: await db.answers.where(of).sortBy('at'),
				ballots: await db.ballots.where(of).sortBy('createdAt'),
				taught: (await db.taught.bulkGet([...used])).flatMap((one) => one ?? [])
			};
		}
	);
}

/** What a plan of an archive says that has takes still to be made: nothing is paid for unasked. */
const CAME_IN_PAUSED =
	'It came in with an archive and waits: \u201cgo on\u201d makes what is not made yet.';

/** A plan as it comes in: one with open takes waits until it is told to go on. */
const waitingToBeAsked = ({ takes }: WholeBrief) => {
	const open = new Set(
		takes.flatMap(({ planId, state }) => (state === 'waiting' || state === 'running' ? planId : []))
	);
	return (plan: Plan): Plan =>
		open.has(plan.id) && !plan.stopped
			? { ...plan, paused: true, unasked: true, says: CAME_IN_PAUSED }
			: plan;
};

/** Adds a whole brief with its pictures: all of it or nothing. */
export async function addWholeBrief(whole: WholeBrief, pictures: StoredPicture[]): Promise<void> {
	await full(() =>
		db.transaction(
			'rw',
			[
				db.briefs,
				db.plans,
				db.takes,
				db.marks,
				db.picks,
				db.pictures,
				db.seen,
				db.prompts,
				db.remarks,
				db.ledger,
				db.answers,
				db.ballots,
				db.taught
			],
			async () => {
				// What comes from elsewhere is not new: it was looked at where it was made.
				await db.seen.put({ briefId: whole.brief.id, at: Date.now() });
				for (const prompt of whole.plans.flatMap(promptsOf))
					if (!(await db.prompts.get(prompt.text))) await db.prompts.put(prompt);
				await db.briefs.add(whole.brief);
				await db.plans.bulkAdd(whole.plans.map(waitingToBeAsked(whole)));
				await db.ledger.bulkPut(whole.spendings);
				await db.takes.bulkAdd(whole.takes);
				await db.marks.bulkAdd(whole.marks);
				await db.picks.bulkAdd(whole.picks);
				await db.remarks.bulkAdd(whole.remarks);
				await db.answers.bulkAdd(whole.answers);
				await db.ballots.bulkAdd(whole.ballots);
				await db.pictures.bulkAdd(pictures);
				for (const one of whole.taught)
					if (!(await db.taught.get(one.id))) await db.taught.add(one);
			}
		)
	);
}

export const hasBrief = async (id: string): Promise<boolean> =>
	(await db.briefs.where({ id }).count()) > 0;

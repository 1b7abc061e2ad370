import type { Made } from '$lib/core/dials';
import { isOpen } from '$lib/core/merging';
import type { Table } from 'dexie';
import type { Answer, Mark, MarkKind, Plan, Remark, RenderEvent, Take } from '$lib/core/schema';
import { db, promptsOf, type StoredJob, type StoredMeasures, type StoredPicture } from './db';
import { callTakeBack } from './jobs';
import { accountTables, checkWithin, enterLost, enterMade, type Within } from './ledger';
import { full } from './room';

export const takesOf = (briefId: string): Promise<Take[]> =>
	db.takes.where({ briefId }).sortBy('number');

export const take = (id: string): Promise<Take | undefined> => db.takes.get(id);

export const plansOf = (briefId: string): Promise<Plan[]> =>
	db.plans.where({ briefId }).sortBy('createdAt');

/** Takes by their ids, in that order; those that are there. */
export const takesById = async (ids: readonly string[]): Promise<Take[]> =>
	(await db.takes.bulkGet([...ids])).flatMap((one) => one ?? []);

export const plan = (id: string): Promise<Plan | undefined> => db.plans.get(id);

/** Takes that are written in one go. */
const AT_ONCE = 50;

/** The brief was deleted meanwhile, perhaps in another tab. */
export class BriefGone extends Error {
	constructor() {
		super('This brief was deleted, perhaps in another tab. Nothing was added.');
	}
}

/** The first of so many numbers that no take of a brief ever had. In a transaction on its table. */
async function nextNumbers(briefId: string, count: number): Promise<number> {
	const brief = await db.briefs.get(briefId);
	if (!brief) throw new BriefGone();
	await db.briefs.update(briefId, { numbered: brief.numbered + count });
	return brief.numbered + 1;
}

/**
 * Adds a plan and its takes, all waiting, in one step.
 * @param combinations as many as `count` says; worked out as they are written
 * @param expected credits that a take is going to cost, where that is known
 * @param within what was seen of the account; throws LessIsLeft where less is left by now
 */
export async function addPlan(
	one: Plan,
	combinations: Iterable<Made & Pick<Take, 'line'>>,
	count: number,
	newId: () => string,
	expected: (made: Made) => number | undefined = () => undefined,
	within?: Within
): Promise<void> {
	let sum = 0;
	await full(() =>
		db.transaction('rw', [...accountTables(), db.plans, db.prompts], async () => {
			let number = await nextNumbers(one.briefId, count);
			await db.plans.add(one);
			for (const prompt of promptsOf(one)) {
				const known = await db.prompts.get(prompt.text);
				await db.prompts.put({ ...prompt, starred: known?.starred ?? 0 });
			}
			// In parts, so that a large plan does not hold the page up.
			let part: Take[] = [];
			for (const made of combinations) {
				const credits = expected(made);
				sum += credits ?? 0;
				part.push({
					id: newId(),
					briefId: one.briefId,
					planId: one.id,
					number: number++,
					...made,
					state: 'waiting',
					...(credits === undefined ? {} : { expected: credits }),
					createdAt: one.createdAt
				});
				if (part.length < AT_ONCE) continue;
				await db.takes.bulkAdd(part);
				part = [];
			}
			if (part.length) await db.takes.bulkAdd(part);
			if (within) await checkWithin(one.briefId, sum, within);
		})
	);
}

/** Notes what waiting takes are going to cost that were queued before that was known. */
export async function priceWaiting(expected: (made: Made) => number | undefined): Promise<void> {
	await db.takes
		.where('state')
		.anyOf([...openStates])
		.and((take) => take.expected === undefined)
		.modify((take) => {
			const credits = expected(take);
			if (credits !== undefined) take.expected = credits;
		});
}

export async function updatePlan(
	id: string,
	change: Partial<Pick<Plan, 'name' | 'stopped' | 'paused' | 'says' | 'place'>>
): Promise<void> {
	await db.plans.update(id, change);
}

/** Gives up what is not finished of a plan, at its service too. */
export async function stopPlan(id: string): Promise<void> {
	await db.transaction('rw', db.plans, db.takes, db.jobs, async () => {
		await db.plans.update(id, { stopped: true, says: undefined });
		await endTakes(
			(await unfinishedTakes(id)).map((take) => take.id),
			'cancelled'
		);
		await db.jobs.where({ planId: id }).modify({ wanted: 0 });
	});
}

/** Lets a plan wait, with a reason where it was not by hand, or go on. */
export async function pausePlan(id: string, paused: boolean, says?: string): Promise<void> {
	await db.transaction('rw', db.plans, db.jobs, async () => {
		await db.plans.update(id, { paused, says, ...(paused ? {} : { unasked: undefined }) });
		if (paused) await db.jobs.where({ planId: id }).modify({ wanted: 0 });
	});
}

/**
 * Pauses a run whose service charged far more for a take than its model's card says. What is still to
 * be made of that model is expected to cost as much, and its price is said before the run goes on.
 */
export async function pauseForPrice(
	planId: string,
	takeId: string,
	credits: number
): Promise<void> {
	await db.transaction('rw', db.plans, db.takes, db.jobs, async () => {
		const take = await db.takes.get(takeId);
		const plan = await db.plans.get(planId);
		if (!take || !plan || plan.stopped || plan.paused) return;
		const { model } = take.settings;
		await db.takes
			.where({ planId })
			.and((one) => one.settings.model === model && one.id !== takeId && isOpen(one))
			.modify({ expected: credits });
		await db.plans.update(planId, {
			paused: true,
			unasked: true,
			says: `Run paused: take ${take.number} was charged ${credits} credits, and the model\u2019s card says ${take.expected}. No further take is started. Ask whoever runs the service, or go on at that price.`
		});
		await db.jobs.where({ planId }).modify({ wanted: 0 });
	});
}

/** Gives up one take that is not finished. */
export async function cancelTake({ id, planId }: Take): Promise<void> {
	await db.transaction('rw', db.takes, db.jobs, async () => {
		await endTakes([id], 'cancelled');
		await callTakeBack(id, planId);
	});
}

const openStates = ['running', 'waiting'] as const;

/** Takes of all briefs that are to be made before what comes next: none of runs that are paused. */
export async function takesAhead(): Promise<Take[]> {
	const takes = await db.takes.where('state').anyOf(openStates).toArray();
	const plans = await db.plans.bulkGet([...new Set(takes.map(({ planId }) => planId))]);
	const going = new Set(plans.flatMap((plan) => (plan && !plan.paused ? plan.id : [])));
	return takes.filter(({ planId }) => going.has(planId));
}

/** The first takes of a plan that are still to be made, by number, but for some. */
export async function nextTakes(
	planId: string,
	most: number,
	without: ReadonlySet<string> = new Set()
): Promise<Take[]> {
	const found = await Promise.all(
		openStates.map((state) =>
			db.takes
				.where('[planId+state+number]')
				.between([planId, state, 0], [planId, state, Infinity])
				.and(({ id }) => !without.has(id))
				.limit(most)
				.toArray()
		)
	);
	return found
		.flat()
		.sort((a, b) => a.number - b.number)
		.slice(0, most);
}

/** Plans that still have takes to be made, in the order of the queue; paused ones too. */
export async function queuedPlans(): Promise<Plan[]> {
	const plans = await db.plans.filter(({ stopped }) => !stopped).toArray();
	// Only whether there is one is asked, by the index: no take is read.
	const open = await Promise.all(
		plans.map(async ({ id }) => {
			const each = openStates.map((state) =>
				db.takes
					.where('[planId+state+number]')
					.between([id, state, 0], [id, state, Infinity])
					.limit(1)
					.primaryKeys()
			);
			return (await Promise.all(each)).some((keys) => keys.length > 0);
		})
	);
	return plans.filter((_, i) => open[i]).sort((a, b) => a.place - b.place);
}

/** The plans of the queue that are not paused. */
export const openPlans = async (): Promise<Plan[]> =>
	(await queuedPlans()).filter(({ paused }) => !paused);

/** Opens takes again that failed or were cancelled. Takes that are done stay done. */
export async function reopenTakes(
	planId: string,
	ids: readonly string[],
	expected: (made: Made) => number | undefined = () => undefined,
	within?: Within
): Promise<void> {
	await db.transaction('rw', [...accountTables(), db.plans], async () => {
		let sum = 0;
		await db.takes
			.where('id')
			.anyOf([...ids])
			.and(({ state }) => state === 'failed' || state === 'cancelled')
			.modify((take) => {
				take.state = 'waiting';
				delete take.message;
				const credits = expected(take);
				if (credits !== undefined) take.expected = credits;
				sum += take.expected ?? 0;
			});
		const plan = await db.plans.get(planId);
		if (within && plan) await checkWithin(plan.briefId, sum, within);
		await db.plans.update(planId, {
			stopped: false,
			paused: false,
			unasked: undefined,
			says: undefined
		});
	});
}

export const unfinishedTakes = (planId: string): Promise<Take[]> =>
	db.takes.where({ planId }).and(isOpen).sortBy('number');

/** A take that was finished, and its picture. */
export interface FinishedTake {
	id: string;
	done: Extract<RenderEvent, { type: 'done' }>;
	picture: Omit<StoredPicture, 'takeId' | 'briefId'>;
}

/**
 * Keeps finished takes, each together with its picture: both or neither. A take that is done
 * already is neither kept nor paid twice; what was made of one that was given up meanwhile is paid,
 * and so it is kept; of one that was deleted its price is. Throws StorageFull when there is no room.
 *
 * @param job what made them
 */
export async function finishTakes(
	finished: readonly FinishedTake[],
	now: number,
	job?: StoredJob
): Promise<void> {
	await full(() =>
		db.transaction('rw', db.takes, db.pictures, db.ledger, async () => {
			for (const { id, done, picture } of finished) {
				const known = await db.takes.get(id);
				if (!known && job) await enterLost(job, id, done, now);
				if (!known || known.state === 'done') continue;
				await enterMade(known, done, now);
				await db.pictures.put({ takeId: id, briefId: known.briefId, ...picture });
				await db.takes.update(id, {
					state: 'done',
					pixels: done.pixels,
					seconds: done.seconds,
					credits: done.credits,
					signals: done.signals,
					unread: done.unread,
					message: undefined,
					madeAt: now
				});
			}
		})
	);
}

/** Notes that takes failed or were cancelled. Takes that are done stay done. */
export async function endTakes(
	ids: string[],
	state: 'failed' | 'cancelled',
	message?: string
): Promise<void> {
	await db.takes
		.where('id')
		.anyOf(ids)
		.and((t) => t.state !== 'done')
		.modify({ state, ...(message ? { message } : {}) });
}

/** Notes that takes failed that are still to be made. Returns how many that were. */
export const failOpenTakes = (ids: readonly string[], message: string): Promise<number> =>
	db.takes
		.where('id')
		.anyOf([...ids])
		.and(isOpen)
		.modify({ state: 'failed', message });

/** A picture under a type that nothing shows as a page; earlier versions kept what a service said of it. */
const asPicture = (row: StoredPicture | undefined): StoredPicture | undefined =>
	!row || /^image\/(png|jpeg|webp)$/.test(row.picture.type)
		? row
		: { ...row, picture: row.picture.slice(0, row.picture.size, 'image/webp') };

export const pictureOf = async (takeId: string): Promise<StoredPicture | undefined> =>
	asPicture(await db.pictures.get(takeId));

/** The pictures of some takes, in their order, each undefined where there is none. */
export const picturesOf = async (
	takeIds: readonly string[]
): Promise<(StoredPicture | undefined)[]> =>
	(await db.pictures.bulkGet([...takeIds])).map(asPicture);

export const marksOf = async (briefId: string): Promise<Map<string, MarkKind>> =>
	new Map((await db.marks.where({ briefId }).toArray()).map(({ takeId, kind }) => [takeId, kind]));

/** From this number on, asking for each takes longer than reading the ids of all takes. */
const MANY = 300;

/** Which of some takes are there, perhaps with others. */
export const takesThere = async (ids: readonly string[]): Promise<ReadonlySet<string>> =>
	new Set(
		await (ids.length < MANY
			? db.takes.where('id').anyOf(ids).primaryKeys()
			: db.takes.toCollection().primaryKeys())
	);

/** Marks takes, or takes their marks away with null. Returns the marks that stood before, by take. */
export async function markTakes(
	takes: { id: string; briefId: string }[],
	kind: MarkKind | null,
	now: number,
	blind = false
): Promise<Map<string, Mark | null>> {
	return db.transaction('rw', db.marks, db.takes, async () => {
		const before = await db.marks.bulkGet(takes.map(({ id }) => id));
		const there = await takesThere(takes.map(({ id }) => id));
		if (kind === null) await db.marks.bulkDelete(takes.map(({ id }) => id));
		else {
			const marks: Mark[] = takes
				.filter(({ id }) => there.has(id))
				.map(({ id, briefId }) => ({
					takeId: id,
					briefId,
					kind,
					at: now,
					...(blind ? { blind } : {})
				}));
			await db.marks.bulkPut(marks);
		}
		return new Map(takes.map(({ id }, i) => [id, before[i] ?? null]));
	});
}

/** Puts marks back as they stood: blind ones blind. */
export async function restoreMarks(before: ReadonlyMap<string, Mark | null>): Promise<void> {
	await db.transaction('rw', db.marks, db.takes, async () => {
		const there = await takesThere([...before.keys()]);
		await db.marks.bulkDelete([...before.keys()]);
		await db.marks.bulkPut(
			[...before.values()].flatMap((mark) => (mark && there.has(mark.takeId) ? mark : []))
		);
	});
}

/** The latest takes of a model that were kept, over all briefs. */
export async function keptTakesOf(model: string, most: number): Promise<Take[]> {
	const kept = await db.marks.filter(({ kind }) => kind === 'keep').toArray();
	kept.sort((a, b) => b.at - a.at);
	const found: Take[] = [];
	for (const { takeId } of kept) {
		const take = await db.takes.get(takeId);
		if (take?.settings.model === model && take.state === 'done') found.push(take);
		if (found.length === most) break;
	}
	return found;
}

/** Takes that were deleted, with all that belongs to them, so that they can be put back. */
export interface DeletedTakes {
	takes: Take[];
	pictures: StoredPicture[];
	marks: Mark[];
	remarks: Remark[];
	measures: StoredMeasures[];
	/** Answers about pairs in which they stood. */
	answers: Answer[];
	/** Room that they took, in bytes. */
	bytes: number;
}

const present = <T>(rows: (T | undefined)[]): T[] => rows.filter((row) => row !== undefined);
const ofTakes = () => [db.takes, db.pictures, db.marks, db.remarks, db.measures] as const;

/** Deletes takes with their pictures, marks, remarks and measures. */
export async function deleteTakes(ids: readonly string[]): Promise<DeletedTakes> {
	return db.transaction('rw', [db.jobs, db.answers, ...ofTakes()], async () => {
		const keys = [...ids];
		for (const one of present(await db.takes.bulkGet(keys)))
			if (isOpen(one)) await callTakeBack(one.id, one.planId);
		const pictures = present(await db.pictures.bulkGet(keys));
		const answers = await db.answers
			.where('left')
			.anyOf(keys)
			.or('right')
			.anyOf(keys)
			.distinct()
			.toArray();
		const gone = {
			answers,
			takes: present(await db.takes.bulkGet(keys)),
			pictures,
			marks: present(await db.marks.bulkGet(keys)),
			remarks: present(await db.remarks.bulkGet(keys)),
			measures: present(await db.measures.bulkGet(keys)),
			bytes: pictures.reduce((sum, one) => sum + one.picture.size + one.thumbnail.size, 0)
		};
		for (const table of ofTakes()) await (table as Table<unknown, string>).bulkDelete(keys);
		await db.answers.bulkDelete(answers.map(({ id }) => id));
		return gone;
	});
}

/** Puts deleted takes back as they were; not those of a brief or a run that has gone meanwhile. */
export async function restoreTakes(gone: DeletedTakes): Promise<void> {
	await db.transaction('rw', [db.plans, db.answers, ...ofTakes()], async () => {
		const plans = await db.plans.bulkGet(gone.takes.map(({ planId }) => planId));
		if (plans.some((one) => !one)) throw new BriefGone();
		await db.takes.bulkPut(gone.takes);
		await db.pictures.bulkPut(gone.pictures);
		await db.marks.bulkPut(gone.marks);
		await db.remarks.bulkPut(gone.remarks);
		await db.measures.bulkPut(gone.measures);
		await db.answers.bulkPut(gone.answers);
	});
}

/** Adds takes that were made elsewhere, with their pictures and notes: all of them or none. */
export async function addMade(
	plan: Plan,
	rows: readonly { take: Take; picture: Omit<StoredPicture, 'takeId' | 'briefId'>; note: string }[]
): Promise<void> {
	await full(() =>
		db.transaction('rw', db.briefs, db.plans, db.takes, db.pictures, db.remarks, async () => {
			const first = await nextNumbers(plan.briefId, rows.length);
			await db.plans.add(plan);
			// In parts, so that many pictures do not hold the page up.
			for (let at = 0; at < rows.length; at += AT_ONCE) {
				const part = rows.slice(at, at + AT_ONCE);
				await db.takes.bulkAdd(part.map(({ take }, i) => ({ ...take, number: first + at + i })));
				await db.pictures.bulkAdd(
					part.map(({ take, picture }) => ({ ...picture, takeId: take.id, briefId: plan.briefId }))
				);
				await db.remarks.bulkAdd(
					part
						.filter(({ note }) => note)
						.map(({ take, note }) => ({
							takeId: take.id,
							briefId: plan.briefId,
							faults: [],
							note,
							at: plan.createdAt
						}))
				);
			}
		})
	);
}

import type { Answer, Ballot, Mark } from '$lib/core/schema';
import { db } from './db';

/** What was said of a brief's blind pairs, in order. */
export const answersOf = (briefId: string): Promise<Answer[]> =>
	db.answers.where({ briefId }).sortBy('at');

/** Keeps answers, unless a take of theirs has gone meanwhile. Returns how many were kept. */
export async function addAnswers(answers: readonly Answer[]): Promise<number> {
	return db.transaction('rw', db.answers, db.takes, async () => {
		const ids = [...new Set(answers.flatMap(({ left, right }) => [left, right]))];
		const there = new Set(await db.takes.where('id').anyOf(ids).primaryKeys());
		const kept = answers.filter(({ left, right }) => there.has(left) && there.has(right));
		await db.answers.bulkPut(kept);
		return kept.length;
	});
}

export async function deleteAnswers(ids: readonly string[]): Promise<void> {
	await db.answers.bulkDelete([...ids]);
}

/** Marks of a brief as they are kept, with whether they were blind. */
export const wholeMarksOf = (briefId: string): Promise<Mark[]> =>
	db.marks.where({ briefId }).toArray();

export const ballotsOf = (briefId: string): Promise<Ballot[]> =>
	db.ballots.where({ briefId }).sortBy('createdAt');

export const ballot = (id: string): Promise<Ballot | undefined> => db.ballots.get(id);

export async function addBallot(one: Ballot): Promise<void> {
	await db.ballots.add(one);
}

/**
 * Keeps the answers of a ballot's file, and that it was read, in one step.
 * @returns how many answers were kept; null when the file was read before
 */
export async function readBallot(
	ballotId: string,
	file: string,
	judge: string,
	answers: readonly Answer[],
	now: number
): Promise<number | null> {
	return db.transaction('rw', db.ballots, db.answers, db.takes, async () => {
		const one = await db.ballots.get(ballotId);
		if (!one || one.read.some((read) => read.file === file)) return null;
		await db.ballots.update(ballotId, { read: [...one.read, { file, judge, at: now }] });
		return addAnswers(answers);
	});
}

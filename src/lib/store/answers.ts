import type { Answer, Ballot, Mark } from '$lib/core/schema';
import { db } from './db';
import { takesThere } from './takes';

/** What was said of a brief's blind pairs, in order. */
export const answersOf = (briefId: string): Promise<Answer[]> =>
	db.answers.where({ briefId }).sortBy('at');

/** Keeps answers, unless a take of theirs has gone meanwhile. Returns how many were kept. */
export async function addAnswers(answers: readonly Answer[]): Promise<number> {
	return db.transaction('rw', db.answers, db.takes, async () => {
		const ids = [...new Set(answers.flatMap(({ left, right }) => [left, right]))];
		const there = await takesThere(ids);
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

/** What reading a ballot's answers changed, so that it can be said and undone. */
export interface BallotRead {
	/** Answers that were kept: those about takes that are gone are not. */
	kept: number;
	/** Answers of the same person that they replace, and the files in which these came. */
	replaced: Answer[];
	before: Ballot['read'];
}

const sameJudge = (one: string, other: string) =>
	one.trim().toLowerCase() === other.trim().toLowerCase();

/**
 * Keeps the answers of a ballot's file, and that it was read, in one step. Earlier answers of the same
 * person to the same ballot are replaced.
 * @returns null where there is no such ballot
 */
export async function readBallot(
	ballotId: string,
	file: string,
	judge: string,
	answers: readonly Answer[],
	now: number
): Promise<BallotRead | null> {
	return db.transaction('rw', db.ballots, db.answers, db.takes, async () => {
		const one = await db.ballots.get(ballotId);
		if (!one) return null;
		const isEarlier = (read: Ballot['read'][number]) =>
			read.file === file || sameJudge(read.judge, judge);
		const files = one.read.filter(isEarlier).map((read) => read.file);
		const replaced = await db.answers
			.where({ briefId: one.briefId })
			.and(({ id }) => files.some((name) => id.startsWith(`${name}-`)))
			.toArray();
		await db.answers.bulkDelete(replaced.map(({ id }) => id));
		const others = one.read.filter((read) => !isEarlier(read));
		await db.ballots.update(ballotId, { read: [...others, { file, judge, at: now }] });
		return { kept: await addAnswers(answers), replaced, before: one.read };
	});
}

/** Takes back that a ballot's answers were read: what they replaced is there again. */
export async function unreadBallot(
	ballotId: string,
	answers: readonly Answer[],
	{ replaced, before }: BallotRead
): Promise<void> {
	await db.transaction('rw', db.ballots, db.answers, db.takes, async () => {
		await db.answers.bulkDelete(answers.map(({ id }) => id));
		await addAnswers(replaced);
		await db.ballots.update(ballotId, { read: before });
	});
}

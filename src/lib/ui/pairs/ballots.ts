import { answersFrom, ballotHtml, ballotScript, readBallotAnswers } from '$lib/core/formats';
import { FileProblem } from '$lib/core/problem';
import type { Shown } from '$lib/core/judge';
import type { Ballot } from '$lib/core/schema';
import * as store from '$lib/store';
import { undo } from '$lib/ui/shared';
import { plainPicture } from '$lib/workers';

/** Longer side of a ballot's pictures, in pixels: what a telephone and a large window show. */
const LONGEST = 1280;

const base64 = (bytes: ArrayBuffer): string => btoa(String.fromCharCode(...new Uint8Array(bytes)));

/** A ballot's file, and what is kept of it so that its answers can be read back. */
export async function makeBallot(
	briefId: string,
	name: string,
	pairs: readonly Shown[],
	onStep: (done: number, all: number) => void
): Promise<{ ballot: Ballot; html: string }> {
	const ids = [...new Set(pairs.flatMap(({ left, right }) => [left, right]))];
	const pictures: string[] = [];
	for (const [i, id] of ids.entries()) {
		onStep(i, ids.length);
		const stored = await store.pictureOf(id);
		if (!stored) throw new FileProblem('A picture of these takes is missing: choose others.');
		pictures.push(await plainPicture(stored.picture, LONGEST));
	}
	const place = new Map(ids.map((id, i) => [id, i]));
	const ballot: Ballot = {
		id: crypto.randomUUID(),
		briefId,
		name,
		pairs: pairs.map(({ left, right }) => ({ left, right })),
		read: [],
		createdAt: Date.now()
	};
	const hash = base64(
		await crypto.subtle.digest('SHA-256', new TextEncoder().encode(ballotScript))
	);
	const html = ballotHtml(
		{
			id: ballot.id,
			name,
			pictures,
			pairs: pairs.map(({ left, right }) => [place.get(left)!, place.get(right)!])
		},
		hash
	);
	return { ballot, html };
}

/** The result of reading answers back. */
export interface ReadBack {
	kept: number;
	/** Answers about takes that are gone. */
	gone: number;
	/** Earlier answers of the same person that were replaced. */
	replaced: number;
}

/** Reads answers back as those of a judge. Throws a FileProblem with a sentence where they cannot be. */
export async function readBack(text: string, briefId: string, judge: string): Promise<ReadBack> {
	const read = readBallotAnswers(text);
	const known = await store.ballot(read.ballot);
	const now = Date.now();
	const answers = answersFrom(read, known?.briefId === briefId ? known : undefined, judge, now);
	const keep = () => store.readBallot(read.ballot, read.file, judge, answers, now);
	const done = await keep();
	if (!done) throw new FileProblem('The ballot of these answers was deleted. Nothing was read.');
	undo.push({
		says: `the answers of ${judge}`,
		back: () => store.unreadBallot(read.ballot, answers, done),
		again: keep
	});
	return {
		kept: done.kept,
		gone: answers.length - done.kept,
		replaced: done.replaced.length
	};
}

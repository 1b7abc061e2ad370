import {
	answersFrom,
	ballotHtml,
	ballotScript,
	FileProblem,
	readBallotAnswers
} from '$lib/core/formats';
import type { Shown } from '$lib/core/judge';
import type { Ballot } from '$lib/core/schema';
import * as store from '$lib/store';
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

/**
 * Reads answers back as those of a judge. Throws a FileProblem with a sentence where they cannot be.
 * @returns how many were kept, and how many were about takes that are gone
 */
export async function readBack(
	text: string,
	briefId: string,
	judge: string
): Promise<{ kept: number; gone: number }> {
	const read = readBallotAnswers(text);
	const known = await store.ballot(read.ballot);
	const now = Date.now();
	const answers = answersFrom(read, known?.briefId === briefId ? known : undefined, judge, now);
	const kept = await store.readBallot(read.ballot, read.file, judge, answers, now);
	if (kept === null)
		throw new FileProblem('These answers were read before. Nothing was counted twice.');
	return { kept, gone: answers.length - kept };
}

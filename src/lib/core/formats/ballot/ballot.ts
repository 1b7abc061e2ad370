import { z } from 'zod';
import type { Answer, Ballot } from '$lib/core/schema';
import { FileProblem } from '$lib/core/problem';
import { escapeHtml } from '../html';
import script from './page.js?raw';
import style from './page.css?raw';

/** Pictures of a ballot, as addresses that hold them, and the pairs as places among them. */
export interface BallotPage {
	id: string;
	/** What stands at its head, as the artist wrote it for whoever judges. */
	name: string;
	pictures: string[];
	pairs: [number, number][];
}

/** JSON that can stand inside a script element: no sign of it ends one. */
const inScript = (value: unknown): string => JSON.stringify(value).replace(/</g, '\\u003c');

/** The page's own script, of which the page says the hash: no other runs there. */
export const ballotScript: string = script;

/**
 * A ballot as one HTML file that works by itself, without network: pictures inside, no settings, in an
 * order of its own that the page draws where it is opened.
 * @param scriptHash SHA-256 of `ballotScript`, in Base64
 */
export const ballotHtml = ({ id, name, pictures, pairs }: BallotPage, scriptHash: string): string =>
	`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; style-src 'unsafe-inline'; script-src 'sha256-${scriptHash}'">
<meta name="robots" content="noindex">
<title>${escapeHtml(name)}</title>
<style>${style}</style>
</head>
<body>
<header><h1>${escapeHtml(name)}</h1><span id="count" role="status"></span></header>
<main aria-label="Which is better? Press a picture."></main>
<footer>
<button id="neither">neither <small>space bar</small></button>
<button id="undo">undo <small>U</small></button>
</footer>
<script type="application/json" id="ballot">${inScript({ id, pictures, pairs })}</script>
<script>${script}</script>
</body>
</html>
`;

/** Answers to a ballot are so many characters at most. */
const MOST = 1_000_000;

/** What a ballot gives back. */
export const BallotAnswers = z.object({
	format: z.literal('dial-pick/ballot-answers'),
	version: z.literal(1),
	ballot: z.string().regex(/^[\w-]{1,100}$/),
	file: z.string().regex(/^[\w-]{1,100}$/),
	/** The name under which the person answered; older ballots asked for none. */
	judge: z.string().max(100).default(''),
	answers: z
		.array(
			z.object({
				pair: z.int().min(0),
				answer: z.enum(['left', 'right', 'neither']),
				/** Whether the two stood the other way round where they were judged. */
				turned: z.boolean().default(false)
			})
		)
		.max(500)
});
export type BallotAnswers = z.infer<typeof BallotAnswers>;

/** Reads a ballot's answers. Throws a FileProblem with a sentence for anything else. */
export function readBallotAnswers(text: string): BallotAnswers {
	if (text.length > MOST)
		throw new FileProblem(
			'This is far larger than any answers to a ballot. Choose a file that ends in .answers.json.'
		);
	let value: unknown;
	try {
		value = JSON.parse(text.trim());
	} catch {
		throw new FileProblem(
			'This is not the text of any answers, or a part of it is missing. Copy all of it, from { to }, or choose the file.'
		);
	}
	const parsed = BallotAnswers.safeParse(value);
	if (parsed.success) return parsed.data;
	const format = (value as { format?: unknown } | null)?.format;
	if (format !== 'dial-pick/ballot-answers')
		throw new FileProblem(
			'This file holds no answers to a ballot. Choose one that ends in .answers.json.'
		);
	const { path, message } = parsed.error.issues[0];
	throw new FileProblem(`These answers cannot be used: ${path.join('.')}: ${message}.`);
}

/**
 * Answers as a brief keeps them, each on the sides on which it was judged. Throws a FileProblem where
 * they belong to another ballot, or name a pair twice or one that there is not.
 */
export function answersFrom(
	{ ballot, file, answers }: Omit<BallotAnswers, 'judge'>,
	known: Ballot | undefined,
	judge: string,
	now: number
): Answer[] {
	if (!known || known.id !== ballot)
		throw new FileProblem(
			'These answers belong to a ballot that was not given out from this brief here. Open the brief that it was made from.'
		);
	const pairs = new Set<number>();
	for (const { pair } of answers) {
		if (pair >= known.pairs.length)
			throw new FileProblem(
				`These answers name pair ${pair + 1}, and the ballot has ${known.pairs.length}. The file is damaged.`
			);
		if (pairs.has(pair))
			throw new FileProblem(`These answers name pair ${pair + 1} twice. The file is damaged.`);
		pairs.add(pair);
	}
	if (!answers.length) throw new FileProblem('There are no answers in this file.');
	const keys = new Map<string, number>();
	return answers.map(({ pair, answer, turned }, i) => {
		const { left, right } = known.pairs[pair];
		const key = [left, right].sort().join(' ');
		const again = keys.has(key);
		keys.set(key, i);
		const other = { left: 'right', right: 'left', neither: 'neither' } as const;
		return {
			id: `${file}-${i}`,
			briefId: known.briefId,
			left: turned ? right : left,
			right: turned ? left : right,
			answer: turned ? other[answer] : answer,
			judge,
			again,
			at: now + i
		};
	});
}

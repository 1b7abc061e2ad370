import { z } from 'zod';
import { Pick } from '$lib/core/schema';
import { FileProblem } from '$lib/core/problem';

/** A pick has so many characters at most. */
const MOST_PICK = 2_000_000;

/** A pick as a file of its own. */
export const PickFile = z.object({
	format: z.literal('dial-pick/pick'),
	version: z.literal(1),
	pick: Pick
});

export function writePick(pick: Pick): string {
	return JSON.stringify(
		{ format: 'dial-pick/pick', version: 1, pick } satisfies z.infer<typeof PickFile>,
		null,
		'\t'
	);
}

/** Reads a pick's file. Throws a FileProblem with a sentence for anything else. */
export function readPick(text: string): Pick {
	if (text.length > MOST_PICK)
		throw new FileProblem(
			'This file is far larger than any pick. Choose one that ends in .pick.json.'
		);
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch {
		throw new FileProblem(
			'This file is not JSON, so it is no pick. Choose a file that ends in .pick.json.'
		);
	}
	const parsed = PickFile.safeParse(value);
	if (parsed.success) return parsed.data.pick;
	const format =
		typeof value === 'object' && value !== null
			? (value as { format?: unknown }).format
			: undefined;
	if (format !== 'dial-pick/pick')
		throw new FileProblem(
			'This is a JSON file, but not a pick. Choose a file that ends in .pick.json.'
		);
	const { path, message } = parsed.error.issues[0];
	throw new FileProblem(`This pick cannot be used: ${path.join('.')}: ${message}.`);
}

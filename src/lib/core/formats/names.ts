import { dials, writtenStop } from '$lib/core/dials';
import type { Take } from '$lib/core/schema';

/** What a pattern of file names may ask for: the brief, the take, its destination, and any dial. */
const namePlaces: readonly string[] = [
	'brief',
	'take',
	'destination',
	...dials.map(({ id }) => id)
];

export const usualPattern = '{brief}-{model}-{seed}';

/** What stands in a pattern's braces and is not known; empty when all of it is. */
export const unknownPlaces = (pattern: string): string[] =>
	[...pattern.matchAll(/\{([^{}]*)\}/g)]
		.map(([, name]) => name)
		.filter((name) => !namePlaces.includes(name));

/** A text as a part of a file name: what file systems refuse is taken out. */
const plain = (text: string): string =>
	text
		.trim()
		.toLowerCase()
		.replace(/[^\p{L}\p{N}._-]+/gu, '-')
		.replace(/^[-.]+|[-.]+$/g, '')
		.slice(0, 60);

/**
 * Names for the files of takes, each another: what comes to the same name gets a number.
 * @param destinations what each is for, where that is said: it stands at the end of names that do not ask for it
 * @param pattern with places in braces, such as `{brief}-{model}-{seed}`
 */
export function fileNames(
	pattern: string,
	takes: readonly Take[],
	brief: string,
	ending: string,
	destinations: readonly (string | undefined)[] = []
): string[] {
	const used = new Set<string>();
	return takes.map((take, i) => {
		const destination = destinations[i] ?? '';
		const whole =
			destination && !pattern.includes('{destination}') ? `${pattern}-{destination}` : pattern;
		const { number } = take;
		const places = new Map<string, string>([
			['brief', plain(brief) || 'brief'],
			['destination', plain(destination)],
			['take', String(number).padStart(4, '0')],
			...dials.map((dial): [string, string] => [dial.id, plain(String(writtenStop(dial, take)))])
		]);
		const filled = whole.replace(
			/\{([^{}]*)\}/g,
			(braces, name: string) => places.get(name) ?? braces
		);
		// A place with nothing in it leaves no gap.
		const stem = plain(filled.replace(/-{2,}/g, '-')) || `take-${number}`;
		let name = `${stem}${ending}`;
		for (let n = 2; used.has(name); n++) name = `${stem}-${n}${ending}`;
		used.add(name);
		return name;
	});
}

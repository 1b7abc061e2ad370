import { dials, writtenStop } from '$lib/core/dials';
import type { Take } from '$lib/core/schema';

/** What a pattern of file names may ask for: the brief, the take, and any dial. */
export const namePlaces: readonly string[] = ['brief', 'take', ...dials.map(({ id }) => id)];

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
 * @param pattern with places in braces, such as `{brief}-{model}-{seed}`
 */
export function fileNames(
	pattern: string,
	takes: readonly Take[],
	brief: string,
	ending: string
): string[] {
	const used = new Set<string>();
	return takes.map((take) => {
		const { number } = take;
		const places = new Map<string, string>([
			['brief', plain(brief) || 'brief'],
			['take', String(number).padStart(4, '0')],
			...dials.map((dial): [string, string] => [dial.id, plain(String(writtenStop(dial, take)))])
		]);
		const filled = pattern.replace(
			/\{([^{}]*)\}/g,
			(whole, name: string) => places.get(name) ?? whole
		);
		const stem = plain(filled) || `take-${number}`;
		let name = `${stem}${ending}`;
		for (let n = 2; used.has(name); n++) name = `${stem}-${n}${ending}`;
		used.add(name);
		return name;
	});
}

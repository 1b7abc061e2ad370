import type { Take } from '$lib/core/schema';

/** What a pattern of file names may ask for. */
export const namePlaces = ['brief', 'model', 'seed', 'take', 'guidance', 'steps', 'frame'] as const;
export type NamePlace = (typeof namePlaces)[number];

export const usualPattern = '{brief}-{model}-{seed}';

/** What stands in a pattern's braces and is not known; empty when all of it is. */
export const unknownPlaces = (pattern: string): string[] =>
	[...pattern.matchAll(/\{([^{}]*)\}/g)]
		.map(([, name]) => name)
		.filter((name) => !(namePlaces as readonly string[]).includes(name));

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
		const { settings, number } = take;
		const places: Record<NamePlace, string> = {
			brief: plain(brief) || 'brief',
			model: plain(settings.model),
			seed: String(settings.seed),
			take: String(number).padStart(4, '0'),
			guidance: String(settings.guidance),
			steps: String(settings.steps),
			frame: `${settings.width}x${settings.height}`
		};
		const filled = pattern.replace(/\{([^{}]*)\}/g, (whole, name: string) =>
			name in places ? places[name as NamePlace] : whole
		);
		const stem = plain(filled) || `take-${number}`;
		let name = `${stem}${ending}`;
		for (let n = 2; used.has(name); n++) name = `${stem}-${n}${ending}`;
		used.add(name);
		return name;
	});
}

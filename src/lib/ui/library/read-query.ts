import { LibraryQuery } from '$lib/core/library';
import { readFigure } from '$lib/ui/shared/read-mat';

/** How far back takes are asked for, in days, as the address says it. */
export const spans = [
	{ value: '1', text: 'today' },
	{ value: '7', text: 'in the last 7 days' },
	{ value: '31', text: 'in the last 31 days' }
] as const;

const DAY = 86_400_000;

/**
 * What an address asks of the library. What it says wrong is not asked.
 *
 * @param today the first instant of this day
 */
export function readQuery(asked: URLSearchParams, today: number): LibraryQuery {
	const text = (name: string) => asked.get(name)?.trim() || undefined;
	const days = spans.find(({ value }) => value === asked.get('since'))?.value;
	const id = text('figure');
	const wanted: Record<string, unknown> = {
		words: text('find'),
		brief: text('of'),
		model: text('by'),
		mark: text('mark'),
		fault: text('fault'),
		tag: text('tag'),
		kind: text('kind'),
		shape: text('shape'),
		figure: id && { id, least: readFigure(asked, 'least'), most: readFigure(asked, 'most') },
		colour: text('colour') && `#${text('colour')!.toLowerCase()}`,
		like: text('like'),
		from: days && today - (Number(days) - 1) * DAY
	};
	const query: Record<string, unknown> = {};
	for (const [name, value] of Object.entries(wanted)) {
		if (value === undefined || value === '') continue;
		const field = LibraryQuery.shape[name as keyof LibraryQuery].safeParse(value);
		if (field.success) query[name] = field.data;
	}
	return query;
}

/** What of an address asks for takes, and not how they are shown. */
export const askedNames = [
	'find',
	'of',
	'by',
	'mark',
	'fault',
	'tag',
	'kind',
	'shape',
	'figure',
	'least',
	'most',
	'colour',
	'like',
	'since'
] as const;

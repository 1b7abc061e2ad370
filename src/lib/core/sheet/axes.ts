import { dialOf, dials, isDialId, stopKey, type DialId, type Stop } from '$lib/core/dials';
import type { ModelCard, Take } from '$lib/core/schema';

/**
 * What takes can be laid out by: a dial, the brief that they belong to, or a column of the table that
 * pictures made elsewhere came with.
 */
export type AxisId = DialId | 'brief' | `column ${string}`;

/** What the words of stops are made of. */
export interface Known {
	cards: readonly ModelCard[];
	/** Names of the briefs whose takes are there, by their ids. */
	briefs?: ReadonlyMap<string, string>;
}

/** How takes are laid out by one thing. */
export interface Axis {
	id: AxisId;
	label: string;
	read: (take: Take) => Stop;
	/** The stop in words. */
	format: (stop: Stop, known: Known) => string;
	/** Order of stops; negative when `a` comes first, 0 where they have none. */
	compare: (a: Stop, b: Stop) => number;
}

const COLUMN = 'column ';

const ofDials = new Map<string, Axis>(
	dials.map(({ id, label, read, format, compare }) => [
		id,
		{ id, label, read, compare, format: (stop, { cards }) => format(stop, cards) }
	])
);

const ofBrief: Axis = {
	id: 'brief',
	label: 'Brief',
	read: ({ briefId }) => briefId,
	format: (stop, { briefs }) => briefs?.get(stopKey(stop)) ?? 'another brief',
	compare: () => 0
};

const ofColumns = new Map<string, Axis>();

function columnAxis(name: string): Axis {
	let axis = ofColumns.get(name);
	if (!axis) {
		axis = {
			id: `${COLUMN}${name}`,
			label: name.charAt(0).toUpperCase() + name.slice(1),
			read: ({ columns }) => {
				const text = columns?.[name] ?? '';
				return text !== '' && Number.isFinite(Number(text)) ? Number(text) : text;
			},
			format: (stop) => stopKey(stop) || 'not said',
			// Numbers along their scale, then words in their order, then what says nothing.
			compare: (a, b) =>
				typeof a === 'number' && typeof b === 'number'
					? a - b
					: Number(typeof b === 'number') - Number(typeof a === 'number') ||
						Number(a === '') - Number(b === '') ||
						stopKey(a).localeCompare(stopKey(b))
		};
		ofColumns.set(name, axis);
	}
	return axis;
}

/** What takes are laid out by under an id. */
export function axisOf(id: AxisId): Axis {
	if (id === 'brief') return ofBrief;
	return ofDials.get(id) ?? columnAxis(id.slice(COLUMN.length));
}

/** The dial under an id, if it is one. */
export const dialOn = (id: AxisId | null) => (isDialId(id) ? dialOf(id) : null);

export const isAxisId = (value: string | null | undefined): value is AxisId =>
	typeof value === 'string' &&
	(isDialId(value) ||
		value === 'brief' ||
		(value.startsWith(COLUMN) && value.length > COLUMN.length));

/** Whether the stops of an axis are best set in figures. */
export const isFigures = (id: AxisId | null): boolean => !!dialOn(id)?.figures;

/** Whether the stops of an axis are texts, of which labels show only the words that differ. */
export const isText = (id: AxisId | null): boolean => !!dialOn(id)?.text;

/** Everything that takes can be laid out by: dials in their order, the brief, columns as they came. */
export function axesOf(takes: readonly Take[]): AxisId[] {
	const names = new Set<string>();
	for (const { columns } of takes) if (columns) for (const name in columns) names.add(name);
	return [
		...dials.map(({ id }) => id),
		'brief',
		...[...names].map((name): AxisId => `${COLUMN}${name}`)
	];
}

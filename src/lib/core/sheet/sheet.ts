import {
	axisDials,
	chanceDials,
	isOwnStop,
	dialOf,
	dials,
	isDialId,
	stopKey,
	type DialId,
	type Draft,
	type Made,
	type Stop
} from '$lib/core/dials';
import type { Take } from '$lib/core/schema';
import { axesOf, axisOf, type AxisId } from './axes';

/** A stop that takes were made with. */
export interface AxisStop {
	key: string;
	stop: Stop;
}

/** What lies along rows and columns; `then` divides every column again. Null where there is none. */
export interface Axes {
	rows: AxisId | null;
	columns: AxisId | null;
	then: AxisId | null;
}

export interface Cell {
	key: string;
	row: AxisStop | null;
	column: AxisStop | null;
	then: AxisStop | null;
	/** The takes here, oldest first. More than one when a dial off the axes is varied too. */
	takes: Take[];
}

/** Takes laid out side by side. */
export interface Sheet {
	axes: Axes;
	rows: AxisStop[];
	columns: AxisStop[];
	thens: AxisStop[];
	/** Row by row. A combination that was not run has no takes. */
	cells: Cell[][];
}

/** Stops that were looked up before: the same list of takes always has the same. */
const known = new WeakMap<readonly Take[], Map<AxisId, AxisStop[]>>();

/** Every stop of a dial among takes: along its scale, or in the order in which they came. */
export function stopsAmong(takes: readonly Take[], dial: AxisId): AxisStop[] {
	let found = known.get(takes);
	if (!found) known.set(takes, (found = new Map<AxisId, AxisStop[]>()));
	let stops = found.get(dial);
	if (!stops) found.set(dial, (stops = findStops(takes, dial)));
	return stops;
}

/** Stops of takes as their keys: a take's settings never change. */
const keys = new WeakMap<Take, Map<AxisId, string>>();

/** The stop that a take has on a dial, as its key. */
export function keyOn(take: Take, dial: AxisId): string {
	let known = keys.get(take);
	if (!known) keys.set(take, (known = new Map<AxisId, string>()));
	let key = known.get(dial);
	if (key === undefined) known.set(dial, (key = stopKey(axisOf(dial).read(take))));
	return key;
}

/** Looks up the stops of a take on all dials, which a sheet asks for, ahead of time. */
export function learnKeys(take: Take): void {
	for (const id of axesOf([take])) keyOn(take, id);
}

function findStops(takes: readonly Take[], dial: AxisId): AxisStop[] {
	const { read, compare } = axisOf(dial);
	const found = new Map<string, Stop>();
	// Most takes have the stop of the one before.
	let last: string | null = null;
	for (const take of takes) {
		const key = keyOn(take, dial);
		if (key === last) continue;
		last = key;
		if (!found.has(key)) found.set(key, read(take));
	}
	return [...found].map(([key, stop]) => ({ key, stop })).sort((a, b) => compare(a.stop, b.stop));
}

/** The stop of a dial that most takes have, as its key; the earlier one when two are even. */
export function commonStop(takes: readonly Take[], dial: AxisId): string | undefined {
	const counts = new Map<string, number>();
	for (const take of takes) {
		const key = keyOn(take, dial);
		counts.set(key, (counts.get(key) ?? 0) + 1);
	}
	return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}

/** What differs among takes: dials, and whatever else they can be laid out by. */
export function variedAmong(takes: readonly Take[]): AxisId[] {
	return axesOf(takes).filter((id) => stopsAmong(takes, id).length > 1);
}

/** The dials with one stop for all takes, and that stop. */
export function heldAmong(takes: readonly Take[]): { dial: DialId; stop: Stop }[] {
	if (!takes.length) return [];
	const varied = variedAmong(takes);
	return dials
		.filter(({ id }) => !varied.includes(id))
		.map(({ id, read }) => ({ dial: id, stop: read(takes[0]) }));
}

/** More columns than this are too narrow to be judged in. */
const MOST_COLUMNS = 6;

const isChance = (id: AxisId): boolean => isDialId(id) && chanceDials.includes(id);

/** Which dials make good axes: what is compared down, models and seeds across. */
export function suggestAxes(takes: readonly Take[]): Axes {
	const order: AxisId[] = [
		...axesOf(takes).filter((id) => !isDialId(id) && id !== 'brief'),
		...axisDials,
		'brief'
	];
	const count = (id: AxisId) => stopsAmong(takes, id).length;
	const ranked = order.filter((id) => count(id) > 1);
	const [first = null] = ranked;
	if (ranked.length <= 1) return { rows: null, columns: first, then: null };
	if (ranked.length === 2) return { rows: first, columns: ranked[1], then: null };
	const across = (['brief', 'model'] as const).find((id) => ranked.includes(id)) ?? ranked[1];
	const rows = ranked.find((id) => id !== across && !isChance(id)) ?? null;
	const divides = ranked.includes('seed') && count(across) * count('seed') <= MOST_COLUMNS;
	return { rows, columns: across, then: divides ? 'seed' : null };
}

/** Lays takes out by up to three dials. */
export function layOut(takes: readonly Take[], axes: Axes): Sheet {
	const along = (dial: AxisId | null) => (dial ? stopsAmong(takes, dial) : []);
	const [rows, columns, thens] = [along(axes.rows), along(axes.columns), along(axes.then)];
	const byCell = new Map<string, Take[]>();
	for (const take of [...takes].sort((a, b) => a.number - b.number)) {
		const key = [axes.rows, axes.columns, axes.then]
			.map((dial) => (dial ? keyOn(take, dial) : ''))
			.join('\n');
		const there = byCell.get(key);
		if (there) there.push(take);
		else byCell.set(key, [take]);
	}
	const orNone = (stops: AxisStop[]): (AxisStop | null)[] => (stops.length ? stops : [null]);
	return {
		axes,
		rows,
		columns,
		thens,
		cells: orNone(rows).map((row) =>
			orNone(columns).flatMap((column) =>
				orNone(thens).map((then) => {
					const key = [row, column, then].map((at) => at?.key ?? '').join('\n');
					return { key, row, column, then, takes: byCell.get(key) ?? [] };
				})
			)
		)
	};
}

/** A sheet without the rows and columns in which no take stands. */
export function closeGaps(sheet: Sheet): Sheet {
	const taken = (cells: readonly Cell[]) => cells.some(({ takes }) => takes.length > 0);
	const keep = (sheet.cells[0] ?? []).map((_, at) => taken(sheet.cells.map((row) => row[at])));
	const cells = sheet.cells.filter(taken).map((row) => row.filter((__, at) => keep[at]));
	return cells.length ? { ...sheet, cells } : sheet;
}

/** Neighbouring columns of cells that share a stop: where they begin, and how many they are. */
export function columnGroups(sheet: Sheet): { stop: AxisStop; from: number; count: number }[] {
	const groups: { stop: AxisStop; from: number; count: number }[] = [];
	(sheet.cells[0] ?? []).forEach(({ column }, at) => {
		if (!column) return;
		const last = groups.at(-1);
		if (last?.stop.key === column.key) last.count++;
		else groups.push({ stop: column, from: at, count: 1 });
	});
	return groups;
}

/**
 * What would stand in a cell in which nothing does: a take of the sheet with the dials of the axes
 * turned to the cell's stops. Null where a stop is a place in models' own stops or on no dial, or
 * there is no take.
 */
export function missingFrom(takes: readonly Take[], axes: Axes, cell: Cell): Made | null {
	const [like] = takes;
	if (!like) return null;
	const { settings, words } = like;
	let draft: Draft = { settings, ...(words ? { words } : {}) };
	for (const [dial, at] of [
		[axes.rows, cell.row],
		[axes.columns, cell.column],
		[axes.then, cell.then]
	] as const) {
		if (!dial || !at) continue;
		if (!isDialId(dial) || isOwnStop(at.stop)) return null;
		draft = dialOf(dial).write(draft, at.stop);
	}
	return draft as Made;
}

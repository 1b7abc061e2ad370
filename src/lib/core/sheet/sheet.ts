import { dialOf, dials, stopKey, type DialId, type Stop } from '$lib/core/dials';
import type { Take } from '$lib/core/schema';

/** A stop that takes were made with. */
export interface AxisStop {
	key: string;
	stop: Stop;
}

/** Two dials as rows and columns; null when there is nothing to lay out along it. */
export interface Axes {
	rows: DialId | null;
	columns: DialId | null;
}

export interface Cell {
	key: string;
	row: AxisStop | null;
	column: AxisStop | null;
	/** The takes here, oldest first. More than one when a dial off the axes is varied too. */
	takes: Take[];
}

/** Takes laid out side by side. */
export interface Sheet {
	axes: Axes;
	rows: AxisStop[];
	columns: AxisStop[];
	/** Row by row. A combination that was not run has no takes. */
	cells: Cell[][];
	/** Dials varied among the takes, but on no axis. */
	loose: DialId[];
	/** Dials with one stop for all takes, and that stop. */
	held: { dial: DialId; stop: Stop }[];
}

/** Every stop of a dial among takes, in the dial's own order. */
export function stopsAmong(takes: readonly Take[], dial: DialId): AxisStop[] {
	const { read, compare } = dialOf(dial);
	const found = new Map<string, Stop>();
	for (const { settings } of takes) {
		const stop = read(settings);
		found.set(stopKey(stop), stop);
	}
	return [...found].map(([key, stop]) => ({ key, stop })).sort((a, b) => compare(a.stop, b.stop));
}

/** The dials that differ among takes. */
export function variedAmong(takes: readonly Take[]): DialId[] {
	return dials.map(({ id }) => id).filter((id) => stopsAmong(takes, id).length > 1);
}

/** Which dials make good axes: seeds across, what is being compared down. */
export function suggestAxes(takes: readonly Take[]): Axes {
	const varied = variedAmong(takes);
	const order: DialId[] = [
		'guidance',
		'steps',
		'model',
		'wording',
		'negative',
		'frame',
		'sampler',
		'schedule',
		'seed'
	];
	const ranked = order.filter((id) => varied.includes(id));
	if (ranked.length === 0) return { rows: null, columns: null };
	if (ranked.length === 1) return { rows: null, columns: ranked[0] };
	if (ranked.length === 2) {
		const columns = ranked.includes('seed') ? 'seed' : ranked[1];
		return { rows: ranked.find((id) => id !== columns)!, columns };
	}
	// With three or more, models side by side matter most.
	if (varied.includes('model'))
		return { rows: ranked.find((id) => id !== 'model')!, columns: 'model' };
	return { rows: ranked[0], columns: ranked[1] };
}

/** Lays takes out by two dials. */
export function layOut(takes: readonly Take[], axes: Axes): Sheet {
	const rows = axes.rows ? stopsAmong(takes, axes.rows) : [];
	const columns = axes.columns ? stopsAmong(takes, axes.columns) : [];
	const keyOn = (dial: DialId | null, take: Take) =>
		dial ? stopKey(dialOf(dial).read(take.settings)) : '';
	const byCell = new Map<string, Take[]>();
	for (const take of [...takes].sort((a, b) => a.number - b.number)) {
		const key = `${keyOn(axes.rows, take)}\n${keyOn(axes.columns, take)}`;
		const there = byCell.get(key);
		if (there) there.push(take);
		else byCell.set(key, [take]);
	}
	const along = (stops: AxisStop[]): (AxisStop | null)[] => (stops.length ? stops : [null]);
	const varied = variedAmong(takes);
	return {
		axes,
		rows,
		columns,
		cells: along(rows).map((row) =>
			along(columns).map((column) => {
				const key = `${row?.key ?? ''}\n${column?.key ?? ''}`;
				return { key, row, column, takes: byCell.get(key) ?? [] };
			})
		),
		loose: varied.filter((id) => id !== axes.rows && id !== axes.columns),
		held: takes.length
			? dials
					.filter(({ id }) => !varied.includes(id))
					.map(({ id, read }) => ({ dial: id, stop: read(takes[0].settings) }))
			: []
	};
}

/** The settings in which two takes differ, as dials with both stops. */
export function differences(a: Take, b: Take): { dial: DialId; from: Stop; to: Stop }[] {
	return dials
		.map(({ id, read }) => ({ dial: id, from: read(a.settings), to: read(b.settings) }))
		.filter(({ from, to }) => stopKey(from) !== stopKey(to));
}

import { mean, median } from 'simple-statistics';
import type { Take } from '$lib/core/schema';
import { isFigures, type AxisId } from './axes';
import type { MatContent } from './mat';
import { keyOn, type Sheet } from './sheet';

/** The takes that stand in each cell, row by row. */
export type Cells = readonly (readonly Take[])[][];

/**
 * The takes that stand in each cell: of each stop on the axes that are folded into cells the newest
 * one, unless it was cancelled and another was not.
 */
export function standing(sheet: Sheet, folded: readonly AxisId[]): Cells {
	return sheet.cells.map((row) =>
		row.map(({ takes }) => {
			const found = new Map<string, Take>();
			for (const take of takes) {
				const key = folded.map((axis) => keyOn(take, axis)).join('\n');
				const there = found.get(key);
				if (!there || take.state !== 'cancelled' || there.state === 'cancelled')
					found.set(key, take);
			}
			return [...found.values()];
		})
	);
}

/**
 * The takes of a wall as a grid that is about as wide as it is high, a take a cell, empty at the end.
 *
 * @param ratio width over height of a cell
 */
export function gridOf(takes: readonly Take[], ratio: number): (Take | null)[][] {
	const across = Math.max(1, Math.min(takes.length, Math.ceil(Math.sqrt(takes.length / ratio))));
	return Array.from({ length: Math.ceil(takes.length / across) }, (_, row) =>
		Array.from({ length: across }, (__, c) => takes[row * across + c] ?? null)
	);
}

/** A cell by its row and its column, from 0. */
export interface Place {
	row: number;
	column: number;
}

/** Where each take stands, by its id. */
export function placesOf(cells: Cells): Map<string, Place> {
	const places = new Map<string, Place>();
	cells.forEach((line, row) =>
		line.forEach((takes, column) => {
			for (const { id } of takes) places.set(id, { row, column });
		})
	);
	return places;
}

/** The first take of all; null when there is none. */
export const firstOf = (cells: Cells): string | null => cells.flat(2)[0]?.id ?? null;

/** The take at a place, or else the nearest one before it in its row, or else the first of all. */
export function nearest(cells: Cells, { row, column }: Place): string | null {
	const before = cells[row]?.slice(0, column + 1).findLast((takes) => takes.length);
	return before?.[0].id ?? firstOf(cells);
}

/**
 * The take that so many rows and columns of pictures away is the first one from some take, over
 * empty cells; null at the edge. Takes in one cell stand side by side.
 */
export function stepFrom(cells: Cells, id: string, down: number, across: number): string | null {
	const grid = cells.map((line) =>
		line.flatMap((takes): (Take | null)[] => (takes.length ? [...takes] : [null]))
	);
	let row = grid.findIndex((line) => line.some((take) => take?.id === id));
	if (row < 0) return firstOf(cells);
	let column = grid[row].findIndex((take) => take?.id === id);
	for (;;) {
		row += down;
		column += across;
		if (!grid[row] || column < 0 || column >= grid[row].length) return null;
		const next = grid[row][column];
		if (next) return next.id;
	}
}

/** Labels of rows that are texts need more room than figures, in pixels. */
const TEXT_LABEL = 130;
const FIGURE_LABEL = 76;
/** Without rows, room for the outline of the take in focus. */
const NO_LABEL = 8;
/** What lies along the edges, with one line of labels above the columns, and two. */
const ONE_LINE = 58;
const TWO_LINES = 80;
/** Frames beyond these do not make cells yet narrower or wider. */
const [LEAST_RATIO, MOST_RATIO] = [0.2, 5];
/** So many rounds settle the shapes of rows and columns. */
const ROUNDS = 6;

const within = (ratio: number): number => Math.max(LEAST_RATIO, Math.min(MOST_RATIO, ratio));

const ratioOf = ({ settings: { width, height } }: Take): number => width / height;

/** Width over height of the widest picture of a sheet; 1 without any. */
export const widestOf = (cells: Cells): number =>
	cells.flat(2).reduce((widest, take) => Math.max(widest, within(ratioOf(take))), 0) || 1;

/** The shape of what stands in a cell: that of its pictures, in rows and columns of their own when several do. */
function shapeOf(takes: readonly Take[]): number {
	const ratio = Math.max(...takes.map(ratioOf));
	const across = Math.ceil(Math.sqrt(takes.length));
	const shape = (ratio * across) / Math.ceil(takes.length / across);
	return Math.log(within(shape));
}

/** The middle of some numbers, 0 without any: a single odd frame does not shape a whole row. */
const middle = (numbers: number[]): number => (numbers.length ? median(numbers) : 0);

/**
 * The widths of columns and heights of rows that suit what stands in the cells: width over height of
 * most cells is that of their pictures. Widths have a mean of 1.
 *
 * Logarithms of the shapes are taken apart into what columns and what rows come to by a median polish
 * (Tukey, Exploratory Data Analysis, 1977; from memory).
 */
function sharesOf(
	cells: Cells,
	across: number,
	down: number
): { columns: number[]; rows: number[] } {
	const shapes = cells.map((row) => row.map((takes) => (takes.length ? shapeOf(takes) : null)));
	const all = shapes.flat().filter((shape) => shape !== null);
	const wide = Array<number>(across).fill(middle(all));
	const low = Array<number>(down).fill(0);
	if (all.some((shape) => shape !== all[0]))
		for (let round = 0; round < ROUNDS; round++) {
			for (let c = 0; c < across; c++) {
				const of = shapes.flatMap((row, r) => {
					const one = row[c];
					return one === null ? [] : [one - low[r]];
				});
				if (of.length) wide[c] = middle(of);
			}
			for (let r = 0; r < down; r++) {
				const of = (shapes[r] ?? []).flatMap((one, c) => (one === null ? [] : [one - wide[c]]));
				if (of.length) low[r] = middle(of);
			}
		}
	const widths = wide.map(Math.exp);
	const unit = mean(widths);
	return {
		columns: widths.map((width) => width / unit),
		rows: low.map((one) => Math.exp(-one) / unit)
	};
}

/**
 * What a sheet comes to on the mat: columns and rows have the shape of what stands in them.
 * @param standing the takes that stand in each of its cells
 */
export function contentOf({ thens, axes }: Sheet, standing: Cells): MatContent {
	return {
		...sharesOf(standing, Math.max(1, standing[0]?.length ?? 0), Math.max(1, standing.length)),
		labels: {
			left: axes.rows ? (isFigures(axes.rows) ? FIGURE_LABEL : TEXT_LABEL) : NO_LABEL,
			top: thens.length ? TWO_LINES : ONE_LINE
		}
	};
}

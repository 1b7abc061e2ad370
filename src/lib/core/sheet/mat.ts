import { layTracks, type Stretch, type Tracks } from './tracks';

/** What lies on a mat: so many columns and rows, each with its share of the room. */
export interface MatContent {
	/** Widths of the columns, their mean being 1. */
	columns: readonly number[];
	/** Heights of the rows, in the same measure. */
	rows: readonly number[];
	/** Room that labels take, in pixels: at the left and above. */
	labels: { left: number; top: number };
}

/** How large the cells of a mat are, in pixels, and between what they can be. */
export interface MatLayout {
	/** Width of a column, on average. */
	width: number;
	/** Height of the pictures in a row, on average. */
	height: number;
	/** Room below each picture for what is said of it, so that nothing lies on the picture. */
	foot: number;
	/** Width at which all is in sight, or at which a picture can just be judged if that is more. */
	fit: number;
	/** Width at which one picture fills the view. */
	fill: number;
}

/** Pixels between two cells. */
export const CELL_GAP = 6;
/** Pixels round all cells together, so that an outline is not cut. */
const EDGE = 14;
/** Cells are not made smaller than this by fitting them in: smaller ones cannot be judged. */
const LEAST_TO_JUDGE = 84;
/** Width of the smallest cell that can be asked for. */
const SMALLEST = 40;
/** One step of size makes cells larger by this much. */
const STEP = 1.25;
/** Room below a picture for words, and for bars alone, in pixels. */
const [WORDS, BARS] = [15, 5];

/** Room below pictures that are so wide, or so tall on a wall: where words cannot be read there are bars. */
export const footOf = (size: number): number => (size >= LEAST_TO_JUDGE ? WORDS : BARS);

/** Whether there is no room for words below pictures, only for bars. */
export const isBare = ({ foot }: Pick<MatLayout, 'foot'>): boolean => foot < WORDS;

const sum = (numbers: readonly number[]): number => numbers.reduce((all, one) => all + one, 0);

/** Heights of the pictures in a row on average, at a width of the columns. */
const heightAt = (width: number, rows: readonly number[]): number =>
	(width * sum(rows)) / rows.length;

/**
 * Sizes the cells of a mat.
 * @param view width and height of what is in sight, in pixels
 * @param steps how much larger than fitting, in steps of a quarter; need not be whole
 */
export function layMat(
	view: { width: number; height: number },
	{ columns, rows, labels }: MatContent,
	steps: number
): MatLayout {
	const room = {
		width: Math.max(1, view.width - labels.left - EDGE),
		height: Math.max(1, view.height - labels.top - EDGE)
	};
	const widest = (across: readonly number[], down: readonly number[]) =>
		Math.min(
			(room.width - CELL_GAP * across.length) / sum(across),
			(room.height - (CELL_GAP + WORDS) * down.length) / sum(down)
		);
	const fill = Math.max(SMALLEST, widest([Math.min(...columns)], [Math.min(...rows)]));
	const fit = Math.min(fill, Math.max(LEAST_TO_JUDGE, widest(columns, rows)));
	const width = Math.max(SMALLEST, Math.min(fill, fit * STEP ** steps));
	return { width, height: heightAt(width, rows), foot: footOf(width), fit, fill };
}

/** What a sheet of paper has room for within its margins: A4 upright (ISO 216) at 96 dots an inch. */
const PAPER = { width: 710, height: 990 };

/** Sizes cells for paper: all columns fit on it, and one row at least. */
export function layPaper({ columns, rows, labels }: MatContent): MatLayout {
	const width = Math.min(
		(PAPER.width - labels.left - CELL_GAP * columns.length) / sum(columns),
		(PAPER.height - labels.top - CELL_GAP - WORDS) / Math.max(...rows)
	);
	return { width, height: heightAt(width, rows), foot: footOf(width), fit: width, fill: width };
}

/** Where the columns and the rows of a mat lie; a row's length is that of its pictures and their foot. */
export function tracksOf(
	{ columns, rows }: MatContent,
	{ width, foot }: MatLayout
): { columns: Tracks; rows: Tracks } {
	return {
		columns: layTracks(
			columns.map((share) => share * width),
			CELL_GAP
		),
		rows: layTracks(
			rows.map((share) => share * width + foot),
			CELL_GAP
		)
	};
}

/** Where a cell width stands between the smallest and the one that fills the view, 0 to 1. */
export function zoomOf({ width, fill }: MatLayout): number {
	return fill > SMALLEST ? Math.log(width / SMALLEST) / Math.log(fill / SMALLEST) : 1;
}

/** The steps of size that lead to a layout: those asked for, within what is possible. */
export const stepsOf = ({ width, fit }: Pick<MatLayout, 'width' | 'fit'>): number =>
	Math.log(width / fit) / Math.log(STEP);

/** The steps of size that lead to a place between the smallest, 0, and the largest, 1. */
export function stepsAt(zoom: number, { fit, fill }: MatLayout): number {
	const width = SMALLEST * (fill / SMALLEST) ** Math.max(0, Math.min(1, zoom));
	return stepsOf({ width, fit });
}

/** The cells of a mat that are in sight. */
export interface Sight {
	rows: Stretch;
	columns: Stretch;
}

const lengthOf = ({ from, to }: Stretch): number => Math.max(0, to - from);

const sameStretch = (a: Stretch, b: Stretch): boolean => a.from === b.from && a.to === b.to;

/** Whether the same cells are in sight. */
export const sameSight = (a: Sight, b: Sight): boolean =>
	sameStretch(a.rows, b.rows) && sameStretch(a.columns, b.columns);

/** What two stretches have in common; nothing, at the start of the second, when they do not meet. */
function common(a: Stretch, b: Stretch): Stretch {
	const from = Math.max(a.from, b.from);
	const to = Math.min(a.to, b.to);
	return from < to ? { from, to } : { from: b.from, to: b.from };
}

/**
 * One step from the cells that are there to those that should be: what is out of sight goes at once,
 * what is new comes in whole rows and columns.
 * @param most about how many cells may come in one step; a row or a column comes in any case
 */
export function approach(now: Sight, wanted: Sight, most: number): Sight {
	let rows = common(now.rows, wanted.rows);
	let columns = common(now.columns, wanted.columns);
	// Without a cell to begin with, rows come one by one with all their columns.
	if (!lengthOf(rows) || !lengthOf(columns)) {
		rows = { from: wanted.rows.from, to: wanted.rows.from };
		columns = wanted.columns;
	}
	let room = most;
	const grow = (stretch: Stretch, to: Stretch, cost: number): Stretch => {
		let { from, to: end } = stretch;
		while (room > 0 && (end < to.to || from > to.from)) {
			if (end < to.to) end++;
			else from--;
			room -= Math.max(1, cost);
		}
		return { from, to: end };
	};
	rows = grow(rows, wanted.rows, lengthOf(columns));
	columns = grow(columns, wanted.columns, lengthOf(rows));
	return { rows, columns };
}

import { CELL_GAP, footOf, type MatLayout } from './mat';
import type { Sides } from './look';

/** Something that hangs on a wall. */
export interface WallItem {
	id: string;
	/** Width over height. */
	ratio: number;
}

/** Items that hang together, under words of their own or none. */
export interface WallGroup<Item extends WallItem> {
	key: string;
	says: string;
	items: readonly Item[];
}

/** Where an item hangs within its row, in pixels. */
interface WallBox<Item extends WallItem> {
	item: Item;
	left: number;
	width: number;
}

/** One line of a wall: a row of items, or the words above a group. */
export interface WallLine<Item extends WallItem> {
	key: string;
	/** From the top of the wall, in pixels. */
	top: number;
	/** Of a row, that of its pictures and the room below them. */
	height: number;
	/** Room below each picture of a row, in pixels. */
	foot: number;
	/** The words of a heading; null for a row. */
	says: string | null;
	boxes: readonly WallBox<Item>[];
}

/** Height of the words above a group, in pixels. */
const HEADING = 30;
/** A last row is not made taller than asked for; others are, up to this many times. */
const MOST_STRETCH = 1.5;
/** Ratios beyond these would make rows of a line's height, or take all of a row. */
const [NARROWEST, WIDEST] = [0.25, 5];

const ratioOf = ({ ratio }: WallItem) => Math.max(NARROWEST, Math.min(WIDEST, ratio));

/**
 * Hangs items in rows that fill the width, each at its own ratio, in their order.
 *
 * @param width room from the left to the right, in pixels
 * @param height height of the pictures in a row that is aimed at, in pixels
 */
export function hang<Item extends WallItem>(
	groups: readonly WallGroup<Item>[],
	width: number,
	height: number
): WallLine<Item>[] {
	const lines: WallLine<Item>[] = [];
	const foot = footOf(height);
	let top = 0;
	for (const { key, says, items } of groups) {
		if (says) {
			lines.push({ key: `says ${key}`, top, height: HEADING, foot: 0, says, boxes: [] });
			top += HEADING;
		}
		const put = (row: readonly Item[], tall: number) => {
			let left = 0;
			const boxes = row.map((item) => {
				const box = { item, left, width: ratioOf(item) * tall };
				left += box.width + CELL_GAP;
				return box;
			});
			lines.push({ key: row[0].id, top, height: tall + foot, foot, says: null, boxes });
			top += tall + foot + CELL_GAP;
		};
		/** How tall items are that fill the width. */
		const filling = (count: number, ratios: number) => (width - CELL_GAP * (count - 1)) / ratios;
		let row: Item[] = [];
		let ratios = 0;
		for (const item of items) {
			const more = ratios + ratioOf(item);
			const tall = filling(row.length + 1, more);
			if (row.length && tall < height) {
				const before = filling(row.length, ratios);
				// With this one they are lower than asked for, without it taller: the nearer is taken.
				if (before <= MOST_STRETCH * height && before / height < height / tall) {
					put(row, before);
					row = [item];
					ratios = ratioOf(item);
				} else {
					put([...row, item], tall);
					row = [];
					ratios = 0;
				}
				continue;
			}
			row.push(item);
			ratios = more;
		}
		if (row.length) put(row, Math.min(height, filling(row.length, ratios)));
	}
	return lines;
}

/** How high a wall is, in pixels. */
export const wallHeight = (lines: readonly WallLine<WallItem>[]): number => {
	const last = lines.at(-1);
	return last ? last.top + last.height : 0;
};

/** The first line that ends below a place, or how many there are. */
function firstBelow(lines: readonly WallLine<WallItem>[], y: number): number {
	let [from, to] = [0, lines.length];
	while (from < to) {
		const middle = (from + to) >> 1;
		if (lines[middle].top + lines[middle].height < y) from = middle + 1;
		else to = middle;
	}
	return from;
}

/** The lines of which something lies between two heights, from one to before another. */
export function linesBetween(
	lines: readonly WallLine<WallItem>[],
	top: number,
	bottom: number
): { from: number; to: number } {
	const from = firstBelow(lines, top);
	let to = from;
	while (to < lines.length && lines[to].top < bottom) to++;
	return { from, to };
}

/** In which line each item hangs, by its id. */
export function linesOfItems(lines: readonly WallLine<WallItem>[]): Map<string, number> {
	const found = new Map<string, number>();
	lines.forEach(({ boxes }, at) => boxes.forEach(({ item }) => found.set(item.id, at)));
	return found;
}

/**
 * The item beside one, or above or below it where its middle is nearest; null at the end.
 *
 * @param line the line in which it hangs
 */
export function stepOnWall(
	lines: readonly WallLine<WallItem>[],
	line: number,
	id: string,
	down: number,
	across: number
): string | null {
	const { boxes } = lines[line];
	const at = boxes.findIndex(({ item }) => item.id === id);
	if (at < 0) return null;
	const next = (by: number) => {
		let to = line + by;
		while (lines[to] && !lines[to].boxes.length) to += by;
		return lines[to] as WallLine<WallItem> | undefined;
	};
	if (across) {
		const beside = boxes[at + across] ?? (across > 0 ? next(1)?.boxes[0] : next(-1)?.boxes.at(-1));
		return beside?.item.id ?? null;
	}
	const middle = boxes[at].left + boxes[at].width / 2;
	const far = ({ left, width }: WallBox<WallItem>) => Math.abs(left + width / 2 - middle);
	const row = next(down)?.boxes ?? [];
	return (
		row.reduce<WallBox<WallItem> | null>(
			(best, box) => (!best || far(box) < far(best) ? box : best),
			null
		)?.item.id ?? null
	);
}

/** Rows are not made lower than this by fitting all of them in, in pixels. */
const LEAST = 112;
/** Nor taller, however few there are. */
const MOST = 330;
/** The lowest rows that can be asked for, in pixels. */
const LOWEST = 40;
const STEP = 1.25;

/**
 * How tall the rows of a wall are: all in sight where they can be judged so.
 *
 * @param room width and height of what is in sight, in pixels
 * @param steps how much taller, in steps of a quarter; need not be whole
 */
export function wallLayout(
	room: Sides,
	groups: readonly WallGroup<WallItem>[],
	steps: number
): MatLayout {
	let [ratios, widest, headings] = [0, NARROWEST, 0];
	for (const { items, says } of groups) {
		if (says) headings += HEADING;
		for (const item of items) {
			ratios += ratioOf(item);
			widest = Math.max(widest, ratioOf(item));
		}
	}
	const high = Math.max(LOWEST, room.height - headings);
	const fill = Math.max(LOWEST, Math.min(room.height - footOf(room.height), room.width / widest));
	// Rows fill the width: so tall that all of them fill the height. Ends of groups leave some empty.
	const all = Math.sqrt((room.width * high) / Math.max(ratios, 0.01)) * 0.9;
	const fit = Math.min(fill, Math.max(LEAST, Math.min(MOST, all)));
	const height = Math.max(LOWEST, Math.min(fill, fit * STEP ** steps));
	return { width: height, height, foot: footOf(height), fit, fill };
}

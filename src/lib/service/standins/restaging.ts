import type { Stand } from './arranging';
import { LATENT_SCALE, toLatent, type SceneBook } from './book';
import type { Composition, Layout } from './composition';
import { fitInto } from './cast';
import { insideOf, standingOut } from './cutout';
import type { Bitmap } from './materials';

import { agreementOf, contours } from './references';
import type { Scene } from './scenes';
import { drawnBox, type Box } from './sighting';
import { nameOf, stagingOf } from './staging';
import { coverOf, type Marks } from './standing';

/** How far up and down the horizon is tried, as a share of the frame's height. */
const HORIZONS = [-0.2, -0.12, -0.06, 0, 0.06, 0.12, 0.2];

/** With how many settings a staging is tried. */
const TRIED = 4;

/** How a composition of a prompt is laid out like a picture. */
export interface Likeness {
	layout: Layout;
	/** Where the picture's main thing stands, with room round it. */
	box: Box;
	/** Whether the picture itself can go on round that. */
	goesOn: boolean;
}

const known = new WeakMap<SceneBook, Map<string, Likeness>>();

/**
 * How a picture is laid out, as a composition of a prompt: its main things where the picture's stand and
 * as large, the horizon as it lies there. Some heights of the horizon are held against the picture, by
 * colour and by contours; the nearest is kept.
 *
 * @param lent what else the picture lends
 */
export function stagedLike(
	book: SceneBook,
	bitmap: Bitmap,
	lent: NonNullable<Composition['lent']> = {}
): Likeness {
	let all = known.get(book);
	if (!all) known.set(book, (all = new Map<string, Likeness>()));
	const name = [
		nameOf(bitmap),
		lent.place?.id,
		lent.light?.id,
		lent.subject?.id,
		!!lent.cutting
	].join();
	let one = all.get(name);
	if (!one) all.set(name, (one = findStaging(book, bitmap, lent)));
	return one;
}

function findStaging(
	book: SceneBook,
	bitmap: Bitmap,
	lent: NonNullable<Composition['lent']>
): Likeness {
	const { width, height, latentWidth, latentHeight, makeSurface } = book;
	const staging = stagingOf(bitmap, makeSurface);
	const plain = { layout: NONE, cast: 0, chance: 1, left: {}, lent };
	const marks = book.castMarks(plain);
	// What was cut out of it stands where it stood.
	if (lent.cutting)
		return {
			layout: book.layoutFor({ ...marks, larger: 1 }, plain),
			box: staging.boxes[0],
			goesOn: false
		};
	const { cast } = book.arranged(plain, 1);
	const cover = coverOf(cast, width, height, (subject) => drawnBox(subject, makeSurface));
	const wanted = toLatent(bitmap.pixels, latentWidth, latentHeight, LATENT_SCALE);
	const lines = contours(wanted, latentWidth, latentHeight);
	const tried = staging.boxes.flatMap((box) =>
		HORIZONS.map((by) => {
			const horizon = Math.min(0.95, Math.max(0.03, marks.horizon + by));
			const layout = book.layoutFor(standIn(box, horizon, cover, marks), plain);
			const { latents } = book.arranged({ ...plain, layout }, TRIED);
			const near = Math.max(
				...latents.map((painted) => {
					let apart = 0;
					for (let i = 0; i < painted.length; i++) apart += (painted[i] - wanted[i]) ** 2;
					return (
						agreementOf(lines, contours(painted, latentWidth, latentHeight)) -
						Math.sqrt(apart / painted.length)
					);
				})
			);
			return { box, layout, near, latents };
		})
	);
	const best = tried.reduce((a, b) => (b.near > a.near ? b : a));
	const box = roomFor(best.box, bitmap);
	const off = Math.min(
		...best.latents.map((painted) => outside(painted, wanted, box, latentWidth, latentHeight))
	);
	return { layout: best.layout, box, goesOn: off <= LIKE_ENOUGH };
}

/** A layout of which nothing is known. */
const NONE: Layout = {
	across: 0,
	size: 0,
	horizon: 0,
	depth: 0,
	pan: 0,
	exposure: 0,
	warmth: 0
};

/** Where actors stand that fit into a box, all in shares of the frame. */
function standIn(box: Box, horizon: number, cover: Box, marks: Marks): Stand {
	const { larger, middle, foot } = fitInto(cover, box, { width: 1, height: 1 });
	return {
		x: middle + (marks.x - (cover.left + cover.right) / 2) * larger,
		foot: foot + (marks.foot - cover.bottom) * larger,
		horizon,
		larger
	};
}

/** Mean difference of latents round the actors up to which the picture itself can go on round them. */
const LIKE_ENOUGH = 0.2;

/** So much of what stands out in a picture may lie outside a box without being part of the thing in it. */
const ASTRAY = 0.12;

/**
 * A box with room for actors of another shape, for what they throw on the ground, and for whatever of
 * the thing that stood there reaches beyond it: nothing of that is to be left standing.
 */
function roomFor({ left, right, top, bottom }: Box, bitmap: Bitmap): Box {
	const [wide, high] = [right - left, bottom - top];
	const room = {
		left: left - 0.17 * wide,
		right: right + 0.17 * wide,
		top: top - 0.32 * high,
		bottom: bottom + 0.04
	};
	const { width, height, share } = standingOut(bitmap);
	const out = { ...room };
	let [all, astray] = [0, 0];
	share.forEach((own, p) => {
		if (own < 0.5) return;
		const [x, y] = [(p % width) / width, Math.floor(p / width) / height];
		all++;
		if (x >= room.left && x <= room.right && y >= room.top && y <= room.bottom) return;
		astray++;
		out.left = Math.min(out.left, x);
		out.right = Math.max(out.right, x + 1 / width);
		out.top = Math.min(out.top, y);
		out.bottom = Math.max(out.bottom, y + 1 / height);
	});
	return astray > ASTRAY * all ? out : room;
}

/** Mean difference of two latents outside a box. */
function outside(
	a: Float32Array,
	b: Float32Array,
	box: Box,
	width: number,
	height: number
): number {
	const inside = insideOf(box, width, height);
	let [sum, n] = [0, 1e-9];
	for (let y = 0, i = 0; y < height; y++)
		for (let x = 0; x < width; x++, i += 3) {
			const own = 1 - inside(x + 0.5, y + 0.5);
			n += own * 3;
			for (let c = 0; c < 3; c++) sum += own * Math.abs(a[i + c] - b[i + c]);
		}
	return sum / n;
}

/** A scene without anything that nobody asked for. */
export function clean(scene: Scene): Scene {
	return {
		...scene,
		uninvited: [],
		again: 0,
		tags: new Set([...scene.tags].filter((tag) => !tag.startsWith('uninvited:')))
	};
}

/** A reference's subject counts as known from this chance on, if its contours are there at all. */
const KNOWN = 0.5;
const FIRM = 3;

/**
 * What a picture lends as content: the subject of the repertoire that it shows or, where that cannot be
 * told, what stands out in the picture itself.
 */
export function contentOf(
	book: SceneBook,
	bitmap: Bitmap
): Pick<NonNullable<Composition['lent']>, 'subject' | 'cutting'> {
	const [first] = stagingOf(bitmap, book.makeSurface).seen;
	return first.likelihood >= KNOWN && first.firm >= FIRM
		? { subject: first.subject }
		: { cutting: bitmap };
}

import { stream } from '$lib/core/random';
import { LATENT_SCALE, toLatent, type MoreScenes, type SceneBook } from './book';
import { insideOf, standingOut } from './cutout';
import type { Bitmap } from './materials';
import { agreementOf, contours } from './references';
import { scenesFor, type Scene } from './scenes';
import { drawnBox, type Box } from './sighting';
import { nameOf, stagingOf } from './staging';

/** Stagings that are tried for a picture, and how many of them are painted. */
const TRIED = 28;
const PAINTED = 4;

/** How far up and down the horizon is tried, as a share of the frame's height. */
const HORIZONS = [-0.2, -0.12, -0.06, 0, 0.06, 0.12, 0.2];

/**
 * Scenes of the prompt staged like a picture: its main things where the picture's stand and as large,
 * horizon and light as they lie there. Where the prompt is silent on place or light, those of the
 * picture are taken, as far as they can be told, and its broad light and colour come along. Many
 * stagings are painted at latent size and compared with the picture, by colour and by contours; the
 * nearest few are remembered.
 *
 * @param lends an outline brings neither place nor light nor colour along
 */
export function restaged(
	book: SceneBook,
	bitmap: Bitmap,
	lends: 'everything' | 'outline' = 'everything'
): MoreScenes {
	return book.more(`restaged ${lends}|${nameOf(bitmap)}`, () => {
		const { character, reading, latentWidth, latentHeight, makeSurface } = book;
		const staging = stagingOf(bitmap, makeSurface);
		const told = {
			...reading,
			...(lends === 'everything' && {
				place: reading.place ?? staging.place,
				light: reading.light ?? staging.light
			})
		};
		const own = scenesFor(character, told).filter(({ prompted }) => prompted);
		const random = stream(`restaged|${own[0].key}`);
		const wanted = toLatent(bitmap.pixels, latentWidth, latentHeight, LATENT_SCALE);
		const lines = contours(wanted, latentWidth, latentHeight);
		const candidates = Array.from({ length: TRIED }, (_, i): Scene => {
			const scene = own[i % own.length];
			return {
				...clean(scene),
				key: `${scene.key}|staged${i}`,
				framing: { ...scene.framing, zoom: 1, tilt: 0 },
				staged: {
					box: staging.boxes[Math.floor(i / HORIZONS.length) % staging.boxes.length],
					drawn: (subject) => drawnBox(subject, makeSurface)
				},
				horizonShift: HORIZONS[i % HORIZONS.length],
				lightSide: i % 2 ? 1 : -1,
				facing: random.chance(0.5) ? 1 : -1
			};
		});
		const judged = candidates.map((scene) => {
			const painted = book.sketch(scene);
			let apart = 0;
			for (let i = 0; i < painted.length; i++) apart += (painted[i] - wanted[i]) ** 2;
			const near =
				agreementOf(lines, contours(painted, latentWidth, latentHeight)) -
				Math.sqrt(apart / painted.length);
			return { scene, painted, near };
		});
		const best = judged.sort((a, b) => b.near - a.near).slice(0, PAINTED);
		if (lends === 'outline') return best.map(({ scene }) => scene);
		// The nearest has the picture itself round its actors, where that fits.
		const [{ scene, painted }, ...others] = best;
		const box = roomFor(scene.staged!.box, bitmap);
		const off = outside(painted, wanted, box, latentWidth, latentHeight);
		const within = off > LIKE_ENOUGH ? {} : { within: { bitmap, box } };
		return [{ ...scene, ...within }, ...others.map((one) => one.scene)].map((one) => ({
			...one,
			tonedLike: { bitmap, but: box }
		}));
	});
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
const CONTENTS = 6;

/**
 * Scenes of the prompt's place, light and medium with a picture's subject in them: the subject of the
 * repertoire that it shows or, where that cannot be told, what stands out in the picture itself.
 */
export function withContent(book: SceneBook, bitmap: Bitmap): MoreScenes {
	return book.more(`content|${nameOf(bitmap)}`, () => {
		const { character, reading, makeSurface } = book;
		const [first] = stagingOf(bitmap, makeSurface).seen;
		const known = first.likelihood >= KNOWN && first.firm >= FIRM;
		const scenes = scenesFor(
			character,
			known
				? { ...reading, lead: { subject: first.subject, count: 1, accent: null }, partner: null }
				: reading
		)
			.filter(({ prompted }) => prompted)
			.slice(0, CONTENTS)
			.map(clean);
		if (known) return scenes;
		return scenes.map((scene) => ({ ...scene, key: `${scene.key}|cut`, cutting: bitmap }));
	});
}

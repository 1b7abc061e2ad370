import type { MakeSurface } from '../pen';
import type { Subject } from '../repertoire/subjects';
import { resized } from '../resize';
import { DIRECTIONS, edgesOf, type Edges } from './edges';
import { templates, type Box, type Template } from './templates';

/** A subject seen in a picture. */
export interface Sighting {
	subject: Subject;
	/** How well its contours agree: 0 by chance, towards 1. */
	score: number;
	/** What it covers, as shares of the picture's width and height. */
	box: Box;
}

/** Longer side of the pictures that are searched, in pixels. */
const SEARCHED = 96;

/** A picture as it is searched: smaller, by averaging. */
export function searched(pixels: ArrayLike<number>, width: number, height: number) {
	const scale = SEARCHED / Math.max(width, height);
	const [w, h] = [width, height].map((side) => Math.max(8, Math.round(side * scale)));
	return { pixels: resized(pixels, width, height, w, h), width: w, height: h };
}

/** Sizes that are tried, as factors of a subject's own. */
const SIZES = [0.5, 0.63, 0.79, 1, 1.22, 1.45];

/** Steps between places that are tried first, in pixels. */
const STRIDE = 2;

/** A template at a size: where its points lie from the foot, as steps in a map, and in which map. */
interface Stencil {
	/** Columns and rows that it reaches over, so that all its points lie on the maps. */
	left: number;
	right: number;
	top: number;
	bottom: number;
	offset: Int32Array;
	map: Float32Array[];
}

/** So far round a picture maps go on with nothing, so that stencils may reach over its edges. */
const ROOM = 40;

function stencilOf(
	{ x, y, turn }: Template,
	{ width, along }: Edges,
	tall: number,
	mirror: boolean
): Stencil {
	const side = mirror ? -1 : 1;
	const dx = Array.from(x, (at) => Math.round(side * at * tall));
	const dy = Array.from(y, (at) => Math.round(at * tall));
	return {
		left: Math.min(...dx),
		right: Math.max(...dx),
		top: Math.min(...dy),
		bottom: Math.max(...dy),
		offset: Int32Array.from(dx, (at, i) => dy[i] * width + at),
		map: Array.from(turn, (at) => along[Math.round(mirror ? DIRECTIONS - at : at) % DIRECTIONS])
	};
}

/** How well a stencil's contours agree with those of a picture, its foot at a place of the maps. */
function agreement(
	{ offset, map }: Stencil,
	weight: Float32Array,
	at: number,
	stride: number
): number {
	let sum = 0;
	for (let i = 0; i < offset.length; i += stride) sum += weight[i] * map[i][at + offset[i]];
	return sum;
}

/**
 * Looks for every subject of the repertoire in a picture: where the contours of its drawing agree best
 * with those of the picture.
 *
 * @param pixels of a picture whose longer side is `SEARCHED`
 * @returns the best sighting of every subject, in the order of the repertoire
 */
export function sightings(
	pixels: ArrayLike<number>,
	width: number,
	height: number,
	makeSurface: MakeSurface
): Sighting[] {
	const edges = framed(edgesOf(pixels, width, height), ROOM);
	return templates(makeSurface).map((template) => best(edges, template, ROOM));
}

/** Maps with so much of nothing round them. */
function framed({ width, height, along }: Edges, room: number): Edges {
	const [w, h] = [width + 2 * room, height + 2 * room];
	return {
		width: w,
		height: h,
		along: along.map((map) => {
			const out = new Float32Array(w * h);
			for (let y = 0; y < height; y++)
				out.set(map.subarray(y * width, (y + 1) * width), (y + room) * w + room);
			return out;
		})
	};
}

/** Of places looked at with a few points, so many are looked at with all. */
const LOOKED_AT_AGAIN = 24;
const SPARSE = 4;

function best(edges: Edges, template: Template, room: number): Sighting {
	const [width, height] = [edges.width - 2 * room, edges.height - 2 * room];
	const { subject, box, weight } = template;
	const short = Math.min(width, height);
	interface Place {
		score: number;
		x: number;
		y: number;
		tall: number;
		mirror: boolean;
		stencil: Stencil;
	}
	const fits = (s: Stencil, x: number, y: number) =>
		x + s.left >= -room &&
		x + s.right < width + room &&
		y + s.top >= -room &&
		y + s.bottom < height + room;
	const placeOf = (x: number, y: number) => (y + room) * edges.width + x + room;
	let found: Place[] = [];
	let least = -Infinity;
	for (const factor of SIZES) {
		const tall = Math.min(subject.size * factor, 1.2) * short;
		for (const mirror of subject.handed ? [false] : [false, true]) {
			const stencil = stencilOf(template, edges, tall, mirror);
			const half = ((box.right - box.left) / 2) * tall;
			for (let y = Math.round(tall * 0.6); y < height + tall * 0.25; y += STRIDE)
				for (let x = Math.round(half * 0.5); x < width - half * 0.5; x += STRIDE) {
					if (!fits(stencil, x, y)) continue;
					const score = agreement(stencil, weight, placeOf(x, y), SPARSE);
					if (score <= least) continue;
					found.push({ score, x, y, tall, mirror, stencil });
					if (found.length < 4 * LOOKED_AT_AGAIN) continue;
					found = found.sort((a, b) => b.score - a.score).slice(0, LOOKED_AT_AGAIN);
					least = found[LOOKED_AT_AGAIN - 1].score;
				}
		}
	}
	const all = ({ stencil, x, y }: Place) => agreement(stencil, weight, placeOf(x, y), 1);
	let top = found
		.sort((a, b) => b.score - a.score)
		.slice(0, LOOKED_AT_AGAIN)
		.map((place) => ({ ...place, score: all(place) }))
		.reduce((a, b) => (b.score > a.score ? b : a));
	const { x: atX, y: atY, tall: at, mirror } = top;
	for (const factor of [0.89, 0.94, 1, 1.06, 1.12]) {
		const tall = at * factor;
		const stencil = stencilOf(template, edges, tall, mirror);
		for (let y = atY - 3; y <= atY + 3; y++)
			for (let x = atX - 3; x <= atX + 3; x++) {
				if (!fits(stencil, x, y)) continue;
				const place = { score: 0, x, y, tall, mirror, stencil };
				place.score = all(place);
				if (place.score > top.score) top = place;
			}
	}
	const side = top.mirror ? -1 : 1;
	const ends = [box.left, box.right].map((end) => (top.x + side * end * top.tall) / width);
	return {
		subject,
		score: top.score,
		box: {
			left: Math.max(0, Math.min(...ends)),
			right: Math.min(1, Math.max(...ends)),
			top: Math.max(0, (top.y + box.top * top.tall) / height),
			bottom: Math.min(1, (top.y + box.bottom * top.tall) / height)
		}
	};
}

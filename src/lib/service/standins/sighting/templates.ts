import { stream } from '$lib/core/random';
import type { MakeSurface } from '../pen';
import { lights } from '../repertoire/lights';
import { subjects, type Subject } from '../repertoire/subjects';
import { Stage } from '../stage';
import { gradients } from './edges';

/** The sides of a box. */
export interface Box {
	left: number;
	right: number;
	top: number;
	bottom: number;
}

/** The outline of a subject as its artist draws it. Lengths are shares of its height, up is negative. */
export interface Template {
	subject: Subject;
	/** Points of its contours, seen from its foot. */
	x: Float32Array;
	y: Float32Array;
	/** Direction of the gradient there, and how much it counts; all weights add up to 1. */
	turn: Float32Array;
	weight: Float32Array;
	/** What it covers. */
	box: Box;
}

/** Height in pixels at which a subject is drawn for its template, and how many points it keeps. */
const TALL = 44;
const POINTS = 72;

let known: Template[] | undefined;

/** Templates of all subjects, made once. */
export const templates = (makeSurface: MakeSurface): Template[] =>
	(known ??= subjects.map((subject) => templateOf(subject, makeSurface)));

function templateOf(subject: Subject, makeSurface: MakeSurface): Template {
	const [wide, high] = [TALL * 3, TALL * 2];
	const [footX, footY] = [wide / 2, TALL * 1.5];
	const surface = makeSurface(wide, high);
	const light = lights.find(({ id }) => id === 'day')!;
	const stage = new Stage(
		surface.pen,
		2000,
		2000,
		light,
		1000,
		[1500, 300],
		1000,
		stream(`template|${subject.id}`),
		null
	);
	surface.pen.translate(footX, footY);
	surface.pen.scale(TALL / 1000, TALL / 1000);
	subject.draw(stage, false);
	const drawn = surface.pixels();
	// On green, which nothing is drawn in: the outline is firm all round.
	const pixels = new Float32Array(wide * high * 3);
	const box = { left: wide, right: 0, top: high, bottom: 0 };
	for (let p = 0; p < wide * high; p++) {
		const alpha = drawn[p * 4 + 3] / 255;
		for (let c = 0; c < 3; c++)
			pixels[p * 3 + c] = Math.round(drawn[p * 4 + c] * alpha + [40, 230, 40][c] * (1 - alpha));
		if (alpha < 0.5) continue;
		const [x, y] = [p % wide, Math.floor(p / wide)];
		box.left = Math.min(box.left, x);
		box.right = Math.max(box.right, x + 1);
		box.top = Math.min(box.top, y);
		box.bottom = Math.max(box.bottom, y + 1);
	}
	const { size, turn } = gradients(pixels, wide, high);
	// The firmest first; each keeps its neighbours away, so that points lie all round.
	const order = [...size.keys()].filter((p) => size[p] > 0.02).sort((a, b) => size[b] - size[a]);
	const taken = new Uint8Array(size.length);
	let points: number[] = [];
	for (const reach of [2, 1]) {
		taken.fill(0);
		points = [];
		for (const p of order) {
			if (points.length >= POINTS) break;
			if (taken[p]) continue;
			points.push(p);
			const [x, y] = [p % wide, Math.floor(p / wide)];
			for (let v = Math.max(0, y - reach); v <= Math.min(high - 1, y + reach); v++)
				for (let u = Math.max(0, x - reach); u <= Math.min(wide - 1, x + reach); u++)
					taken[v * wide + u] = 1;
		}
		if (points.length >= POINTS * 0.6) break;
	}
	const weight = points.map((p) => Math.min(size[p], 0.15));
	const total = weight.reduce((sum, w) => sum + w, 0);
	const share = (at: number, foot: number) => (at - foot) / TALL;
	return {
		subject,
		x: Float32Array.from(points, (p) => share((p % wide) + 0.5, footX)),
		y: Float32Array.from(points, (p) => share(Math.floor(p / wide) + 0.5, footY)),
		turn: Float32Array.from(points, (p) => turn[p]),
		weight: Float32Array.from(weight, (w) => w / total),
		box: {
			left: share(box.left, footX),
			right: share(box.right, footX),
			top: share(box.top, footY),
			bottom: share(box.bottom, footY)
		}
	};
}

/** What a subject covers as it is drawn, in shares of its height from its foot. */
export const drawnBox = (subject: Subject, makeSurface: MakeSurface): Box =>
	templates(makeSurface).find((one) => one.subject === subject)?.box ??
	templateOf(subject, makeSurface).box;

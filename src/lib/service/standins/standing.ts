import { stream } from '$lib/core/random';
import { actorsOf, coveredBy, focusOf, type Actor } from './cast';
import { mix, rgb } from './colour';
import type { Pen } from './pen';
import type { Subject } from './repertoire/subjects';
import { withUninvited, type Scene } from './scenes';
import type { Box } from './sighting';
import { Stage, type Point } from './stage';

/** The part of a frame that is painted, in whole pixels of the frame. */
export interface View {
	left: number;
	top: number;
	width: number;
	height: number;
}

/** Where a scene's actors stand and the far edge of what they stand on, as shares of the frame. */
export interface Marks {
	x: number;
	foot: number;
	horizon: number;
	/** How far the actors reach to both sides of their place. */
	left: number;
	right: number;
}

/** A stage that nothing is drawn on. */
const NO_PEN = {} as Pen;

/** A scene's actors on a stage that nothing is drawn on, and what the camera makes of a point there. */
function standing(scene: Scene, width: number, height: number) {
	const unit = Math.min(width, height) / 1000;
	const stage = setStage(scene, width / unit, height / unit, NO_PEN);
	const actors = actorsOf(scene, stage);
	const focus = focusOf(scene, stage, actors);
	const camera = new Camera();
	pointCamera(camera, stage, scene, focus, (id) =>
		scene.uninvited.some((thing) => thing.id === id)
	);
	return { unit, stage, actors, focus, camera };
}

/** Returns where a scene's actors stand, as the camera sees them when the crop is not too tight. */
export function marksOf(scene: Scene, width: number, height: number): Marks {
	const { stage, actors, focus, camera } = standing(
		withUninvited(scene, () => false),
		width,
		height
	);
	const foot = actors.length ? Math.max(...actors.map(({ y }) => y)) : stage.horizon;
	const [x, y] = camera.at(focus[0], foot);
	const [, horizon] = camera.at(focus[0], stage.horizon);
	const sides = actors.flatMap((actor) => {
		const half = (actor.size * actor.part.subject.breadth) / 2;
		return [actor.x - half, actor.x + half].map((at) => camera.at(at, actor.y)[0]);
	});
	return {
		x: x / stage.width,
		foot: y / stage.height,
		horizon: horizon / stage.height,
		left: sides.length ? (x - Math.min(...sides)) / stage.width : 0,
		right: sides.length ? (Math.max(...sides) - x) / stage.width : 0
	};
}

/**
 * Returns what a scene's actors cover, as shares of the frame.
 * @param drawn what a subject covers as it is drawn, in shares of its height from its foot
 */
export function coverOf(
	scene: Scene,
	width: number,
	height: number,
	drawn: (subject: Subject) => Box
): Box {
	const { stage, actors, camera } = standing(
		withUninvited(scene, () => false),
		width,
		height
	);
	const { left, right, top, bottom } = coveredBy(actors, drawn, scene.hand.stretch);
	const corners = [left, right].flatMap((x) => [top, bottom].map((y) => camera.at(x, y)));
	const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
	return {
		left: Math.min(...xs) / stage.width,
		right: Math.max(...xs) / stage.width,
		top: Math.min(...ys) / stage.height,
		bottom: Math.max(...ys) / stage.height
	};
}

/**
 * Returns where the middle of each lead subject of a scene is, as shares of the frame's width and height,
 * and how tall it is as a share of the height; before the camera comes nearer.
 */
export function leadsOf(
	scene: Scene,
	width: number,
	height: number
): { x: number; y: number; size: number }[] {
	const { stage, actors } = standing(scene, width, height);
	return actors
		.filter(({ part }) => part.subject === scene.lead.subject)
		.map(({ x, y, size }) => ({
			x: x / stage.width,
			y: (y - size / 2) / stage.height,
			size: size / stage.height
		}));
}

/** So far from actors' edges, in stage units, a medium may leave shadows and lines of theirs. */
export const BEYOND_EDGES = 26;

/** What is drawn of a subject reaches so far beyond its breadth and height, and below its foot. */
const ROOM = { side: 0.64, above: 1.2, below: 0.16, wet: 0.6 };

/** Where a scene's actors are painted, with room for shadows. */
export function castView(scene: Scene, width: number, height: number): View {
	const own = withUninvited(scene, (where) => where === 'actors');
	const { unit, actors, camera } = standing(own, width, height);
	let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
	for (const actor of actors) {
		const { subject } = actor.part;
		const mounted = standsOnMound(scene, actor) ? moundOf(actor) / 2 : 0;
		const half = Math.max(mounted, ROOM.side * subject.breadth * actor.size) + BEYOND_EDGES;
		const below = isWet(scene, actor) ? ROOM.wet : ROOM.below;
		for (const x of [actor.x - half, actor.x + half])
			for (const y of [
				actor.y - ROOM.above * actor.size * scene.hand.stretch - BEYOND_EDGES,
				actor.y + below * actor.size + BEYOND_EDGES
			]) {
				const at = camera.at(x, y);
				[left, right] = [Math.min(left, at[0]), Math.max(right, at[0])];
				[top, bottom] = [Math.min(top, at[1]), Math.max(bottom, at[1])];
			}
	}
	// Also what the frame cuts off: elsewhere it may be seen.
	const within = (at: number, side: number) =>
		Math.round(Math.min(side * (1 + BESIDE_FRAME), Math.max(-side * BESIDE_FRAME, at * unit)));
	const [x, y] = [within(left, width), within(top, height)];
	return {
		left: x,
		top: y,
		width: Math.max(1, within(right, width) - x),
		height: Math.max(1, within(bottom, height) - y)
	};
}

/** How far beyond the frame actors are painted, as a share of its side. */
const BESIDE_FRAME = 0.3;

/** Follows a point through what the camera does. */
class Camera {
	#matrix = [1, 0, 0, 1, 0, 0];
	translate(x: number, y: number): void {
		const [a, b, c, d, e, f] = this.#matrix;
		this.#matrix = [a, b, c, d, a * x + c * y + e, b * x + d * y + f];
	}
	rotate(radians: number): void {
		const [a, b, c, d, e, f] = this.#matrix;
		const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
		this.#matrix = [
			a * cos + c * sin,
			b * cos + d * sin,
			c * cos - a * sin,
			d * cos - b * sin,
			e,
			f
		];
	}
	scale(x: number, y: number): void {
		const [a, b, c, d, e, f] = this.#matrix;
		this.#matrix = [a * x, b * x, c * y, d * y, e, f];
	}
	at(x: number, y: number): Point {
		const [a, b, c, d, e, f] = this.#matrix;
		return [a * x + c * y + e, b * x + d * y + f];
	}
}

/** Nearer round the focus, or off it when the crop is bad; leaning when the framing leans. */
export function pointCamera(
	pen: Pick<Pen, 'translate' | 'rotate' | 'scale'>,
	stage: Stage,
	scene: Scene,
	[focusX, focusY]: Point,
	has: (id: string) => boolean
): void {
	const { framing } = scene;
	const zoom = framing.zoom * (has('crop') ? 1.5 : 1);
	const tilt = (framing.tilt ?? 0) * scene.facing + (has('tilt') ? 0.09 : 0);
	if (zoom === 1 && tilt === 0) return;
	const fx = has('crop') ? focusX + stage.side * 170 : focusX;
	if (tilt) {
		// Enough larger that no corner shows.
		const cover =
			1 + Math.abs(tilt) * Math.max(stage.width / stage.height, stage.height / stage.width);
		pen.translate(stage.width / 2, stage.height / 2);
		pen.rotate(tilt);
		pen.scale(cover, cover);
		pen.translate(-stage.width / 2, -stage.height / 2);
	}
	if (zoom === 1) return;
	// A detail is brought towards the middle as the camera comes nearer.
	const pull = Math.min(1, (framing.zoom - 1) * 0.7);
	const tx = fx + (stage.width / 2 - fx) * pull;
	const ty = focusY + (stage.height / 2 - focusY) * pull;
	pen.translate(tx, ty);
	pen.scale(zoom, zoom);
	pen.translate(-fx, -focusY);
}

/** A scene's stage: its light, its horizon, its sun. `width` and `height` in stage units. */
export function setStage(scene: Scene, width: number, height: number, pen: Stage['pen']): Stage {
	const { light, leaning, framing, place } = scene;
	const random = stream(scene.key);
	const lean = rgb(light.leanings[leaning.index % light.leanings.length]);
	const tinted = (hex: string, share: number) => {
		const c = mix(rgb(hex), lean, leaning.amount * share);
		return `#${c.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;
	};
	const [top, middle, low] = light.sky;
	const leaned = {
		...light,
		sky: [tinted(top, 0.8), tinted(middle, 1), tinted(low, 0.8)] as [string, string, string],
		haze: tinted(light.haze, 0.8),
		water: light.water.map((hex) => tinted(hex, 0.7)) as [string, string]
	};
	// Indoors the view sets the table's edge only a little.
	const asked = framing.horizon;
	const share =
		asked === undefined
			? place.horizon
			: place.indoors
				? place.horizon + (asked - place.horizon) * 0.25
				: asked;
	const horizon = height * (share + scene.horizonShift);
	const x = width * scene.across;
	const away = scene.sun.away * width * scene.lightSide;
	let sunX = x + away;
	if (sunX < width * 0.08 || sunX > width * 0.92) sunX = x - away;
	const sun: Point = [sunX, horizon * (1 - light.elevation * scene.sun.up)];
	return new Stage(pen, width, height, leaned, horizon, sun, x, random, scene.lead.accent);
}

export const isWet = ({ place }: Scene, { part, aloft }: Actor): boolean =>
	!aloft && (!!place.wet || (part.subject.footing === 'water' && !place.indoors));

export const standsOnMound = ({ place }: Scene, { part, aloft }: Actor): boolean =>
	!aloft && part.subject.footing === 'land' && place.needsGround;

export const moundOf = ({ part, size }: Actor): number =>
	Math.max(330, size * part.subject.breadth * 2.1);

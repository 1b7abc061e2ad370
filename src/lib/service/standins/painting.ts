import { hash32, stream } from '$lib/core/random';
import { adapt, layersSeen, type InUse } from './adapters';
import { actorsOf, focusOf, type Actor } from './cast';
import { mix, rgb } from './colour';
import { surround } from './cutout';
import { finishBy } from './hand';
import { halved, type Cast } from './layers';
import { write } from './lettering';
import type { MakeSurface, Pen, Surface } from './pen';
import { blur, blurPlate, type Layer, type Plate } from './repertoire/media';
import { mound } from './repertoire/places';
import type { Subject } from './repertoire/subjects';
import type { Uninvited } from './repertoire/uninvited';
import type { Scene } from './scenes';
import { paintMist, paintRain, paintSky, paintSnow } from './sky';
import type { Box } from './sighting';
import { Stage, type Point } from './stage';
import { tone } from './toning';

/** The part of a frame that is painted, in whole pixels of the frame. */
export interface View {
	left: number;
	top: number;
	width: number;
	height: number;
}

/** A frame, and the part of it that is painted. */
interface Frame {
	width: number;
	height: number;
	view: View;
}

const wholeFrame = (width: number, height: number): Frame => ({
	width,
	height,
	view: { left: 0, top: 0, width, height }
});

/** What is painted of a scene: its surroundings, its actors, what lies before them. */
interface Shown {
	actors: boolean;
	before: boolean;
}

/** A scene while it is painted: what was drawn, and how it is finished. */
interface Drawn {
	pixels: Uint8ClampedArray;
	backdrop: Uint8ClampedArray;
	/** Opacity of the actors, of what lies before them, and of all that covers them. */
	matte: Uint8Array;
	near: Uint8Array;
	cover: Uint8Array;
}

/**
 * Paints a scene at a size in pixels.
 *
 * It is painted in three layers, what lies behind, who acts, what lies before, so that a medium can
 * tell them apart: a photograph softens the first, cut paper throws shadows between them.
 *
 * @returns `width * height * 3` bytes, red, green, blue
 */
export function paintScene(
	scene: Scene,
	width: number,
	height: number,
	makeSurface: MakeSurface,
	inUse: readonly InUse[] = []
): Uint8Array {
	const frame = wholeFrame(width, height);
	const [drawn] = draw(scene, frame, makeSurface, inUse, [{ actors: true, before: true }]);
	return finish(scene, frame, drawn, inUse);
}

/** A scene without its actors. */
export interface Setting {
	/** `width * height * 3` bytes. */
	pixels: Uint8Array;
	/** Opacity of what would cover actors here, a byte a pixel. */
	cover: Uint8Array;
}

/** Paints what a scene shows without its actors, at a size in pixels. */
export function paintSetting(
	scene: Scene,
	width: number,
	height: number,
	makeSurface: MakeSurface,
	inUse: readonly InUse[] = []
): Setting {
	const frame = wholeFrame(width, height);
	const own = keeping(scene, (where) => where !== 'actors');
	const [drawn] = draw(own, frame, makeSurface, inUse, [{ actors: false, before: true }]);
	return { pixels: finish(own, frame, drawn, inUse), cover: drawn.cover };
}

/** A scene with some of what nobody asked for. */
const keeping = (scene: Scene, keep: (where: Uninvited['where']) => boolean): Scene => ({
	...scene,
	uninvited: scene.uninvited.filter(({ where }) => keep(where))
});
const ofActors = (scene: Scene): Scene => keeping(scene, (where) => where === 'actors');

/**
 * Paints a scene's actors at a size in pixels of its frame.
 *
 * The scene is painted twice there, with them and without. What is laid over another setting is
 * `over = with - (1 - matte) without`: over its own setting that gives the scene back, up to rounding.
 */
export function paintCast(
	scene: Scene,
	width: number,
	height: number,
	makeSurface: MakeSurface,
	inUse: readonly InUse[] = []
): Cast {
	const view = castView(scene, width, height, makeSurface);
	const frame = { width, height, view };
	const own = ofActors(scene);
	const [without, shown] = draw(own, frame, makeSurface, inUse, [
		{ actors: false, before: false },
		{ actors: true, before: false }
	]);
	const { matte } = shown;
	const alone = finish(own, frame, without, inUse);
	const over = finish(own, frame, shown, inUse);
	const reach = (BEYOND_EDGES * Math.min(width, height)) / 1000;
	const near = blur(Float32Array.from(matte), view.width, view.height, reach);
	for (let p = 0, i = 0; p < matte.length; p++) {
		const opaque = matte[p] / 255;
		// Elsewhere a medium may have chosen other tones because of them: that is no part of them.
		const beside = (1 - opaque) * Math.min(1, near[p] / 100);
		for (let c = 0; c < 3; c++, i++)
			over[i] = halved(opaque * over[i] + beside * (over[i] - alone[i]));
	}
	return { view, matte, over };
}

/** So far from actors' edges, in stage units, a medium may leave shadows and lines of theirs. */
const BEYOND_EDGES = 26;

/** What is drawn of a subject reaches so far beyond its breadth and height, and below its foot. */
const ROOM = { side: 0.64, above: 1.2, below: 0.16, wet: 0.6 };

/** Where a scene's actors are painted, with room for shadows. */
export function castView(
	scene: Scene,
	width: number,
	height: number,
	makeSurface: MakeSurface
): View {
	const unit = Math.min(width, height) / 1000;
	const { pen } = makeSurface(1, 1);
	const stage = setStage(scene, width / unit, height / unit, pen);
	const actors = actorsOf(scene, stage);
	const seen = new Seen();
	const has = (id: string) => ofActors(scene).uninvited.some((thing) => thing.id === id);
	pointCamera(seen, stage, scene, focusOf(scene, stage, actors), has);
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
				const at = seen.at(x, y);
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
class Seen {
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

/** Where a scene's actors stand and the far edge of what they stand on, as shares of the frame. */
export interface Marks {
	x: number;
	foot: number;
	horizon: number;
	/** How far they reach to both sides of their place. */
	left: number;
	right: number;
}

/** What a scene's actors cover, as shares of the frame, by what each subject covers as it is drawn. */
export function coverOf(
	scene: Scene,
	width: number,
	height: number,
	makeSurface: MakeSurface,
	drawn: (subject: Subject) => Box
): Box {
	const unit = Math.min(width, height) / 1000;
	const stage = setStage(scene, width / unit, height / unit, makeSurface(1, 1).pen);
	const actors = actorsOf(scene, stage);
	const seen = new Seen();
	pointCamera(seen, stage, scene, focusOf(scene, stage, actors), () => false);
	const corners = actors.flatMap(({ part, x, y, size, mirror }) => {
		const { left, right, top, bottom } = drawn(part.subject);
		const [from, to] = mirror ? [-right, -left] : [left, right];
		return [
			seen.at(x + from * size, y + top * size * scene.hand.stretch),
			seen.at(x + to * size, y + bottom * size)
		];
	});
	const xs = corners.map(([x]) => x / stage.width);
	const ys = corners.map(([, y]) => y / stage.height);
	return {
		left: Math.min(...xs),
		right: Math.max(...xs),
		top: Math.min(...ys),
		bottom: Math.max(...ys)
	};
}

export function marksOf(
	scene: Scene,
	width: number,
	height: number,
	makeSurface: MakeSurface
): Marks {
	const unit = Math.min(width, height) / 1000;
	const stage = setStage(scene, width / unit, height / unit, makeSurface(1, 1).pen);
	const actors = actorsOf(scene, stage);
	const seen = new Seen();
	const focus = focusOf(scene, stage, actors);
	pointCamera(seen, stage, scene, focus, () => false);
	const foot = actors.length ? Math.max(...actors.map(({ y }) => y)) : stage.horizon;
	const [x, y] = seen.at(focus[0], foot);
	const [, horizon] = seen.at(focus[0], stage.horizon);
	const sides = actors.flatMap((actor) => {
		const half = (actor.size * actor.part.subject.breadth) / 2;
		return [actor.x - half, actor.x + half].map((at) => seen.at(at, actor.y)[0]);
	});
	return {
		x: x / stage.width,
		foot: y / stage.height,
		horizon: horizon / stage.height,
		left: sides.length ? (x - Math.min(...sides)) / stage.width : 0,
		right: sides.length ? (Math.max(...sides) - x) / stage.width : 0
	};
}

/** Draws a scene, once for each way in which it is shown. */
function draw(
	scene: Scene,
	{ width, height, view }: Frame,
	makeSurface: MakeSurface,
	inUse: readonly InUse[],
	ways: readonly Shown[]
): Drawn[] {
	const unit = Math.min(width, height) / 1000;
	const behind = makeSurface(view.width, view.height);
	const stage = setStage(scene, width / unit, height / unit, behind.pen);
	const actors = actorsOf(scene, stage);
	const has = (id: string) => scene.uninvited.some((thing) => thing.id === id);

	/** Draws on a surface as the camera sees it. */
	const on = ({ pen }: Surface, work: () => void, moved = true) => {
		stage.pen = pen;
		pen.save();
		pen.translate(-view.left, -view.top);
		pen.scale(unit, unit);
		if (moved) pointCamera(pen, stage, scene, focusOf(scene, stage, actors), has);
		work();
		pen.restore();
	};

	on(behind, () => {
		paintSky(stage, scene.hand.sun, scene.light.paint);
		scene.place.back(stage);
		for (const thing of scene.uninvited) if (thing.where === 'behind') thing.paint?.(stage);
		if (!scene.place.indoors) paintMist(stage);
	});
	const layers = new Set([...scene.medium.sees, ...layersSeen(inUse)]);
	const seen = (layer: Layer, surface: Surface) =>
		layers.has(layer) ? surface.pixels() : new Uint8ClampedArray();
	const backdrop = seen('backdrop', behind);

	/** What lies before it is drawn on a sheet of its own, one after another. */
	const sheet = makeSurface(view.width, view.height);
	const fill = (work: () => void, moved = true) => {
		sheet.clear();
		on(sheet, work, moved);
	};
	return ways.map((shown, i): Drawn => {
		// The last takes the surroundings themselves, those before it a copy.
		const last = i + 1 === ways.length;
		const whole = last ? behind : makeSurface(view.width, view.height);
		if (!last) whole.lay(behind);
		stage.words = scene.lettering?.text ?? null;
		let matte = new Uint8Array() as Uint8Array;
		let near = matte;
		const cover = new Uint8Array(shown.before && !shown.actors ? view.width * view.height : 0);
		const laid = () => {
			whole.lay(sheet);
			if (cover.length) add(cover, opacity(sheet.pixels()));
		};
		// Who carries the letters takes them, shown or not.
		if (shown.actors || stage.words !== null) {
			fill(() => {
				for (const actor of actors) ground(scene, stage, actor);
				for (const { part, x, y, size, mirror } of actors) {
					stage.at(x, y, size / 1000, () => part.subject.draw(stage, has('extra')), {
						mirror,
						stretch: scene.hand.stretch
					});
				}
			});
			if (shown.actors) {
				whole.lay(sheet);
				matte = opacity(shown.before ? seen('matte', sheet) : sheet.pixels());
			}
		}
		if (shown.before) {
			fill(() => scene.place.front(stage));
			laid();
			near = opacity(seen('near', sheet));
			fill(() => {
				if (scene.place.indoors) return;
				paintRain(stage);
				paintSnow(stage);
				paintMist(stage, stage.light.mist * 0.22);
			});
			laid();
		}
		fill(() => gather(stage, scene), false);
		whole.lay(sheet);
		if (shown.before) {
			fill(() => {
				if (stage.words !== null) title(stage, scene);
				for (const thing of scene.uninvited) if (thing.where === 'over') thing.paint?.(stage);
			}, false);
			laid();
		}
		const pixels = whole.pixels();
		for (const surface of last ? [whole, sheet] : [whole]) surface.free();
		return { pixels, backdrop, matte, near, cover };
	});
}

/** Lays one opacity over another, in place. */
function add(cover: Uint8Array, over: Uint8Array): void {
	for (let p = 0; p < cover.length; p++)
		if (over[p]) cover[p] = 255 - ((255 - cover[p]) * (255 - over[p])) / 255;
}

/** From what was drawn to a painting: medium, model's hand, and what the scene is to take on. */
function finish(
	scene: Scene,
	{ width, height, view }: Frame,
	{ pixels, backdrop, matte, near }: Drawn,
	inUse: readonly InUse[]
): Uint8Array {
	const unit = Math.min(width, height) / 1000;
	if (scene.uninvited.some(({ id }) => id === 'soft')) {
		const soft = { pixels, width: view.width, height: view.height };
		for (let i = 0; i < 3; i++) blurPlate(soft, 8 * unit);
	}
	const plate = (): Plate => ({
		// Media work in place; adapters begin anew from what was drawn.
		pixels: inUse.length ? pixels.slice() : pixels,
		backdrop,
		matte: matte.length ? matte : new Uint8Array(view.width * view.height),
		near: near.length ? near : new Uint8Array(view.width * view.height),
		width: view.width,
		height: view.height,
		unit,
		seed: hash32(scene.key) % 251
	});
	const painting = scene.medium.finish(plate());
	finishBy(painting, scene, width, height, unit, view);
	if (scene.tonedLike) tone(painting, width, height, scene.tonedLike);
	if (scene.within) surround(painting, width, height, scene.within);
	for (const thing of scene.uninvited) thing.spoil?.(painting, view.width, view.height, unit);
	adapt(painting, plate, width, height, view, inUse);
	return painting;
}

/**
 * Where the middle of each lead subject of a scene is, as shares of the frame's width and height,
 * and how tall it is as a share of the height; before the camera comes nearer.
 */
export function leadsOf(
	scene: Scene,
	width: number,
	height: number,
	{ pen }: Surface
): { x: number; y: number; size: number }[] {
	const unit = Math.min(width, height) / 1000;
	const stage = setStage(scene, width / unit, height / unit, pen);
	return actorsOf(scene, stage)
		.filter(({ part }) => part.subject === scene.lead.subject)
		.map(({ x, y, size }) => ({
			x: x / stage.width,
			y: (y - size / 2) / stage.height,
			size: size / stage.height
		}));
}

/** The alpha bytes of a layer. */
function opacity(pixels: Uint8ClampedArray): Uint8Array {
	const out = new Uint8Array(pixels.length / 4);
	for (let p = 0; p < out.length; p++) out[p] = pixels[p * 4 + 3];
	return out;
}

/** Nearer round the focus, or off it when the crop is bad; leaning when the framing leans. */
function pointCamera(
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

function setStage(scene: Scene, width: number, height: number, pen: Stage['pen']): Stage {
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

/** What an actor stands on and in: a reflection in water, a mound where the place has no ground. */
function ground(scene: Scene, stage: Stage, actor: Actor): void {
	if (actor.aloft) return;
	const { part, x, y, size } = actor;
	if (isWet(scene, actor)) reflection(stage, x, y, size, part.subject.breadth);
	if (standsOnMound(scene, actor)) mound(stage, x, y, moundOf(actor), '#4f4a44');
}

const isWet = ({ place }: Scene, { part, aloft }: Actor): boolean =>
	!aloft && (!!place.wet || (part.subject.footing === 'water' && !place.indoors));

const standsOnMound = ({ place }: Scene, { part, aloft }: Actor): boolean =>
	!aloft && part.subject.footing === 'land' && place.needsGround;

const moundOf = ({ part, size }: Actor): number => Math.max(330, size * part.subject.breadth * 2.1);

/** What stands in water stands in it twice. */
function reflection(stage: Stage, x: number, y: number, size: number, breadth: number): void {
	const random = stage.random.branch('reflection');
	const dark = mix(rgb(stage.light.water[1]), rgb(stage.light.ambient), 0.6);
	const half = size * breadth * 0.42;
	for (let i = 0; i < 26; i++) {
		const along = i / 26;
		const w = half * (1 - along * 0.75) * random.between(0.6, 1.1);
		const shift = random.between(-1, 1) * half * 0.18 * (1 + along);
		const ry = y + along * size * 0.5;
		stage.fill(
			(pen) => pen.ellipse(x + shift, ry, Math.max(3, w), 2.5 + along * 5, 0, 0, Math.PI * 2),
			dark,
			0.34 * (1 - along)
		);
	}
}

/** Light that gathers the scene: warm towards the sun, deeper at the corners. */
function gather(stage: Stage, scene: Scene): void {
	const { pen, width, height, sun } = stage;
	const key = rgb(scene.light.glow);
	if (!scene.place.indoors) stage.glow(sun[0], sun[1], 620, key, scene.light.glowStrength * 0.16);
	const reach = Math.hypot(width, height);
	const corner = pen.createRadialGradient(
		width / 2,
		height * 0.46,
		reach * 0.3,
		width / 2,
		height * 0.46,
		reach * 0.62
	);
	const [r, g, b] = rgb(scene.light.ambient);
	corner.addColorStop(0, `rgba(${r},${g},${b},0)`);
	corner.addColorStop(1, `rgba(${r * 0.5},${g * 0.5},${b * 0.5},0.34)`);
	pen.fillStyle = corner;
	pen.fillRect(-10, -10, width + 20, height + 20);
}

/** Sets the prompt's lettering across the sky, or under the scene when the subject fills the sky. */
function title(stage: Stage, scene: Scene): void {
	const { width, height } = stage;
	const { shiftX, shiftY, size, text } = scene.lettering!;
	const [, middle] = scene.light.sky;
	const dark = 0.3 * rgb(middle)[0] + 0.6 * rgb(middle)[1] + 0.1 * rgb(middle)[2] < 140;
	const ink = dark ? rgb('#fbf1d8') : rgb('#24262e');
	const w = width * 0.8 * size;
	const h = height * 0.15 * size;
	const box = {
		x: (width - w) / 2 + shiftX * width,
		y: height * 0.055 + shiftY * height,
		width: w,
		height: h
	};
	const ground = dark ? rgb('#1c1a2a') : rgb('#fffaf0');
	write(stage, text, { ...box, x: box.x + 3, y: box.y + 4 }, ground, 0.2);
	write(stage, text, box, ink, 0.16);
}

import { hash32 } from '$lib/core/random';
import { adapt, layersSeen, type InUse } from './adapters';
import { actorsOf, focusOf, type Actor } from './cast';
import { mix, rgb } from './colour';
import { surround } from './cutout';
import { finishBy } from './hand';
import { halved, type Cast } from './layers';
import { write } from './lettering';
import type { MakeSurface, Surface } from './pen';
import { blur, blurPlate, type Layer, type Plate } from './repertoire/media';
import { mound } from './repertoire/places';
import { withUninvited, type Scene } from './scenes';
import { paintMist, paintRain, paintSky, paintSnow } from './sky';
import type { Stage } from './stage';
import {
	BEYOND_EDGES,
	castView,
	isWet,
	moundOf,
	pointCamera,
	setStage,
	standsOnMound,
	type View
} from './standing';
import { tone } from './toning';

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
	const own = withUninvited(scene, (where) => where !== 'actors');
	const [drawn] = draw(own, frame, makeSurface, inUse, [{ actors: false, before: true }]);
	return { pixels: finish(own, frame, drawn, inUse), cover: drawn.cover };
}

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
	const view = castView(scene, width, height);
	const frame = { width, height, view };
	const own = withUninvited(scene, (where) => where === 'actors');
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

/** The alpha bytes of a layer. */
function opacity(pixels: Uint8ClampedArray): Uint8Array {
	const out = new Uint8Array(pixels.length / 4);
	for (let p = 0; p < out.length; p++) out[p] = pixels[p * 4 + 3];
	return out;
}

/** What an actor stands on and in: a reflection in water, a mound where the place has no ground. */
function ground(scene: Scene, stage: Stage, actor: Actor): void {
	if (actor.aloft) return;
	const { part, x, y, size } = actor;
	if (isWet(scene, actor)) reflection(stage, x, y, size, part.subject.breadth);
	if (standsOnMound(scene, actor)) mound(stage, x, y, moundOf(actor), '#4f4a44');
}

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

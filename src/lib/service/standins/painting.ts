import { hash32, stream } from '$lib/core/random';
import { adapt, layersSeen, type InUse } from './adapters';
import { actorsOf, focusOf, type Actor } from './cast';
import { mix, rgb } from './colour';
import { paste, surround } from './cutout';
import { finishBy } from './hand';
import { write } from './lettering';
import type { MakeSurface, Surface } from './pen';
import { blurPlate, type Layer, type Plate } from './repertoire/media';
import { mound } from './repertoire/places';
import type { Scene } from './scenes';
import { paintMist, paintRain, paintSky, paintSnow } from './sky';
import { Stage, type Point } from './stage';
import { tone } from './toning';

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
	const unit = Math.min(width, height) / 1000;
	const behind = makeSurface(width, height);
	const stage = setStage(scene, width / unit, height / unit, behind.pen);
	const actors = actorsOf(scene, stage);
	const has = (id: string) => scene.uninvited.some((thing) => thing.id === id);

	/** Draws on a surface as the camera sees it. */
	const draw = ({ pen }: Surface, work: () => void, moved = true) => {
		stage.pen = pen;
		pen.save();
		pen.scale(unit, unit);
		if (moved) pointCamera(stage, scene, focusOf(scene, stage, actors), has);
		work();
		pen.restore();
	};

	draw(behind, () => {
		paintSky(stage, scene.hand.sun, scene.light.paint);
		scene.place.back(stage);
		for (const thing of scene.uninvited) if (thing.where === 'behind') thing.paint?.(stage);
		if (!scene.place.indoors) paintMist(stage);
		for (const actor of actors) ground(scene, stage, actor);
	});
	const layers = new Set([...scene.medium.sees, ...layersSeen(inUse)]);
	const seen = (layer: Layer, surface: Surface) =>
		layers.has(layer) ? surface.pixels() : new Uint8ClampedArray();
	const backdrop = seen('backdrop', behind);

	/** What lies before it is drawn on a sheet of its own, one after another. */
	const sheet = makeSurface(width, height);
	const lay = (work: () => void, moved = true) => {
		sheet.clear();
		draw(sheet, work, moved);
		behind.lay(sheet);
	};
	stage.words = scene.lettering?.text ?? null;
	lay(() => {
		for (const { part, x, y, size, mirror } of actors) {
			stage.at(x, y, size / 1000, () => part.subject.draw(stage, has('extra')), {
				mirror,
				stretch: scene.hand.stretch
			});
		}
	});
	const matte = opacity(seen('matte', sheet));
	lay(() => scene.place.front(stage));
	const near = opacity(seen('near', sheet));
	lay(() => {
		if (scene.place.indoors) return;
		paintRain(stage);
		paintSnow(stage);
		paintMist(stage, stage.light.mist * 0.22);
	});
	lay(() => {
		gather(stage, scene);
		if (stage.words !== null) title(stage, scene);
		for (const thing of scene.uninvited) if (thing.where === 'over') thing.paint?.(stage);
	}, false);
	const pixels = behind.pixels();
	for (const surface of [behind, sheet]) surface.free();
	if (has('soft')) {
		const soft = { pixels, width, height };
		for (let i = 0; i < 3; i++) blurPlate(soft, 8 * unit);
	}
	const plate = (): Plate => ({
		// Media work in place; adapters begin anew from what was drawn.
		pixels: inUse.length ? pixels.slice() : pixels,
		backdrop,
		matte,
		near,
		width,
		height,
		unit,
		seed: hash32(scene.key) % 251
	});
	const painting = scene.medium.finish(plate());
	finishBy(painting, scene, width, height, unit);
	if (scene.tonedLike) tone(painting, width, height, scene.tonedLike);
	if (scene.within) surround(painting, width, height, scene.within);
	if (scene.cutting) paste(painting, width, height, scene.cutting);
	for (const thing of scene.uninvited) thing.spoil?.(painting, width, height, unit);
	adapt(painting, plate, width, height, inUse);
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
	stage: Stage,
	scene: Scene,
	[focusX, focusY]: Point,
	has: (id: string) => boolean
): void {
	const { pen } = stage;
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
	const away = random.branch('sun').between(0.2, 0.36) * width * scene.lightSide;
	let sunX = x + away;
	if (sunX < width * 0.08 || sunX > width * 0.92) sunX = x - away;
	const sun: Point = [
		sunX,
		horizon * (1 - light.elevation * random.branch('sun').between(0.85, 1.15))
	];
	return new Stage(pen, width, height, leaned, horizon, sun, x, random, scene.lead.accent);
}

/** What an actor stands on and in: a reflection in water, a mound where the place has no ground. */
function ground(scene: Scene, stage: Stage, { part, x, y, size, aloft }: Actor): void {
	if (aloft) return;
	const wet = scene.place.wet || (part.subject.footing === 'water' && !scene.place.indoors);
	if (wet) reflection(stage, x, y, size, part.subject.breadth);
	if (part.subject.footing === 'land' && scene.place.needsGround) {
		mound(stage, x, y, Math.max(330, size * part.subject.breadth * 2.1), '#4f4a44');
	}
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

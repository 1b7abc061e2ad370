import { hash32, stream } from '$lib/core/random';
import { mix, rgb } from './colour';
import type { MakeSurface } from './pen';
import { blurPlate, type Plate } from './repertoire/media';
import { mound } from './repertoire/places';
import type { Scene } from './scenes';
import { paintMist, paintRain, paintSky } from './sky';
import { Stage, type Point } from './stage';

/**
 * Paints a scene at a size in pixels.
 * @returns `width * height * 3` bytes, red, green, blue
 */
export function paintScene(
	scene: Scene,
	width: number,
	height: number,
	makeSurface: MakeSurface
): Uint8Array {
	const unit = Math.min(width, height) / 1000;
	const surface = makeSurface(width, height);
	const { pen } = surface;
	const random = stream(scene.key);
	const stage = setStage(scene, width / unit, height / unit, pen, random);
	const [sx, sy, size] = standing(scene, stage);
	const has = (id: string) => scene.uninvited.some((thing) => thing.id === id);

	pen.save();
	pen.scale(unit, unit);
	pen.save();
	const zoom = scene.framing.zoom * (has('crop') ? 1.5 : 1);
	if (zoom !== 1) {
		// The camera comes nearer round the subject's middle, or off it when the crop is bad.
		const fx = has('crop') ? sx + stage.side * 170 : sx;
		const fy = sy - size * 0.5;
		pen.translate(fx, fy);
		pen.scale(zoom, zoom);
		pen.translate(-fx, -fy);
	}
	paintSky(stage);
	scene.place.back(stage);
	for (const thing of scene.uninvited) if (thing.where === 'behind') thing.paint?.(stage);
	paintMist(stage);
	reflection(scene, stage, sx, sy, size);
	if (scene.subject.footing === 'land' && scene.place.needsGround) {
		mound(stage, sx, sy, Math.max(330, size * scene.subject.breadth * 2.1), '#4f4a44');
	}
	stage.at(sx, sy, size / 1000, () => scene.subject.draw(stage, has('extra')));
	scene.place.front(stage);
	paintRain(stage);
	paintMist(stage, stage.light.mist * 0.22);
	pen.restore();
	gather(stage, scene);
	for (const thing of scene.uninvited) if (thing.where === 'over') thing.paint?.(stage);
	pen.restore();

	const plate: Plate = {
		pixels: surface.pixels(),
		width,
		height,
		unit,
		seed: hash32(scene.key) % 251
	};
	if (has('soft')) for (let i = 0; i < 3; i++) blurPlate(plate, 8 * unit);
	if (scene.saturation !== 1) saturate(plate.pixels, scene.saturation);
	return scene.medium.finish(plate);
}

function setStage(
	scene: Scene,
	width: number,
	height: number,
	pen: Stage['pen'],
	random: Stage['random']
): Stage {
	const { light, leaning } = scene;
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
	const horizon = height * (scene.place.horizon + scene.horizonShift);
	const x = width * scene.across;
	const away = random.branch('sun').between(0.2, 0.36) * width * scene.lightSide;
	let sunX = x + away;
	if (sunX < width * 0.08 || sunX > width * 0.92) sunX = x - away;
	const sun: Point = [
		sunX,
		horizon * (1 - light.elevation * random.branch('sun').between(0.85, 1.15))
	];
	return new Stage(pen, width, height, leaned, horizon, sun, x, random, scene.accent);
}

/** Where the subject's foot is and how tall it is, in units. */
function standing(scene: Scene, stage: Stage): [x: number, y: number, size: number] {
	const { subject, place, framing } = scene;
	let size = subject.size * 1000 * scene.scale * framing.size;
	// Nothing is taller or wider than the frame can hold.
	size = Math.min(size, stage.height * 0.86, (stage.width * 0.9) / subject.breadth);
	if (subject.footing === 'air') return [stage.subjectX, stage.horizon * 0.62 + size * 0.5, size];
	const depth = stage.height - stage.horizon;
	const near = Math.min(
		0.94,
		place.stand[subject.footing] + (framing.size - 1) * 0.3 + (size / 1000 - 0.5) * 0.24
	);
	return [stage.subjectX, stage.horizon + depth * Math.max(0.06, near), size];
}

/** What stands in water stands in it twice. */
function reflection(scene: Scene, stage: Stage, x: number, y: number, size: number): void {
	const wet =
		scene.place.id === 'sea' || scene.place.id === 'marsh' || scene.subject.footing === 'water';
	if (!wet || scene.subject.footing === 'air') return;
	const random = stage.random.branch('reflection');
	const dark = mix(rgb(stage.light.water[1]), rgb(stage.light.ambient), 0.6);
	const half = size * scene.subject.breadth * 0.42;
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
	stage.glow(sun[0], sun[1], 620, key, scene.light.glowStrength * 0.16);
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

/** Moves every colour away from its grey, or towards it, in place. */
function saturate(pixels: Uint8ClampedArray, amount: number): void {
	for (let i = 0; i < pixels.length; i += 4) {
		const grey = 0.2126 * pixels[i] + 0.7152 * pixels[i + 1] + 0.0722 * pixels[i + 2];
		for (let c = 0; c < 3; c++) pixels[i + c] = grey + (pixels[i + c] - grey) * amount;
	}
}

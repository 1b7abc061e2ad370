import { mix, rgb } from './colour';
import { oval, type Stage } from './stage';

/**
 * Paints the sky down to the horizon: wash, stars, sun or moon, clouds.
 * @param discScale multiplies the disc
 * @param besides what else this light's sky shows, behind the clouds
 */
export function paintSky(stage: Stage, discScale = 1, besides?: (stage: Stage) => void): void {
	const { light, horizon, sun, random } = stage;
	const [top, middle, low] = light.sky.map(rgb);
	stage.wash(-20, horizon + 20, [
		[0, top],
		[0.55, middle],
		[0.97, low],
		[1, low]
	]);
	if (light.stars) paintStars(stage);
	const glow = rgb(light.glow);
	stage.glow(sun[0], sun[1], 820, glow, light.glowStrength * 0.55);
	stage.glow(sun[0], sun[1], 330, glow, light.glowStrength * 0.8);
	if (light.disc) {
		const radius = light.discRadius * discScale * random.branch('disc').between(0.85, 1.25);
		stage.fill(oval(sun[0], sun[1], radius * 1.5, radius * 1.5), glow, 0.35);
		stage.fill(oval(sun[0], sun[1], radius, radius), rgb(light.disc));
	}
	besides?.(stage);
	paintClouds(stage);
}

function paintStars(stage: Stage): void {
	const random = stage.random.branch('stars');
	for (let i = 0; i < 130; i++) {
		const y = random.next() ** 1.5 * stage.horizon * 0.9;
		const size = random.between(0.8, 2.6);
		stage.fill(
			oval(random.between(0, stage.width), y, size, size),
			[244, 244, 255],
			random.between(0.3, 0.95)
		);
	}
}

/** Heaped clouds by day, drawn-out bars when the sun is low. */
function paintClouds(stage: Stage): void {
	const { light, horizon, width } = stage;
	const random = stage.random.branch('clouds');
	const { count, flat } = light.clouds;
	const total = Math.max(2, Math.round((count * width) / 1000 + random.between(-1, 2)));
	for (let i = 0; i < total; i++) {
		const height = random.between(0.08, 0.82);
		const near = 1 - height;
		const x = random.between(-60, width + 60);
		const y = horizon * height;
		const length = random.between(150, 330) * (0.45 + near * 0.75);
		const body = length * flat;
		const lit = mix(rgb(light.clouds.lit), rgb(light.haze), height * 0.45);
		const shaded = mix(rgb(light.clouds.shaded), rgb(light.haze), height * 0.45);
		const puffs = random.below(4) + 6;
		const parts = Array.from({ length: puffs }, (_, p) => {
			const along = (p + random.between(0.1, 0.9)) / puffs - 0.5;
			const hump = Math.cos(along * Math.PI) ** 0.8;
			return {
				x: x + along * length,
				y: y - hump * body * random.between(0.1, 0.55),
				rx: (length / puffs) * random.between(0.9, 1.7),
				ry: Math.max(5, body * hump * random.between(0.35, 0.6))
			};
		});
		const lean = Math.sign(stage.sun[0] - x);
		const below = stage.sun[1] > y ? 1 : -1;
		for (const p of parts) stage.fill(oval(p.x, p.y + p.ry * 0.25, p.rx, p.ry), shaded, 0.55);
		for (const p of parts) {
			stage.fill(
				oval(p.x + lean * p.rx * 0.12, p.y + below * p.ry * 0.22, p.rx * 0.9, p.ry * 0.72),
				lit,
				0.62
			);
		}
	}
}

/** A line of far land along the horizon. */
export function paintFarLand(stage: Stage, height: number, depth: number, name: string): void {
	const random = stage.random.branch(name);
	const { width, horizon } = stage;
	const from = random.between(-300, width * 0.45);
	const to = from + random.between(width * 0.4, width * 0.9);
	const colour = stage.far('#4d6152', depth);
	stage.fill((pen) => {
		pen.moveTo(from, horizon + 2);
		const steps = 9;
		let x = from;
		for (let i = 1; i <= steps; i++) {
			const nextX = from + ((to - from) * i) / steps;
			const hump = Math.sin((Math.PI * i) / steps) ** 0.7;
			const y = horizon - hump * height * random.between(0.55, 1);
			pen.quadraticCurveTo(
				(x + nextX) / 2,
				y - height * 0.12,
				nextX,
				i === steps ? horizon + 2 : y
			);
			x = nextX;
		}
		pen.closePath();
	}, colour);
}

/** Water from the horizon down, with waves and the light's path on it. */
export function paintWater(stage: Stage, bottom: number, calm: number): void {
	const { light, horizon, sun, width } = stage;
	const random = stage.random.branch('water');
	const [far, near] = light.water.map(rgb);
	stage.wash(horizon, bottom, [
		[0, far],
		[0.32, mix(far, near, 0.55)],
		[1, near]
	]);
	const depth = bottom - horizon;
	const rows = 26;
	for (let row = 0; row < rows; row++) {
		const along = (row / rows) ** 1.7;
		const y = horizon + 4 + along * depth;
		const scale = 0.12 + along;
		const marks = Math.ceil((width / 1000) * (9 - 5 * along));
		for (let i = 0; i < marks; i++) {
			const x = random.between(-40, width + 40);
			const length = random.between(30, 130) * scale * (1 + calm);
			const bright = random.chance(0.5);
			const colour = bright
				? mix(far, rgb(light.sky[2]), 0.6)
				: mix(near, rgb(light.ambient), 0.35);
			const lift = (1 - calm) * 9 * scale;
			stage.curve(
				[
					[x - length / 2, y],
					[x - length / 5, y - lift],
					[x + length / 5, y - lift * 0.6],
					[x + length / 2, y]
				],
				colour,
				1.5 + 4.5 * scale,
				bright ? 0.34 : 0.26
			);
		}
	}
	if (light.glowStrength < 0.3) return;
	const glitter = rgb(light.disc ?? light.glow);
	const path = random.branch('glitter');
	for (let i = 0; i < 70; i++) {
		const along = path.next() ** 1.4;
		const y = horizon + 3 + along * depth * 0.92;
		const spread = 22 + along * 90;
		const x = sun[0] + path.between(-spread, spread);
		const half = path.between(6, 26) * (0.35 + along);
		stage.fill(
			oval(x, y, half, 1.3 + along * 3.4),
			glitter,
			(1 - along * 0.7) * light.glowStrength * 0.8
		);
	}
}

/** Mist that lies over the ground, thickest at the horizon. */
export function paintMist(stage: Stage, strength = stage.light.mist): void {
	if (strength <= 0) return;
	const haze = rgb(stage.light.haze);
	const { horizon, height } = stage;
	stage.wash(horizon - 150, horizon + (height - horizon) * 0.7, [
		[0, haze, 0],
		[0.32, haze, 0.75 * strength],
		[0.5, haze, 0.55 * strength],
		[1, haze, 0]
	]);
}

/** Rain that falls across everything. */
export function paintRain(stage: Stage): void {
	if (!stage.light.rain) return;
	const random = stage.random.branch('rain');
	const colour = rgb(stage.light.clouds.lit);
	for (let i = 0; i < (90 * stage.width) / 1000; i++) {
		const x = random.between(-100, stage.width + 100);
		const y = random.between(-50, stage.height);
		const length = random.between(30, 90);
		stage.line(
			[
				[x, y],
				[x - length * 0.28, y + length]
			],
			colour,
			random.between(0.8, 2),
			0.3
		);
	}
}

/** Snow that falls across everything, larger where it is near. */
export function paintSnow(stage: Stage): void {
	if (!stage.light.snow) return;
	const random = stage.random.branch('snow');
	const count = (170 * stage.width) / 1000;
	for (let i = 0; i < count; i++) {
		const near = random.next() ** 2.2;
		const r = 2 + near * 8;
		stage.fill(
			oval(random.between(0, stage.width), random.between(0, stage.height), r, r * 1.1),
			[252, 253, 255],
			0.85 - near * 0.3
		);
	}
}

import { mix, rgb } from '../../colour';
import { box, polygon } from '../../stage';
import type { Place } from './place';

export const rooftops: Place = {
	id: 'rooftops',
	label: 'rooftops',
	words: ['rooftops', 'city', 'skyline', 'roofs', 'rooftop', 'city view', 'chimneys'],
	horizon: 0.6,
	stand: { land: 0.5, water: 0.4 },
	tall: true,
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		const haze = rgb(stage.light.haze);
		const r = random.branch('towers');
		for (let row = 0; row < 2; row++)
			for (let x = -20; x < width;) {
				const w = r.between(40, 96);
				const tall = r.between(60, 250) * (1 - row * 0.3);
				stage.fill(
					box(x, horizon - tall + 20, w, tall + 40),
					mix(stage.tone('#8a8c9a', 0.5), haze, 0.62 - row * 0.2)
				);
				for (let wy = horizon - tall + 34; wy < horizon; wy += 22)
					for (let wx = x + 8; wx < x + w - 10; wx += 16)
						if (r.chance(stage.lampsLit ? 0.4 : 0.12))
							stage.fill(
								box(wx, wy, 7, 10),
								stage.lampsLit ? rgb('#ffdf9a') : mix(stage.lit('#ffffff'), haze, 0.3),
								0.8
							);
				x += w + r.between(-6, 8);
			}
		for (let row = 0; row < 3; row++) {
			const y = horizon + 30 + row * (height - horizon) * 0.3;
			const s = 1 + row * 0.7;
			const air = 0.26 - row * 0.11;
			for (let x = -60; x < width + 60;) {
				const w = r.between(120, 210) * s;
				const roof = r.pick(['#a8584a', '#6a6f7c', '#8a5a4a', '#b0745a']);
				stage.fill(
					polygon([
						[x, y],
						[x + w * 0.5, y - 74 * s],
						[x + w, y],
						[x + w, y + 300],
						[x, y + 300]
					]),
					mix(stage.tone(roof, 0.7), haze, air)
				);
				stage.fill(
					polygon([
						[x + w * 0.5, y - 74 * s],
						[x + w, y],
						[x + w, y + 300],
						[x + w * 0.6, y + 300]
					]),
					mix(stage.shade(roof), haze, air),
					stage.side > 0 ? 0.2 : 0.7
				);
				const cx = x + w * r.between(0.2, 0.7);
				stage.fill(
					box(cx, y - 88 * s, 24 * s, 70 * s),
					mix(stage.tone('#9a6a54', 0.55), haze, air)
				);
				stage.fill(
					box(cx - 4 * s, y - 94 * s, 32 * s, 10 * s),
					mix(stage.tone('#6a4c40', 0.5), haze, air)
				);
				for (let t = 0; t < 5; t++)
					stage.line(
						[
							[x + 10, y + 14 + t * 22 * s],
							[x + w - 10, y + 14 + t * 22 * s]
						],
						mix(stage.shade('#4a3430'), haze, air),
						2,
						0.4
					);
				x += w * 0.96;
			}
		}
	},
	front() {
		// Nothing stands nearer than the subject here.
	}
};

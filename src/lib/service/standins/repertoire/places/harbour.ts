import { mix, rgb } from '../../colour';
import { paintFarLand, paintWater } from '../../sky';
import { box, oval, polygon } from '../../stage';
import type { Place } from './place';

export const harbour: Place = {
	id: 'harbour',
	label: 'harbour',
	words: ['harbour', 'harbor', 'quay', 'port', 'dock'],
	horizon: 0.52,
	stand: { land: 0.74, water: 0.4 },
	tall: true,
	needsGround: false,
	back(stage) {
		const { width, height, horizon } = stage;
		const depth = height - horizon;
		paintFarLand(stage, 110, 0.6, 'hill');
		const random = stage.random.branch('houses');
		const walls = ['#d9cbb4', '#b9c4c4', '#d8a98c', '#e5ddc8', '#a8b49a', '#c98f7a'];
		let x = -30;
		const night = stage.lampsLit;
		while (x < width + 30) {
			const w = random.between(58, 118);
			const tall = random.between(58, 122);
			const air = 0.28;
			const haze = rgb(stage.light.haze);
			const wall = random.pick(walls);
			const y = horizon + 10;
			stage.fill(box(x, y - tall, w, tall), mix(stage.tone(wall, 0.78), haze, air));
			const shadeX = stage.side > 0 ? x : x + w * 0.68;
			stage.fill(box(shadeX, y - tall, w * 0.32, tall), mix(stage.shade(wall), haze, air), 0.55);
			const peak = random.between(24, 46);
			stage.fill(
				polygon([
					[x - 5, y - tall],
					[x + w * 0.5, y - tall - peak],
					[x + w + 5, y - tall]
				]),
				mix(stage.tone(random.pick(['#7c4a40', '#4e5560', '#6a5a4a']), 0.6), haze, air)
			);
			const rows = tall > 90 ? 2 : 1;
			for (let r = 0; r < rows; r++) {
				for (let c = 0; c < 2; c++) {
					const glows = night && random.chance(0.6);
					stage.fill(
						box(x + w * (0.2 + c * 0.4), y - tall + 16 + r * 42, w * 0.18, 24),
						glows ? rgb('#ffdf9a') : mix(stage.shade('#39424c'), haze, 0.2)
					);
				}
			}
			x += w + random.between(-2, 8);
		}
		stage.fill(box(-20, horizon + 4, width + 40, 18), stage.tone('#6f6a62', 0.35));
		paintWater(stage, height + 20, 0.8);
		stage.fill(box(-20, horizon - 2, width + 40, 14), stage.tone('#7d776c', 0.5));
		// Lights and walls stand in the water below.
		for (let i = 0; i < 16; i++) {
			const rx = random.between(0, width);
			stage.fill(
				box(rx, horizon + 14, random.between(10, 40), random.between(40, 150)),
				night && i % 3 === 0 ? rgb('#ffd98c') : stage.tone('#8a8476', 0.4),
				0.16
			);
		}
		// The quay that one stands on.
		const top = horizon + depth * 0.66;
		stage.fill(box(-20, top, width + 40, height - top + 20), stage.tone('#a79c8a', 0.72));
		stage.fill(box(-20, top, width + 40, 13), stage.tone('#d2c7b2', 0.95));
		const slabs = stage.random.branch('slabs');
		for (let row = 0; row < 4; row++) {
			const y = top + 13 + (height - top) * (row / 4) ** 1.25;
			stage.line(
				[
					[-20, y],
					[width + 20, y]
				],
				stage.shade('#5d564c'),
				2 + row,
				0.4
			);
			for (let i = 0; i < 9; i++) {
				const sx = ((i + slabs.next() * 0.6) / 9) * width;
				const next = top + 13 + (height - top) * ((row + 1) / 4) ** 1.25;
				stage.line(
					[
						[sx, y],
						[sx + (sx - width / 2) * 0.06, next]
					],
					stage.shade('#5d564c'),
					2,
					0.3
				);
			}
		}
	},
	front(stage) {
		const random = stage.random.branch('bollard');
		const x = stage.subjectX > stage.width / 2 ? stage.width * 0.13 : stage.width * 0.87;
		const y = stage.height - random.between(24, 60);
		stage.fill(oval(x - stage.side * 26, y + 4, 66, 13), stage.shade('#3a342e'), 0.5);
		stage.form(
			(pen) => {
				pen.moveTo(x - 32, y);
				pen.lineTo(x - 24, y - 78);
				pen.lineTo(x + 24, y - 78);
				pen.lineTo(x + 32, y);
				pen.closePath();
			},
			'#4c5157',
			x - 34,
			x + 34
		);
		stage.form(oval(x, y - 82, 40, 16), '#5d636a', x - 40, x + 40);
		stage.curve(
			[
				[x - 40, y - 30],
				[x, y - 16],
				[x + 44, y - 32],
				[x + stage.side * -190, y + 44]
			],
			stage.tone('#c8aa74', 0.7),
			10
		);
	}
};

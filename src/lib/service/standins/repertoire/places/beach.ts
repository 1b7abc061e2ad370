import { mix, rgb } from '../../colour';
import { paintFarLand, paintWater } from '../../sky';
import { oval, type Point } from '../../stage';
import type { Place } from './place';

export const beach: Place = {
	id: 'beach',
	label: 'shingle beach',
	words: ['beach', 'shingle', 'shore', 'sand', 'pebbles', 'strand', 'seaside', 'tideline'],
	horizon: 0.5,
	stand: { land: 0.62, water: 0.16 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon } = stage;
		const random = stage.random.branch('beach');
		paintFarLand(stage, 44, 0.62, 'far');
		const depth = height - horizon;
		paintWater(stage, horizon + depth * 0.45, 0.3);
		const edge: Point[] = Array.from({ length: 8 }, (_, i) => [
			(i / 7) * (width + 80) - 40,
			horizon + depth * (0.3 + 0.05 * Math.sin(i * 1.3 + random.next()))
		]);
		const sand = stage.tone('#dcc39a', 0.85);
		const wet = stage.tone('#a98d6b', 0.6);
		const area =
			(drop: number) =>
			(pen: { moveTo(x: number, y: number): void; lineTo(x: number, y: number): void }) => {
				pen.moveTo(-40, height + 20);
				for (const [x, y] of edge) pen.lineTo(x, y + drop);
				pen.lineTo(width + 40, height + 20);
			};
		stage.fill(area(0), wet);
		stage.fill(area(34), sand);
		stage.wash(height - depth * 0.4, height + 20, [
			[0, rgb(stage.light.ambient), 0],
			[1, rgb(stage.light.ambient), 0.3]
		]);
		stage.curve(
			edge.map(([x, y]) => [x, y - 2]),
			stage.lit('#fbfaf4'),
			8,
			0.85
		);
		stage.curve(
			edge.map(([x, y]) => [x, y - 16]),
			stage.lit('#fbfaf4'),
			4,
			0.45
		);
		for (let i = 0; i < (420 * width) / 1000; i++) {
			const along = random.next() ** 0.8;
			const y = horizon + depth * (0.42 + 0.58 * along);
			const size = 1.5 + along * 9 * random.between(0.4, 1.3);
			const x = random.between(-10, width + 10);
			const stone = mix(
				rgb('#8d8378'),
				rgb(random.pick(['#c9b79c', '#5d6066', '#b48c74'])),
				random.next()
			);
			stage.fill(oval(x, y + size * 0.3, size, size * 0.5), stage.shade(stone), 0.7);
			stage.fill(oval(x + stage.side, y, size, size * 0.55), stage.tone(stone, 0.85));
		}
	},
	front(stage) {
		const random = stage.random.branch('front');
		for (let i = 0; i < (24 * stage.width) / 1000; i++) {
			const x = random.between(-20, stage.width + 20);
			const size = random.between(12, 34);
			const y = stage.height - random.next() ** 2 * 90;
			const stone = rgb(random.pick(['#9a8f84', '#6b6d73', '#b8a488', '#7c6a5e']));
			stage.fill(oval(x, y + size * 0.25, size * 1.05, size * 0.55), stage.shade('#4a4440'), 0.6);
			stage.form(oval(x, y, size, size * 0.58), stage.tone(stone, 0.9), x - size, x + size, 0.7);
		}
	}
};

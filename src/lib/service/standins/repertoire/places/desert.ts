import { mix, rgb } from '../../colour';
import { polygon } from '../../stage';
import { ridge } from './terrain';
import type { Place } from './place';

export const desert: Place = {
	id: 'desert',
	label: 'desert',
	words: ['desert', 'sand dunes', 'sahara', 'wasteland', 'arid plain', 'badlands'],
	horizon: 0.56,
	stand: { land: 0.46, water: 0.4 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		const r = random.branch('mesa');
		const haze = rgb(stage.light.haze);
		for (let i = 0; i < 3; i++) {
			const x = r.between(0, width);
			const w = r.between(120, 260);
			const tall = r.between(70, 160);
			stage.fill(
				polygon([
					[x - w, horizon + 12],
					[x - w * 0.7, horizon - tall],
					[x + w * 0.6, horizon - tall],
					[x + w, horizon + 12]
				]),
				mix(stage.tone('#b06a48', 0.6), haze, 0.45)
			);
			for (let s = 1; s < 4; s++)
				stage.line(
					[
						[x - w * (0.7 + s * 0.07), horizon - tall + s * tall * 0.26],
						[x + w * (0.6 + s * 0.09), horizon - tall + s * tall * 0.26]
					],
					mix(stage.shade('#7c4634'), haze, 0.4),
					6,
					0.5
				);
		}
		for (let row = 0; row < 4; row++) {
			const air = 0.34 - row * 0.1;
			const y = horizon + 22 + row * row * 34;
			const crest = ridge(stage, `dune${row}`, {
				y: y + 30,
				height: 90 + row * 34,
				hex: row % 2 ? '#e2b87a' : '#d8a766',
				air: Math.max(0, air),
				waves: 1.6 + row * 0.3
			});
			stage.curve(
				crest.map(([x, cy]) => [x, cy + 3]),
				stage.lit('#fbe6b4'),
				5,
				0.7
			);
		}
		for (let i = 0; i < 26; i++) {
			const y = height - r.next() ** 1.4 * (height - horizon) * 0.5;
			stage.curve(
				[
					[-20, y],
					[width * 0.3, y - 10],
					[width * 0.6, y + 8],
					[width + 20, y - 4]
				],
				stage.shade('#a87844'),
				3,
				0.25
			);
		}
	},
	front(stage) {
		const random = stage.random.branch('stones');
		for (let i = 0; i < 14; i++) {
			const s = random.between(10, 30);
			stage.solid(
				`E${random.between(0, stage.width).toFixed(0)} ${(stage.height - random.next() * 60).toFixed(0)} ${s.toFixed(0)} ${(s * 0.6).toFixed(0)}`,
				'#b88a5c'
			);
		}
	}
};

import { oval } from '../../stage';
import { broadleaf, floor, ridge } from './terrain';
import { fringe } from './growth';
import type { Place } from './place';

export const meadow: Place = {
	id: 'meadow',
	label: 'meadow',
	words: [
		'meadow',
		'field',
		'pasture',
		'grassland',
		'farm',
		'farmland',
		'countryside',
		'hill',
		'hills'
	],
	horizon: 0.54,
	stand: { land: 0.5, water: 0.4 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		ridge(stage, 'hill1', { y: horizon + 8, height: 130, hex: '#6f8a72', air: 0.62, waves: 2 });
		ridge(stage, 'hill2', { y: horizon + 20, height: 80, hex: '#7f9a5a', air: 0.42 });
		const r = random.branch('trees');
		for (let i = 0; i < 9; i++)
			broadleaf(
				stage,
				r.between(0, width),
				horizon + r.between(6, 22),
				r.between(50, 96),
				'#5f8048',
				0.42,
				`tree${i}`
			);
		floor(stage, horizon + 14, '#9db45c', '#5f7c3c');
		for (let row = 0; row < 5; row++) {
			const y = horizon + 30 + (height - horizon) * (row / 5) ** 1.5;
			stage.line(
				[
					[-20, y],
					[width * 0.5, y - 10],
					[width + 20, y + 8]
				],
				stage.tone(row % 2 ? '#b8c46c' : '#7f9648', 0.7),
				6 + row * 5,
				0.35
			);
		}
		const petals = ['#f2d24a', '#e8e4f0', '#d8574a', '#b58ac8'];
		for (let i = 0; i < 150; i++) {
			const along = r.next() ** 0.8;
			const y = horizon + 40 + along * (height - horizon);
			const size = 1.5 + along * 7;
			const x = r.between(0, width);
			stage.line(
				[
					[x, y],
					[x, y + size * 3]
				],
				stage.tone('#5f7c3c', 0.6),
				1 + along * 2,
				0.7
			);
			stage.fill(oval(x, y, size, size * 0.8), stage.tone(r.pick(petals), 0.85));
		}
	},
	front(stage) {
		fringe(
			stage,
			[stage.shade('#4f6a30'), stage.tone('#7f9a48', 0.5), stage.tone('#b4bf62', 0.7)],
			200,
			'front'
		);
	}
};

import { mix, rgb } from '../../colour';
import { oval } from '../../stage';
import { conifer, ridge } from './terrain';
import type { Place } from './place';

export const snowfield: Place = {
	id: 'snowfield',
	label: 'snowfield',
	words: [
		'snowfield',
		'ice',
		'icefield',
		'tundra',
		'arctic',
		'snowy field',
		'frozen lake',
		'snowdrift'
	],
	horizon: 0.56,
	stand: { land: 0.48, water: 0.4 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		ridge(stage, 'far', { y: horizon + 6, height: 190, hex: '#aab8cc', air: 0.5, waves: 2.2 });
		const r = random.branch('firs');
		for (let i = 0; i < 30; i++)
			conifer(
				stage,
				r.between(0, width),
				horizon + r.between(4, 26),
				r.between(50, 120),
				'#3c5a58',
				0.3
			);
		stage.wash(horizon + 10, height + 20, [
			[0, mix(stage.lit('#f6f8fc'), rgb(stage.light.haze), 0.3)],
			[0.5, stage.tone('#f2f5fa', 0.8)],
			[1, stage.tone('#dfe6f2', 0.5)]
		]);
		for (let i = 0; i < 12; i++) {
			const y = horizon + 30 + (i / 12) ** 1.4 * (height - horizon);
			stage.curve(
				[
					[-20, y],
					[width * r.between(0.2, 0.4), y - 22],
					[width * r.between(0.5, 0.8), y + 16],
					[width + 20, y - 8]
				],
				stage.shade('#b8c6dc'),
				8 + i * 1.6,
				0.26
			);
		}
		for (let i = 0; i < 80; i++)
			stage.fill(
				oval(r.between(0, width), horizon + 30 + r.next() * (height - horizon), 2.4, 2),
				[255, 255, 255],
				0.9
			);
	},
	front(stage) {
		const random = stage.random.branch('stalks');
		for (let i = 0; i < 22; i++) {
			const x = (i % 2 ? random.between(0, 0.3) : random.between(0.7, 1)) * stage.width;
			stage.line(
				[
					[x, stage.height + 10],
					[x + random.between(-20, 20), stage.height - random.between(50, 150)]
				],
				stage.tone('#a08a5c', 0.5),
				4
			);
		}
	}
};

import { mix, rgb } from '../../colour';
import { oval, polygon } from '../../stage';
import { conifer, floor, ridge } from './terrain';
import { fringe } from './growth';
import type { Place } from './place';

export const mountains: Place = {
	id: 'mountains',
	label: 'mountains',
	words: ['mountains', 'mountain', 'peaks', 'peak', 'alps', 'valley', 'glacier', 'fell'],
	horizon: 0.6,
	stand: { land: 0.46, water: 0.4 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		const haze = rgb(stage.light.haze);
		for (let row = 0; row < 3; row++) {
			const r = random.branch(`peaks${row}`);
			const air = 0.6 - row * 0.2;
			const count = 4 + row;
			for (let i = 0; i < count; i++) {
				const x = ((i + r.between(0.1, 0.9)) / count) * width;
				const tall = r.between(250, 400) * (1 - row * 0.24);
				const half = tall * r.between(0.7, 0.95);
				const y = horizon + 20 + row * 8;
				const ridgeX = x + stage.side * half * 0.12;
				stage.fill(
					polygon([
						[x - half, y],
						[x, y - tall],
						[x + half, y]
					]),
					mix(stage.tone('#7c828e', 0.75), haze, air)
				);
				stage.fill(
					polygon([
						[x - stage.side * half, y],
						[x, y - tall],
						[ridgeX, y - tall * 0.4],
						[x - stage.side * half * 0.1, y]
					]),
					mix(stage.shade('#565e70'), haze, air),
					0.85
				);
				const s = 0.34;
				stage.fill(
					polygon([
						[x, y - tall],
						[x + half * s, y - tall * (1 - s)],
						[x + half * 0.16, y - tall * 0.72],
						[x, y - tall * 0.6],
						[x - half * 0.14, y - tall * 0.74],
						[x - half * s, y - tall * (1 - s)]
					]),
					mix(stage.lit('#ffffff'), haze, air * 0.5),
					0.94
				);
			}
		}
		const r = random.branch('firs');
		ridge(stage, 'foot', { y: horizon + 40, height: 70, hex: '#5d7a58', air: 0.25 });
		for (let i = 0; i < 30; i++)
			conifer(
				stage,
				r.between(0, width),
				horizon + r.between(18, 50),
				r.between(50, 110),
				'#2f5442',
				0.18
			);
		floor(stage, horizon + 44, '#8fa060', '#5a6c40');
		for (let i = 0; i < 40; i++) {
			const along = r.next();
			stage.fill(
				oval(
					r.between(0, width),
					horizon + 60 + along * (height - horizon),
					6 + along * 26,
					4 + along * 12
				),
				stage.tone('#9a968c', 0.4 + r.next() * 0.4)
			);
		}
	},
	front(stage) {
		fringe(
			stage,
			[stage.shade('#4c5f38'), stage.tone('#7f8f4c', 0.5), stage.tone('#d8a0b4', 0.7)],
			140,
			'front'
		);
	}
};

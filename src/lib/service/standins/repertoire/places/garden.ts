import { oval } from '../../stage';
import { broadleaf, floor } from './terrain';
import type { Place } from './place';

export const garden: Place = {
	id: 'garden',
	label: 'garden',
	words: ['garden', 'flower garden', 'flowerbed', 'lawn', 'allotment', 'greenhouse', 'hedge'],
	horizon: 0.52,
	stand: { land: 0.56, water: 0.46 },
	tall: true,
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		const r = random.branch('garden');
		for (let i = 0; i < 6; i++)
			broadleaf(
				stage,
				(i / 5) * width + r.between(-40, 40),
				horizon + 10,
				r.between(160, 250),
				'#64864a',
				0.34,
				`b${i}`
			);
		stage.fill((pen) => pen.rect(-20, horizon - 90, width + 40, 110), stage.tone('#4f7040', 0.45));
		for (let i = 0; i < 90; i++)
			stage.fill(
				oval(
					r.between(0, width),
					horizon - 90 + r.next() * 100,
					r.between(14, 30),
					r.between(10, 20)
				),
				stage.tone('#6a8c4c', r.between(0.2, 0.8)),
				0.7
			);
		floor(stage, horizon + 12, '#9fb86a', '#6a8a44');
		for (let i = 0; i < 9; i++)
			stage.line(
				[
					[width * (0.5 + (i - 4) * 0.09), horizon + 14],
					[width * (0.5 + (i - 4) * 0.34), height + 20]
				],
				stage.tone('#b8cc7c', 0.75),
				18,
				0.22
			);
		const petals = ['#d8574a', '#f0c04a', '#e8e2f0', '#b56aa8', '#f08f6a', '#7a8ad0'];
		for (let bed = 0; bed < 2; bed++)
			for (let i = 0; i < 120; i++) {
				const along = r.next();
				const edge = r.next() ** 0.7 * 0.24;
				const x = bed ? width * (1.02 - edge) : width * (edge - 0.02);
				const y = horizon + 24 + along * (height - horizon) * 0.8;
				const s = 5 + along * 12;
				stage.line(
					[
						[x, y],
						[x + 2, y + s * 3]
					],
					stage.tone('#4f7838', 0.5),
					2 + along * 3
				);
				stage.fill(oval(x, y, s, s * 0.86), stage.tone(r.pick(petals), 0.82));
				stage.fill(oval(x, y, s * 0.35, s * 0.3), stage.tone('#5a4020', 0.6));
			}
	},
	front(stage) {
		const random = stage.random.branch('near');
		for (let i = 0; i < 26; i++) {
			const x = (i % 2 ? random.between(-0.02, 0.26) : random.between(0.74, 1.02)) * stage.width;
			const y = stage.height - random.next() * 130;
			const s = random.between(14, 30);
			stage.line(
				[
					[x, y],
					[x + 3, stage.height + 20]
				],
				stage.tone('#3f6430', 0.4),
				6
			);
			for (let p = 0; p < 6; p++) {
				const t = (p / 6) * Math.PI * 2;
				stage.fill(
					oval(x + Math.cos(t) * s * 0.7, y + Math.sin(t) * s * 0.7, s * 0.5, s * 0.5),
					stage.tone(random.pick(['#e0685a', '#f2c860', '#c88ac0']), 0.75)
				);
			}
			stage.fill(oval(x, y, s * 0.4, s * 0.4), stage.tone('#7a5420', 0.6));
		}
	}
};

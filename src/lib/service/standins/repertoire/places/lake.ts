import { paintWater } from '../../sky';
import { box, oval } from '../../stage';
import { conifer, ridge } from './terrain';
import { fringe } from './growth';
import type { Place } from './place';

export const lake: Place = {
	id: 'lake',
	label: 'lake',
	words: ['lake', 'pond', 'loch', 'tarn', 'mere', 'reservoir', 'lagoon'],
	horizon: 0.52,
	stand: { land: 0.74, water: 0.42 },
	needsGround: false,
	wet: true,
	back(stage) {
		const { width, height, horizon, random } = stage;
		ridge(stage, 'far', { y: horizon + 6, height: 230, hex: '#5d7488', air: 0.62, waves: 2.4 });
		ridge(stage, 'near', { y: horizon + 10, height: 110, hex: '#4f7058', air: 0.4, waves: 3.4 });
		const r = random.branch('firs');
		for (let i = 0; i < 34; i++)
			conifer(
				stage,
				r.between(0, width),
				horizon + r.between(0, 12),
				r.between(36, 78),
				'#2f5a44',
				0.3
			);
		paintWater(stage, height + 20, 1);
		// Still water holds what stands above it.
		for (let i = 0; i < 30; i++)
			stage.fill(
				box(
					r.between(-40, width),
					horizon + 8 + r.next() ** 2 * 150,
					r.between(30, 150),
					r.between(3, 8)
				),
				stage.far('#3f6450', 0.3),
				0.3
			);
		const shore = horizon + (height - horizon) * 0.64;
		stage.fill(
			(pen) => {
				pen.moveTo(-20, height + 20);
				pen.lineTo(-20, shore + 20);
				pen.bezierCurveTo(width * 0.3, shore - 30, width * 0.6, shore + 46, width + 20, shore + 4);
				pen.lineTo(width + 20, height + 20);
				pen.closePath();
			},
			stage.tone('#8c8460', 0.6)
		);
		for (let i = 0; i < 90; i++) {
			const y = shore + 30 + r.next() * (height - shore);
			const s = 4 + ((y - shore) / (height - shore)) * 16;
			const x = r.between(0, width);
			stage.fill(
				oval(x, y, s, s * 0.55),
				stage.tone(r.pick(['#9a9484', '#6f6c66', '#b4a88e']), 0.7)
			);
		}
	},
	front(stage) {
		fringe(
			stage,
			[stage.shade('#4f6a3c'), stage.tone('#8a9450', 0.5), stage.tone('#b09a58', 0.6)],
			220,
			'front'
		);
	}
};

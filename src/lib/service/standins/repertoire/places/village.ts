import { broadleaf, floor, houses, ridge } from './terrain';
import { fringe } from './growth';
import type { Place } from './place';

export const village: Place = {
	id: 'village',
	label: 'village',
	words: ['village', 'hamlet', 'village green', 'town', 'market town', 'parish'],
	horizon: 0.54,
	stand: { land: 0.5, water: 0.4 },
	tall: true,
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		ridge(stage, 'hills', { y: horizon + 6, height: 170, hex: '#73907a', air: 0.58, waves: 2.2 });
		const r = random.branch('trees');
		houses(stage, 'far', { from: -20, to: width + 20, y: horizon + 18, tall: 92, air: 0.4 });
		for (let i = 0; i < 7; i++)
			broadleaf(
				stage,
				r.between(0, width),
				horizon + 30,
				r.between(70, 130),
				'#5f8048',
				0.3,
				`v${i}`
			);
		floor(stage, horizon + 24, '#a0b068', '#66783c');
		// A path that leads in.
		stage.fill(
			(pen) => {
				pen.moveTo(width * 0.52, horizon + 24);
				pen.bezierCurveTo(
					width * 0.44,
					horizon + 120,
					width * 0.7,
					horizon + 200,
					width * 0.4,
					height + 20
				);
				pen.lineTo(width * 0.78, height + 20);
				pen.bezierCurveTo(
					width * 0.8,
					horizon + 190,
					width * 0.52,
					horizon + 120,
					width * 0.56,
					horizon + 24
				);
				pen.closePath();
			},
			stage.tone('#d2bf98', 0.7)
		);
		for (let i = 0; i < 12; i++) {
			const x = (i / 11) * width;
			stage.line(
				[
					[x, horizon + 92],
					[x, horizon + 52]
				],
				stage.tone('#f2ead8', 0.7),
				8
			);
		}
		for (const y of [62, 80])
			stage.line(
				[
					[0, horizon + y],
					[width, horizon + y]
				],
				stage.tone('#f2ead8', 0.7),
				6
			);
	},
	front(stage) {
		fringe(
			stage,
			[stage.shade('#4c6a32'), stage.tone('#86a04c', 0.5), stage.tone('#d8b860', 0.7)],
			150,
			'front'
		);
	}
};

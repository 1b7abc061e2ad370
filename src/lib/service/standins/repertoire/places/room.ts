import { rgb } from '../../colour';
import { polygon } from '../../stage';
import { floor, wallWithWindow } from './terrain';
import type { Place } from './place';

export const room: Place = {
	id: 'room',
	label: 'room',
	words: [
		'room',
		'interior',
		'kitchen',
		'table',
		'windowsill',
		'parlour',
		'bedroom',
		'indoors',
		'still life'
	],
	horizon: 0.66,
	stand: { land: 0.42, water: 0.42 },
	tall: true,
	needsGround: false,
	indoors: true,
	back(stage) {
		const { width, height, horizon, random } = stage;
		const r = random.branch('room');
		const away = stage.subjectX < width / 2 ? 0.56 : 0.08;
		wallWithWindow(stage, r.pick(['#b9b49a', '#c4a890', '#9aaeb0', '#b8a4a0']), {
			x: width * away,
			y: horizon * 0.14,
			width: width * 0.36,
			height: horizon * 0.62
		});
		const stripe = stage.shade('#8a8070');
		for (let x = 20; x < width; x += 64)
			stage.line(
				[
					[x, horizon],
					[x, horizon - 56]
				],
				stripe,
				3,
				0.18
			);
		stage.line(
			[
				[-20, horizon - 60],
				[width + 20, horizon - 60]
			],
			stripe,
			7,
			0.3
		);
		// Light from the window lies on the table.
		floor(stage, horizon, '#a8784c', '#6f4a2c');
		for (let i = 0; i < 7; i++) {
			const y = horizon + (height - horizon) * (i / 7) ** 1.3;
			stage.curve(
				[
					[-20, y + 20],
					[width * r.between(0.2, 0.5), y + r.between(4, 30)],
					[width + 20, y + 16]
				],
				stage.shade('#5a3a20'),
				3,
				0.35
			);
		}
		stage.line(
			[
				[-20, horizon + 4],
				[width + 20, horizon + 4]
			],
			stage.lit('#e8c090'),
			9,
			0.6
		);
		stage.fill(
			polygon([
				[width * away, horizon + 20],
				[width * (away + 0.36), horizon + 20],
				[width * (away + 0.36) - stage.side * 130, height],
				[width * away - stage.side * 130, height]
			]),
			rgb(stage.light.key),
			stage.lampsLit ? 0.06 : 0.2
		);
		if (stage.lampsLit) stage.glow(stage.subjectX, horizon * 0.5, 620, rgb('#ffc878'), 0.34);
	},
	front() {
		// Nothing stands nearer than the subject here.
	}
};

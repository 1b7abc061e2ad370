import { rgb } from '../../colour';
import { polygon } from '../../stage';
import { floor, wallWithWindow } from './terrain';
import type { Place } from './place';

export const workshop: Place = {
	id: 'workshop',
	label: 'workshop',
	words: ['workshop', 'studio', 'boatshed', 'smithy', 'shed interior', 'bench', 'attic'],
	horizon: 0.64,
	stand: { land: 0.46, water: 0.46 },
	tall: true,
	needsGround: false,
	indoors: true,
	back(stage) {
		const { width, height, horizon, random } = stage;
		const r = random.branch('tools');
		wallWithWindow(stage, '#8f7a60', {
			x: width * 0.3,
			y: horizon * 0.1,
			width: width * 0.4,
			height: horizon * 0.46
		});
		for (let x = 0; x < width; x += 76)
			stage.line(
				[
					[x, 0],
					[x, horizon]
				],
				stage.shade('#4c3c2c'),
				5,
				0.4
			);
		const iron = stage.tone('#5d646a', 0.6);
		for (let i = 0; i < 7; i++) {
			const x = (i < 4 ? 0.04 + i * 0.065 : 0.52 + i * 0.066) * width;
			const y = horizon * r.between(0.22, 0.34);
			const tall = r.between(90, 190);
			stage.line(
				[
					[x, y],
					[x, y + tall * 0.5]
				],
				stage.tone('#a8763e', 0.7),
				15
			);
			if (i % 3 === 0)
				stage.form((pen) => pen.rect(x - 34, y + tall * 0.46, 68, 34), iron, x - 34, x + 34);
			else if (i % 3 === 1)
				stage.fill(
					polygon([
						[x - 22, y + tall * 0.5],
						[x + 22, y + tall * 0.5],
						[x + 8, y + tall],
						[x - 8, y + tall]
					]),
					iron
				);
			else
				stage.curve(
					[
						[x, y + tall * 0.4],
						[x + 46, y + tall * 0.6],
						[x, y + tall]
					],
					iron,
					10
				);
		}
		floor(stage, horizon, '#9a7448', '#5c4028');
		stage.fill((pen) => pen.rect(-20, horizon - 4, width + 40, 40), stage.tone('#b88c58', 0.8));
		for (let i = 0; i < 26; i++) {
			const x = r.between(0, width);
			const y = horizon + 60 + r.next() * (height - horizon);
			stage.curve(
				[
					[x, y],
					[x + 18, y - 22],
					[x + 34, y - 4],
					[x + 20, y + 6]
				],
				stage.tone('#e8cfa0', 0.8),
				6,
				0.8
			);
		}
		stage.glow(
			width * 0.5,
			horizon * 0.34,
			520,
			rgb(stage.lampsLit ? '#ffc878' : stage.light.key),
			0.28
		);
	},
	front() {
		// Nothing stands nearer than the subject here.
	}
};

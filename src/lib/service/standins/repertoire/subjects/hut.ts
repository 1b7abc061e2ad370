import { box, polygon } from '../../stage';
import type { Subject } from './subject';

export const hut: Subject = {
	id: 'hut',
	label: 'beach hut',
	words: ['hut', 'beach hut', 'huts', 'beach huts', 'cabin', 'shed', 'bathing hut'],
	home: 'beach',
	footing: 'land',
	size: 0.5,
	breadth: 0.84,
	metres: 3,
	draw(stage, extra) {
		const paint = stage.main('#3f8f9c');
		stage.fill(
			polygon([
				[-420, 14],
				[360, 14],
				[360 - stage.side * 300, 60],
				[-420 - stage.side * 300, 60]
			]),
			stage.shade('#4a4038'),
			0.45
		);
		for (const x of [-300, -110, 110, 290])
			stage.fill(box(x, -92, 36, 108), stage.shade('#5c4a3a'));
		const front = polygon([
			[-340, -80],
			[340, -80],
			[340, -600],
			[0, -930],
			[-340, -600]
		]);
		stage.form(front, paint, -340, 340, 0.55);
		for (let i = 0; i < 6; i++) {
			const x = -340 + i * 113 + 4;
			const peak = (px: number) => -930 + (Math.abs(px) / 340) * 330;
			stage.form(
				polygon([
					[x, -80],
					[x + 56, -80],
					[x + 56, peak(x + 56) + 6],
					[x, peak(x) + 6]
				]),
				'#f5efe1',
				-340,
				340,
				0.5
			);
		}
		// Doors, with a window in each.
		const door = (x: number, w: number) => {
			stage.form(box(x, -500, w, 420), '#f0e5cd', -200, 200, 0.6);
			stage.form(box(x + 14, -486, w - 28, 392), paint, -200, 200, 0.8);
			stage.fill(box(x + w * 0.26, -448, w * 0.48, 110), stage.shade('#26313a'));
			stage.line(
				[
					[x + w * 0.5, -448],
					[x + w * 0.5, -338]
				],
				stage.lit('#f0e5cd'),
				8
			);
			stage.line(
				[
					[x + w * 0.26, -393],
					[x + w * 0.74, -393]
				],
				stage.lit('#f0e5cd'),
				8
			);
			stage.fill(box(x + w * 0.78, -300, 14, 40), stage.lit('#d9b25a'));
		};
		if (extra) {
			door(-250, 190);
			door(70, 190);
		} else door(-112, 224);
		for (const way of [-1, 1]) {
			stage.form(
				polygon([
					[0, -1000],
					[way * 408, -604],
					[way * 384, -560],
					[0, -928]
				]),
				way === stage.side ? '#e9dfc8' : '#b8ab92',
				-400,
				400,
				0.6
			);
		}
		stage.fill(
			polygon([
				[-340, -600],
				[0, -926],
				[340, -600],
				[340, -566],
				[0, -884],
				[-340, -566]
			]),
			stage.shade('#2d3a40'),
			0.42
		);
		stage.form(box(-360, -104, 720, 30), '#cbbfa6', -360, 360, 0.6);
		for (let i = 0; i < 3; i++)
			stage.form(box(-130 - i * 14, -78 + i * 28, 260 + i * 28, 24), '#bfae90', -160, 160, 0.6);
		stage.fill(box(-20, -735, 40, 40), stage.shade('#26313a'));
	}
};

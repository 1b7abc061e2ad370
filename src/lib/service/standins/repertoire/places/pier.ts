import { paintFarLand, paintWater } from '../../sky';
import { polygon } from '../../stage';
import type { Place } from './place';

export const pier: Place = {
	id: 'pier',
	label: 'pier',
	words: ['pier', 'jetty', 'boardwalk', 'landing stage', 'promenade', 'wharf'],
	horizon: 0.5,
	stand: { land: 0.56, water: 0.3 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon } = stage;
		paintFarLand(stage, 50, 0.66, 'far');
		paintWater(stage, height + 20, 0.5);
		const top = horizon + 46;
		const deck = [
			[width * 0.42, top],
			[width * 0.58, top],
			[width * 1.16, height + 20],
			[width * -0.16, height + 20]
		] as [number, number][];
		stage.fill(polygon(deck), stage.tone('#a88a64', 0.72));
		for (let i = 0; i < 26; i++) {
			const t = (i / 26) ** 1.8;
			const y = top + (height - top) * t;
			const half = width * (0.08 + 0.58 * t);
			stage.line(
				[
					[width / 2 - half, y],
					[width / 2 + half, y]
				],
				stage.shade('#4c3a28'),
				1.5 + t * 7,
				0.6
			);
		}
		for (const way of [-1, 1])
			for (let i = 0; i < 6; i++) {
				const t = (i / 6) ** 1.6;
				const x = width / 2 + way * width * (0.085 + 0.6 * t);
				const y = top + (height - top) * t;
				const tall = 40 + t * 220;
				stage.line(
					[
						[x, y + tall * 0.2],
						[x, y - tall]
					],
					stage.tone('#6a5238', 0.45),
					6 + t * 26
				);
				const n = ((i + 1) / 6) ** 1.6;
				stage.curve(
					[
						[x, y - tall * 0.85],
						[
							(x + width / 2 + way * width * (0.085 + 0.6 * n)) / 2,
							(y + top + (height - top) * n) / 2 - tall * 0.6
						],
						[
							width / 2 + way * width * (0.085 + 0.6 * n),
							top + (height - top) * n - (40 + n * 220) * 0.85
						]
					],
					stage.tone('#d8c498', 0.7),
					4 + t * 8
				);
			}
	},
	front() {
		// Nothing stands nearer than the subject here.
	}
};

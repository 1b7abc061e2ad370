import { polygon } from '../../stage';
import { floor, houses, ridge } from './terrain';
import type { Place } from './place';

export const station: Place = {
	id: 'station',
	label: 'railway station',
	words: ['railway station', 'station', 'platform', 'railway', 'train station', 'tracks'],
	horizon: 0.5,
	stand: { land: 0.66, water: 0.6 },
	tall: true,
	needsGround: false,
	back(stage) {
		const { width, height, horizon } = stage;
		ridge(stage, 'hills', { y: horizon + 6, height: 110, hex: '#7a8f78', air: 0.55 });
		houses(stage, 'town', {
			from: width * 0.1,
			to: width * 0.9,
			y: horizon + 14,
			tall: 60,
			air: 0.5
		});
		floor(stage, horizon + 12, '#a8a094', '#6f675c');
		const depth = height - horizon;
		stage.fill(
			polygon([
				[-20, horizon + depth * 0.34],
				[width + 20, horizon + depth * 0.34],
				[width + 20, horizon + depth * 0.64],
				[-20, horizon + depth * 0.64]
			]),
			stage.shade('#6a6058')
		);
		for (let i = 0; i < 26; i++)
			stage.line(
				[
					[(i / 25) * width, horizon + depth * 0.38],
					[(i / 25) * width - 16, horizon + depth * 0.62]
				],
				stage.shade('#4a3828'),
				15,
				0.8
			);
		for (const t of [0.42, 0.58])
			stage.line(
				[
					[-20, horizon + depth * t],
					[width + 20, horizon + depth * t]
				],
				stage.lit('#c8ccd0'),
				8
			);
		stage.fill(
			polygon([
				[-20, horizon + depth * 0.8],
				[width + 20, horizon + depth * 0.8],
				[width + 20, height + 20],
				[-20, height + 20]
			]),
			stage.tone('#c4b8a4', 0.65)
		);
		stage.line(
			[
				[-20, horizon + depth * 0.81],
				[width + 20, horizon + depth * 0.81]
			],
			stage.lit('#f6efd8'),
			15
		);
		// A roof on iron posts along the far side.
		const y = horizon - 170;
		stage.fill(
			polygon([
				[-20, y - 70],
				[width + 20, y - 70],
				[width + 20, y],
				[-20, y]
			]),
			stage.tone('#5f6f6a', 0.55)
		);
		for (let x = 0; x < width + 40; x += 40)
			stage.fill(
				polygon([
					[x - 20, y],
					[x + 20, y],
					[x, y + 34]
				]),
				stage.tone('#f0e8d4', 0.75)
			);
		for (const x of [0.08, 0.36, 0.64, 0.92]) {
			stage.line(
				[
					[width * x, y],
					[width * x, horizon + depth * 0.34]
				],
				stage.tone('#3f5c50', 0.5),
				15
			);
			stage.curve(
				[
					[width * x - 70, y + 6],
					[width * x, y + 30],
					[width * x, y + 90]
				],
				stage.tone('#3f5c50', 0.5),
				9
			);
			stage.curve(
				[
					[width * x + 70, y + 6],
					[width * x, y + 30],
					[width * x, y + 90]
				],
				stage.tone('#3f5c50', 0.5),
				9
			);
		}
	},
	front() {
		// Nothing stands nearer than the subject here.
	}
};

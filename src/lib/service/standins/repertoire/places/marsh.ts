import { mix, rgb } from '../../colour';
import { paintFarLand, paintWater } from '../../sky';
import { outline, type Point } from '../../stage';
import { fringe, tuft } from './growth';
import type { Place } from './place';

export const marsh: Place = {
	id: 'marsh',
	label: 'salt marsh',
	words: [
		'marsh',
		'salt marsh',
		'saltmarsh',
		'wetland',
		'mudflat',
		'mudflats',
		'reeds',
		'levels',
		'creek',
		'flats'
	],
	horizon: 0.56,
	stand: { land: 0.4, water: 0.5 },
	needsGround: false,
	wet: true,
	back(stage) {
		paintFarLand(stage, 26, 0.66, 'far');
		paintFarLand(stage, 16, 0.5, 'nearer');
		paintWater(stage, stage.height + 20, 0.9);
		const random = stage.random.branch('banks');
		const { width, height, horizon } = stage;
		const depth = height - horizon;
		// Banks of grass with creeks between them, larger as they come near.
		for (let row = 0; row < 6; row++) {
			const along = ((row + 0.4) / 6) ** 1.35;
			const y = horizon + along * depth;
			const thick = 7 + along * 74;
			const banks = row < 3 ? 3 : 2;
			for (let b = 0; b < banks; b++) {
				const x = ((b + random.between(0.05, 0.95)) / banks) * width;
				const half = random.between(0.2, 0.42) * width * (0.55 + along * 0.5);
				const points: Point[] = [];
				for (let i = 0; i < 12; i++) {
					const turn = (i / 12) * Math.PI * 2;
					points.push([
						x + Math.cos(turn) * half * random.between(0.82, 1.1),
						y + Math.sin(turn) * thick * random.between(0.75, 1.1) * 0.55
					]);
				}
				const green = mix(rgb('#8f9a4e'), rgb('#b58f4a'), random.next() * 0.8);
				const air = (1 - along) * 0.5;
				stage.fill(
					outline(points.map(([px, py]) => [px, py + thick * 0.12])),
					stage.far('#3b4433', air)
				);
				stage.fill(outline(points), mix(stage.tone(green, 0.72), rgb(stage.light.haze), air * 0.7));
				const blades = [
					mix(stage.tone('#a9ab57', 0.9), rgb(stage.light.haze), air * 0.6),
					mix(stage.tone('#6d7a3a', 0.6), rgb(stage.light.haze), air * 0.6),
					mix(stage.tone('#c9a960', 0.9), rgb(stage.light.haze), air * 0.6)
				];
				const tufts = 7;
				for (let t = 0; t < tufts; t++) {
					tuft(
						stage,
						x + random.between(-0.85, 0.85) * half,
						y + random.between(-0.1, 0.3) * thick,
						10 + along * 58,
						blades,
						`bank${row}-${b}-${t}`,
						7
					);
				}
			}
		}
	},
	front(stage) {
		fringe(
			stage,
			[stage.shade('#5c6a36'), stage.tone('#6f7a3c', 0.35), stage.tone('#b08f4c', 0.5)],
			250,
			'front'
		);
	}
};

import { paintFarLand, paintWater } from '../../sky';
import { oval, polygon } from '../../stage';
import { fringe, tuft } from './growth';
import type { Place } from './place';

export const cliff: Place = {
	id: 'cliff',
	label: 'cliff',
	words: ['cliff', 'cliffs', 'clifftop', 'headland', 'cape', 'crag', 'bluff'],
	horizon: 0.5,
	stand: { land: 0.5, water: 0.2 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		paintFarLand(stage, 60, 0.66, 'far');
		paintWater(stage, height + 20, 0.35);
		const depth = height - horizon;
		const r = random.branch('face');
		// A wall of rock on the side away from the light, with ledges.
		const right = stage.subjectX < width / 2;
		const at = (share: number) => (right ? width * share : width * (1 - share));
		const face = polygon([
			[at(0.62), horizon + depth * 0.5],
			[at(0.7), horizon - 170],
			[at(0.8), horizon - 210],
			[at(1.04), horizon - 230],
			[at(1.04), height]
		]);
		stage.fill(face, stage.tone('#a39684', 0.5));
		for (let i = 0; i < 16; i++) {
			const y = horizon - 180 + i * 36;
			stage.line(
				[
					[at(0.7 + r.between(0, 0.05)), y],
					[at(0.84 + r.between(0, 0.2)), y + r.between(-8, 16)]
				],
				stage.shade('#5d5348'),
				r.between(4, 10),
				0.5
			);
		}
		stage.fill(
			polygon([
				[at(0.69), horizon - 168],
				[at(0.8), horizon - 214],
				[at(1.05), horizon - 236],
				[at(1.05), horizon - 190],
				[at(0.8), horizon - 176]
			]),
			stage.tone('#8a9a52', 0.8)
		);
		for (let i = 0; i < 14; i++)
			stage.fill(
				oval(
					at(0.6 + i * 0.012),
					horizon + depth * (0.42 + r.between(0, 0.1)),
					r.between(14, 40),
					r.between(5, 12)
				),
				stage.lit('#ffffff'),
				0.5
			);
		// Turf that one stands on.
		const top = horizon + depth * 0.38;
		stage.fill(
			(pen) => {
				pen.moveTo(-20, height + 20);
				pen.lineTo(-20, top + 50);
				pen.bezierCurveTo(width * 0.2, top - 30, width * 0.45, top, width * 0.62, top + 18);
				pen.bezierCurveTo(width * 0.8, top + 40, width * 0.9, top + 70, width + 20, top + 40);
				pen.lineTo(width + 20, height + 20);
				pen.closePath();
			},
			stage.tone('#8f9c52', 0.7)
		);
		const blades = [
			stage.tone('#a5ac5c', 0.85),
			stage.tone('#6f7d3c', 0.5),
			stage.tone('#c4b065', 0.8)
		];
		for (let i = 0; i < 60; i++)
			tuft(
				stage,
				r.between(0, width),
				top + 40 + r.next() * (height - top),
				r.between(14, 50),
				blades,
				`turf${i}`,
				6
			);
	},
	front(stage) {
		fringe(
			stage,
			[stage.shade('#5c6a36'), stage.tone('#8a9450', 0.4), stage.tone('#e0c8d0', 0.6)],
			170,
			'front'
		);
	}
};

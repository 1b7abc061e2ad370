import { paintFarLand, paintWater } from '../../sky';
import { oval } from '../../stage';
import type { Place } from './place';

export const island: Place = {
	id: 'island',
	label: 'island',
	words: ['island', 'tropical beach', 'atoll', 'palm beach', 'palms', 'cove'],
	horizon: 0.5,
	stand: { land: 0.62, water: 0.3 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		paintFarLand(stage, 90, 0.6, 'far');
		paintWater(stage, height + 20, 0.5);
		const depth = height - horizon;
		const r = random.branch('palms');
		stage.fill(
			(pen) => {
				pen.moveTo(-20, height + 20);
				pen.lineTo(-20, horizon + depth * 0.42);
				pen.bezierCurveTo(
					width * 0.3,
					horizon + depth * 0.26,
					width * 0.6,
					horizon + depth * 0.4,
					width + 20,
					horizon + depth * 0.3
				);
				pen.lineTo(width + 20, height + 20);
				pen.closePath();
			},
			stage.tone('#ecd6a4', 0.8)
		);
		stage.curve(
			[
				[-20, horizon + depth * 0.42],
				[width * 0.34, horizon + depth * 0.24],
				[width * 0.62, horizon + depth * 0.44],
				[width + 20, horizon + depth * 0.3]
			],
			stage.lit('#ffffff'),
			11,
			0.8
		);
		const palm = (x: number, y: number, tall: number, lean: number) => {
			const top: [number, number] = [x + lean, y - tall];
			stage.curve(
				[[x, y], [x + lean * 0.2, y - tall * 0.5], top],
				stage.tone('#8a6a44', 0.5),
				tall * 0.07
			);
			for (let i = 0; i < 9; i++) {
				const t = Math.PI * (0.95 + (i / 8) * 1.1);
				const reach = tall * 0.5;
				const tip: [number, number] = [
					top[0] + Math.cos(t) * reach,
					top[1] + Math.sin(t) * reach * 0.45 + reach * 0.34
				];
				stage.curve(
					[top, [top[0] + Math.cos(t) * reach * 0.6, top[1] + Math.sin(t) * reach * 0.8], tip],
					stage.tone('#4f8a4c', 0.3 + (i % 3) * 0.25),
					tall * 0.06
				);
			}
			for (const dx of [-10, 8])
				stage.fill(oval(top[0] + dx, top[1] + 14, 11, 12), stage.shade('#6a4a2c'));
		};
		const away = stage.subjectX < width / 2 ? 1 : -1;
		const base = away > 0 ? width * 0.84 : width * 0.16;
		palm(base, horizon + depth * 0.46, 430, away * -90);
		palm(base + away * 70, horizon + depth * 0.42, 340, away * 60);
		for (let i = 0; i < 60; i++)
			stage.fill(
				oval(
					r.between(0, width),
					horizon + depth * (0.5 + r.next() * 0.5),
					r.between(2, 7),
					r.between(1, 4)
				),
				stage.shade('#b8986a'),
				0.5
			);
	},
	front() {
		// Nothing stands nearer than the subject here.
	}
};

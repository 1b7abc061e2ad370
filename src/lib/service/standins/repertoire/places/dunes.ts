import { mix, rgb } from '../../colour';
import { paintWater } from '../../sky';
import type { Point } from '../../stage';
import { fringe, tuft } from './growth';
import type { Place } from './place';

export const dunes: Place = {
	id: 'dunes',
	label: 'dunes',
	words: ['dunes', 'dune', 'marram', 'marram grass', 'heath', 'grass'],
	horizon: 0.58,
	stand: { land: 0.38, water: 0.3 },
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		paintWater(stage, horizon + 70, 0.4);
		const depth = height - horizon;
		for (let row = 0; row < 4; row++) {
			const r = random.branch(`ridge${row}`);
			const along = row / 4;
			const base = horizon + 18 + along * depth * 0.72;
			const crest = Array.from({ length: 7 }, (_, i): Point => [
				(i / 6) * (width + 200) - 100,
				base - Math.sin(i * 1.15 + r.between(0, 6)) * (20 + 34 * along) - r.between(0, 22)
			]);
			const air = (1 - along) * 0.42;
			const sand = mix(
				stage.tone(row % 2 ? '#e3cda0' : '#d5b987', 0.55 + along * 0.35),
				rgb(stage.light.haze),
				air
			);
			stage.fill((pen) => {
				pen.moveTo(-120, height + 20);
				pen.lineTo(crest[0][0], crest[0][1]);
				for (let i = 1; i < crest.length; i++) {
					const [px, py] = crest[i - 1];
					const [x, y] = crest[i];
					pen.bezierCurveTo((px + x) / 2, py, (px + x) / 2, y, x, y);
				}
				pen.lineTo(width + 120, height + 20);
				pen.closePath();
			}, sand);
			stage.wash(base + 10, base + depth * 0.4, [
				[0, stage.shade('#b08f66'), 0],
				[1, stage.shade('#b08f66'), 0.22]
			]);
			const blades = [
				mix(stage.tone('#9aa45c', 0.85), rgb(stage.light.haze), air),
				mix(stage.tone('#6d7c42', 0.5), rgb(stage.light.haze), air),
				mix(stage.tone('#cdb872', 0.9), rgb(stage.light.haze), air)
			];
			const tufts = Math.ceil((width / 1000) * 10);
			for (let t = 0; t < tufts; t++) {
				const x = r.between(0, width);
				const at = Math.min(crest.length - 2, Math.floor(((x + 100) / (width + 200)) * 6));
				const y = (crest[at][1] + crest[at + 1][1]) / 2 + r.between(4, 44);
				tuft(stage, x, y, 26 + along * 66, blades, `dune${row}-${t}`, 10);
			}
		}
	},
	front(stage) {
		fringe(
			stage,
			[stage.shade('#66723c'), stage.tone('#8a9450', 0.45), stage.tone('#c6ae68', 0.6)],
			230,
			'front'
		);
	}
};

import { paintWater } from '../../sky';
import { broadleaf, floor, ridge } from './terrain';
import { fringe, tuft } from './growth';
import type { Place } from './place';

export const river: Place = {
	id: 'river',
	label: 'river',
	words: ['river', 'stream', 'brook', 'riverbank', 'canal', 'bridge', 'weir'],
	horizon: 0.5,
	stand: { land: 0.7, water: 0.46 },
	needsGround: false,
	wet: true,
	back(stage) {
		const { width, height, horizon, random } = stage;
		ridge(stage, 'hills', { y: horizon + 8, height: 120, hex: '#7a8f78', air: 0.55 });
		const r = random.branch('bank');
		for (let i = 0; i < 12; i++)
			broadleaf(
				stage,
				r.between(0, width),
				horizon + r.between(4, 20),
				r.between(60, 120),
				'#62844a',
				0.36,
				`t${i}`
			);
		floor(stage, horizon + 10, '#9ab062', '#66803e');
		paintWater(stage, horizon + (height - horizon) * 0.68, 0.9);
		const depth = height - horizon;
		// A bridge of three arches.
		const y = horizon + 46;
		const stone = stage.tone('#b4a68e', 0.7);
		stage.fill((pen) => {
			pen.moveTo(-20, y - 30);
			pen.quadraticCurveTo(width / 2, y - 120, width + 20, y - 30);
			pen.lineTo(width + 20, y + 40);
			for (let i = 2; i >= 0; i--) {
				const cx = width * (0.2 + i * 0.3);
				pen.lineTo(cx + width * 0.11, y + 40);
				pen.quadraticCurveTo(cx + width * 0.1, y - 56, cx, y - 60);
				pen.quadraticCurveTo(cx - width * 0.1, y - 56, cx - width * 0.11, y + 40);
			}
			pen.lineTo(-20, y + 40);
			pen.closePath();
		}, stone);
		stage.curve(
			[
				[-20, y - 34],
				[width / 2, y - 126],
				[width + 20, y - 34]
			],
			stage.tone('#d8ccb4', 0.85),
			13
		);
		for (const way of [0, 1]) {
			const at = (share: number) => (way ? width * (1 - share) : width * share);
			stage.fill(
				(pen) => {
					pen.moveTo(at(-0.03), horizon + depth * 0.2);
					pen.quadraticCurveTo(at(0.3), horizon + depth * 0.3, at(0.12), horizon + depth * 0.66);
					pen.lineTo(at(-0.03), horizon + depth * 0.8);
					pen.closePath();
				},
				stage.tone('#86a050', 0.65)
			);
		}
		stage.fill(
			(pen) => {
				pen.moveTo(-20, height + 20);
				pen.lineTo(-20, horizon + depth * 0.6);
				pen.bezierCurveTo(
					width * 0.3,
					horizon + depth * 0.54,
					width * 0.7,
					horizon + depth * 0.66,
					width + 20,
					horizon + depth * 0.58
				);
				pen.lineTo(width + 20, height + 20);
				pen.closePath();
			},
			stage.tone('#7c9448', 0.6)
		);
		for (let i = 0; i < 40; i++)
			tuft(
				stage,
				r.between(0, width),
				horizon + depth * (0.62 + r.next() * 0.36),
				r.between(20, 56),
				[stage.tone('#9ab058', 0.8), stage.tone('#5f7c38', 0.5)],
				`g${i}`,
				6
			);
	},
	front(stage) {
		fringe(stage, [stage.shade('#4c6a32'), stage.tone('#86a04c', 0.5)], 190, 'front');
	}
};

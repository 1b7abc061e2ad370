import { oval } from '../../stage';
import { broadleaf, floor, ridge } from './terrain';
import { fringe } from './growth';
import type { Place } from './place';

export const orchard: Place = {
	id: 'orchard',
	label: 'orchard',
	words: ['orchard', 'apple orchard', 'vineyard', 'fruit trees', 'plantation'],
	horizon: 0.54,
	stand: { land: 0.5, water: 0.4 },
	tall: true,
	needsGround: false,
	back(stage) {
		const { width, horizon, random } = stage;
		ridge(stage, 'hills', { y: horizon + 6, height: 120, hex: '#7a9278', air: 0.58 });
		floor(stage, horizon + 6, '#a4b866', '#64803c');
		const r = random.branch('rows');
		for (let row = 0; row < 4; row++) {
			const y = horizon + 16 + row * row * 26;
			const tall = 90 + row * 62;
			const count = 8 - row;
			for (let i = 0; i < count; i++) {
				const x = ((i + 0.5) / count) * width + (row % 2 ? 30 : -30);
				if (row > 1 && Math.abs(x - stage.subjectX) < 210) continue;
				broadleaf(stage, x, y, tall, '#6a8c46', 0.4 - row * 0.12, `o${row}-${i}`);
				for (let f = 0; f < 7; f++)
					stage.fill(
						oval(
							x + r.between(-0.3, 0.3) * tall,
							y - tall * r.between(0.5, 0.9),
							3 + row * 2.2,
							3 + row * 2.2
						),
						stage.tone('#d0492f', 0.75)
					);
			}
		}
	},
	front(stage) {
		fringe(
			stage,
			[stage.shade('#4c6a32'), stage.tone('#86a04c', 0.55), stage.tone('#c0c66a', 0.7)],
			150,
			'front'
		);
	}
};

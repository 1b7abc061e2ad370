import { rgb, mix } from '../../colour';
import { paintFarLand, paintWater } from '../../sky';
import { oval, type Point } from '../../stage';
import type { Place } from './place';

export const sea: Place = {
	id: 'sea',
	label: 'open sea',
	words: ['sea', 'open sea', 'ocean', 'waves', 'water', 'bay', 'coast', 'estuary', 'offshore'],
	horizon: 0.62,
	stand: { land: 0.2, water: 0.36 },
	needsGround: true,
	wet: true,
	back(stage) {
		paintFarLand(stage, 34, 0.72, 'far');
		paintWater(stage, stage.height + 20, 0.25);
	},
	front(stage) {
		const random = stage.random.branch('swell');
		const [far, near] = stage.light.water.map(rgb);
		for (let i = 0; i < 4; i++) {
			const y = stage.height - 20 - i * 42;
			const crest = Array.from({ length: 9 }, (_, p): Point => [
				(p / 8) * (stage.width + 120) - 60,
				y + Math.sin(p * 1.7 + i * 2 + random.next()) * 12
			]);
			stage.curve(crest, mix(far, near, 0.25), 3, 0.3);
			stage.curve(
				crest.map(([x, cy]) => [x, cy + 7] as Point),
				mix(near, rgb(stage.light.ambient), 0.5),
				8,
				0.22
			);
		}
		for (let i = 0; i < 26; i++) {
			const x = random.between(0, stage.width);
			const y = stage.height - random.next() * (stage.height - stage.horizon) * 0.5;
			stage.fill(
				oval(x, y, random.between(3, 16), random.between(1, 2.4)),
				stage.lit('#f7f7f0'),
				0.4
			);
		}
	}
};

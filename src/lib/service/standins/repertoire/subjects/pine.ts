import type { Subject } from './subject';

export const pine: Subject = {
	id: 'pine',
	label: 'pine tree',
	words: ['pine tree', 'pine', 'fir', 'spruce', 'christmas tree', 'conifer'],
	home: 'snowfield',
	footing: 'land',
	size: 0.8,
	breadth: 0.5,
	metres: 9,
	draw(stage, extra) {
		const needle = stage.main('#2f5e48');
		stage.shadow(240);
		stage.solid('M-40 8 L-30 -160 H30 L40 8 Z', '#5c412e');
		const tiers = 6;
		for (let i = 0; i < tiers; i++) {
			const y = -110 - i * 142;
			const half = 250 - i * 36;
			const top = y - 240;
			const lean = extra && i === 3 ? 190 : 0;
			stage.solid(
				`M${-half + lean} ${y} Q${-half * 0.5 + lean} ${y + 34} ${-half * 0.3 + lean} ${y + 6} Q${lean} ${y + 50} ${half * 0.3 + lean} ${y + 6} Q${half * 0.6 + lean} ${y + 34} ${half + lean} ${y} Q${half * 0.4} ${y - 90} ${lean * 0.4} ${top} Q${-half * 0.4} ${y - 90} ${-half + lean} ${y} Z`,
				needle
			);
			stage.draw(
				`M${-half * 0.7 + lean} ${y - 30} Q${lean} ${y + 8} ${half * 0.7 + lean} ${y - 30}`,
				stage.shade('#163428'),
				14,
				0.5
			);
			if (stage.light.snow)
				stage.draw(
					`M${-half * 0.8 + lean} ${y - 34} Q${-half * 0.3} ${y - 110} ${lean * 0.4} ${top + 40}`,
					stage.lit('#ffffff'),
					24,
					0.9
				);
		}
	}
};

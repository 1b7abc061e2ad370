import type { Subject } from './subject';

export const pear: Subject = {
	id: 'pear',
	label: 'pear',
	words: ['pear', 'pears', 'apple', 'fruit', 'bowl of fruit', 'lemon'],
	home: 'room',
	footing: 'land',
	size: 0.36,
	breadth: 1.0,
	metres: 0.12,
	seat: 0.9,
	draw(stage, extra) {
		const skin = stage.main('#b8b84a');
		const fruit = (x: number, s: number, hex: Parameters<typeof stage.solid>[1], lean: number) =>
			stage.at(
				x,
				0,
				s,
				() => {
					stage.shadow(330);
					stage.solid(
						'M0 -900 C130 -900 130 -720 190 -600 C320 -440 380 -120 180 -10 C80 20 -80 20 -180 -10 C-380 -120 -320 -440 -190 -600 C-130 -720 -130 -900 0 -900 Z',
						hex
					);
					stage.flat(
						`M${stage.side * 90} -640 C${stage.side * 220} -480 ${stage.side * 250} -300 ${stage.side * 190} -180 C${stage.side * 190} -340 ${stage.side * 150} -500 ${stage.side * 90} -640 Z`,
						stage.lit('#fffbe4'),
						0.4
					);
					stage.draw('M0 -880 Q20 -980 70 -1010', stage.shade('#4c3420'), 26);
					stage.solid(
						'M40 -960 C140 -1060 260 -1000 280 -940 C200 -900 100 -900 40 -960 Z',
						'#5c8a3c',
						0.8
					);
				},
				{ radians: lean }
			);
		fruit(-250, 0.76, '#c4683a', -0.1);
		if (extra) fruit(20, 0.66, '#a8a03c', 0);
		fruit(170, 0.96, skin, 0.08);
	}
};

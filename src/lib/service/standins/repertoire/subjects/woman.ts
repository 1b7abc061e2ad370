import type { Subject } from './subject';

export const woman: Subject = {
	id: 'woman',
	label: 'woman',
	words: ['woman', 'lady', 'walker', 'mother'],
	home: 'meadow',
	footing: 'land',
	size: 0.72,
	breadth: 0.44,
	metres: 1.7,
	draw(stage, extra) {
		const coat = stage.main('#a33a4a');
		const skin = '#d9a27c';
		stage.shadow(190);
		for (const x of [-54, 54]) {
			stage.draw(`M${x} -260 V-40`, stage.shade('#4a3a3c'), 54);
			stage.solid(`M${x - 40} 4 V-60 H${x + 30} Q${x + 70} -30 ${x + 70} 4 Z`, '#3c2c26');
		}
		const arm = (way: number, d: string) => {
			stage.draw(d, stage.tone(coat, way === stage.side ? 0.85 : 0.4), 74);
		};
		arm(-1, 'M-110 -720 Q-190 -560 -150 -420');
		if (extra) arm(1, 'M100 -700 Q260 -640 270 -500');
		stage.solid(
			'M-110 -780 C-60 -810 60 -810 110 -780 C150 -600 190 -380 220 -240 C80 -200 -80 -200 -220 -240 C-190 -380 -150 -600 -110 -780 Z',
			coat
		);
		stage.draw('M0 -790 V-230', stage.shade('#5a1c28'), 9, 0.6);
		for (const y of [-680, -580, -480]) stage.flat(`E22 ${y} 13 13`, stage.lit('#f0d890'));
		stage.draw('M-150 -560 Q0 -520 150 -560', stage.shade('#5a1c28'), 26, 0.6);
		arm(1, 'M110 -730 Q190 -580 160 -430');
		stage.flat('E-150 -400 34 36', stage.tone(skin, 0.75));
		stage.flat('E160 -410 34 36', stage.tone(skin, 0.75));
		stage.solid(
			'M-130 -830 C-150 -1000 -60 -1010 0 -1010 C60 -1010 150 -1000 130 -830 C140 -760 120 -700 110 -690 L-110 -690 C-120 -700 -140 -760 -130 -830 Z',
			'#4a2f24'
		);
		stage.solid('E4 -870 88 104', skin, 0.8);
		stage.flat(
			'M-90 -880 C-80 -990 90 -990 96 -880 C60 -930 -20 -940 -90 -880 Z',
			stage.tone('#4a2f24', 0.6)
		);
		for (const x of [-30, 40]) stage.flat(`E${x} -870 10 12`, [30, 24, 24]);
		stage.draw('M-16 -816 Q6 -800 30 -816', stage.tone('#a8483c', 0.7), 10);
		stage.solid('M-110 -790 Q0 -730 110 -790 L96 -740 Q0 -690 -96 -740 Z', '#e8c860', 0.7);
	}
};

import type { Subject } from './subject';

export const umbrella: Subject = {
	id: 'umbrella',
	label: 'umbrella',
	words: ['umbrella', 'parasol', 'brolly', 'sunshade'],
	home: 'beach',
	footing: 'land',
	size: 0.7,
	breadth: 0.94,
	metres: 1.9,
	draw(stage, extra) {
		const cloth = stage.main('#c8402f');
		stage.shadow(330);
		stage.draw(`M0 -860 V-30 ${extra ? 'M-160 -620 V-30' : ''}`, stage.tone('#6a4c34', 0.6), 26);
		stage.draw('M0 -40 C0 40 110 40 110 -50', stage.tone('#6a4c34', 0.7), 28);
		const panels = [
			'M0 -940 C-300 -930 -450 -740 -470 -560 Q-400 -610 -310 -560 C-260 -720 -160 -860 0 -940 Z',
			'M0 -940 C-160 -860 -260 -720 -310 -560 Q-240 -610 -150 -560 C-130 -720 -80 -860 0 -940 Z',
			'M0 -940 C-80 -860 -130 -720 -150 -560 Q-70 -610 0 -560 Z',
			'M0 -940 V-560 Q70 -610 150 -560 C130 -720 80 -860 0 -940 Z',
			'M0 -940 C80 -860 130 -720 150 -560 Q240 -610 310 -560 C260 -720 160 -860 0 -940 Z',
			'M0 -940 C160 -860 260 -720 310 -560 Q400 -610 470 -560 C450 -740 300 -930 0 -940 Z'
		];
		panels.forEach((d, i) =>
			stage.flat(
				d,
				stage.tone(i % 2 ? '#f3e8d2' : cloth, 0.55 + 0.42 * ((i - 2.5) / 2.5) * stage.side * 0.9)
			)
		);
		stage.draw('M0 -940 L0 -1000', stage.tone('#6a4c34', 0.6), 22);
	}
};

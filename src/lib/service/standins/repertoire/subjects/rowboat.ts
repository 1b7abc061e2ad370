import type { Subject } from './subject';

export const rowboat: Subject = {
	id: 'rowboat',
	label: 'rowing boat',
	words: ['rowing boat', 'rowboat', 'canoe', 'punt', 'skiff'],
	home: 'lake',
	footing: 'water',
	size: 0.3,
	breadth: 2.3,
	metres: 1.1,
	seat: 0.55,
	draw(stage, extra) {
		const paint = stage.main('#3f7a6c');
		stage.flat(
			'M-900 -640 Q0 -470 900 -660 Q700 -400 0 -380 Q-700 -400 -900 -640 Z',
			stage.shade('#5a4230')
		);
		for (const x of [-430, 0, 430])
			stage.solid(`M${x - 170} -520 H${x + 170} V-456 H${x - 170} Z`, '#c79a62', 0.7);
		const oar = (x: number, way: number) => {
			stage.draw(`M${x} -600 L${x + way * 560} -40`, stage.tone('#c79a62', 0.75), 34);
			stage.solid(
				`M${x + way * 520} -110 L${x + way * 700} 60 L${x + way * 620} 100 L${x + way * 470} -60 Z`,
				'#d8ac72',
				0.7
			);
		};
		oar(60, 1);
		stage.solid(
			'M-980 -700 Q-860 -560 0 -440 Q860 -560 980 -720 C900 -300 700 -20 420 0 H-420 C-700 -20 -900 -300 -980 -700 Z',
			paint
		);
		stage.draw('M-976 -696 Q-860 -560 0 -440 Q860 -560 976 -716', stage.tone('#f3e8d0', 0.85), 46);
		stage.draw(
			'M-900 -470 Q0 -220 900 -480 M-800 -270 Q0 -90 800 -280',
			stage.shade('#1f4a40'),
			15,
			0.6
		);
		oar(-60, -1);
		if (extra) oar(300, 0.6);
		stage.draw('M-620 12 H620', stage.lit('#ffffff'), 26, 0.5);
	}
};

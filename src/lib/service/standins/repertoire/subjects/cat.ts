import type { Subject } from './subject';

export const cat: Subject = {
	id: 'cat',
	label: 'cat',
	words: ['cat', 'kitten', 'tabby', 'tomcat'],
	home: 'room',
	footing: 'land',
	size: 0.5,
	breadth: 0.62,
	metres: 0.35,
	draw(stage, extra) {
		const fur = stage.main('#c98a4a');
		const dark = stage.shade('#6b4424');
		stage.shadow(250);
		stage.draw('M150 -70 C330 -30 380 -250 300 -420', stage.tone(fur, 0.6), 62);
		if (extra) stage.draw('M-150 -70 C-330 -30 -390 -230 -310 -400', stage.tone(fur, 0.6), 62);
		stage.solid('M-190 0 C-270 -250 -170 -570 0 -610 C170 -570 270 -250 190 0 Z', fur);
		stage.flat(
			'M-76 -20 C-120 -260 -70 -450 0 -480 C70 -450 120 -260 76 -20 Z',
			stage.tone('#f4e6d2', 0.85)
		);
		for (const y of [-420, -330, -240])
			for (const way of [-1, 1])
				stage.draw(
					`M${way * 205} ${y} Q${way * 150} ${y - 30} ${way * 120} ${y + 8}`,
					dark,
					17,
					0.7
				);
		for (const x of [-62, 62]) {
			stage.draw(`M${x} -30 V-250`, stage.tone('#f4e6d2', 0.7), 84);
			stage.solid(`E${x} -22 66 36`, '#f6ead8', 0.8);
		}
		for (const way of [-1, 1]) {
			stage.solid(
				`M${way * 186} -770 L${way * 172} -1000 Q${way * 90} -940 ${way * 34} -860 Z`,
				fur
			);
			stage.flat(
				`M${way * 156} -820 L${way * 152} -950 L${way * 78} -870 Z`,
				stage.tone('#d99a92', 0.7)
			);
		}
		stage.solid(
			'M-200 -730 C-200 -900 -90 -900 0 -900 C90 -900 200 -900 200 -730 C200 -600 90 -556 0 -556 C-90 -556 -200 -600 -200 -730 Z',
			fur
		);
		stage.flat(
			'M-96 -650 Q0 -720 96 -650 Q70 -566 0 -562 Q-70 -566 -96 -650 Z',
			stage.tone('#f8ecda', 0.9)
		);
		for (const x of [-40, 0, 40]) stage.draw(`M${x} -880 L${x * 0.8} -810`, dark, 17, 0.75);
		for (const x of [-84, 84]) {
			stage.flat(`E${x} -730 42 44`, stage.lit('#c8d66a'));
			stage.flat(`E${x} -730 15 40`, [22, 24, 20]);
			stage.flat(`E${x - 12} -748 9 10`, [255, 255, 250]);
		}
		stage.flat('M-24 -668 H24 L0 -640 Z', stage.tone('#b85c60', 0.8));
		stage.draw('M0 -640 V-616 M0 -616 Q-30 -596 -54 -612 M0 -616 Q30 -596 54 -612', dark, 9);
		for (const way of [-1, 1])
			for (const y of [-650, -626])
				stage.draw(
					`M${way * 70} ${y} L${way * 270} ${y + (y + 640) * 1.6}`,
					stage.lit('#ffffff'),
					5,
					0.7
				);
	}
};

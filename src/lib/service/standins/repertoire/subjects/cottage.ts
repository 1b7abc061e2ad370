import type { Subject } from './subject';

export const cottage: Subject = {
	id: 'cottage',
	label: 'cottage',
	words: ['cottage', 'house', 'farmhouse', 'home', 'croft'],
	home: 'meadow',
	footing: 'land',
	size: 0.5,
	breadth: 1.4,
	metres: 6,
	draw(stage, extra) {
		const wall = stage.main('#efe6d4');
		const random = stage.random.branch('smoke');
		stage.shadow(600);
		const chimney = (x: number) => {
			for (let i = 0; i < 6; i++)
				stage.flat(
					`E${x - stage.side * (20 + i * 46)} ${-1010 - i * 44} ${36 + i * 15} ${30 + i * 12}`,
					stage.tone('#d5d2cc', random.between(0.5, 0.8)),
					0.34 - i * 0.04
				);
			stage.solid(`M${x - 60} -700 V-960 H${x + 60} V-700 Z`, '#9a5a44');
		};
		chimney(330);
		if (extra) chimney(-280);
		stage.solid('M-600 0 V-470 H600 V0 Z', wall);
		stage.solid(
			'M-690 -450 C-600 -700 -520 -800 -430 -840 H430 C520 -800 600 -700 690 -450 Z',
			'#a5854c'
		);
		for (let i = 0; i < 26; i++)
			stage.draw(`M${-640 + i * 50} -460 L${-480 + i * 38} -820`, stage.shade('#6a5028'), 7, 0.4);
		stage.draw('M-690 -450 H690', stage.shade('#4f3c1e'), 22, 0.7);
		const glow = stage.lampsLit ? stage.lit('#ffdc90') : stage.shade('#42525c');
		for (const x of [-400, 400]) {
			stage.flat(`M${x - 110} -330 H${x + 110} V-150 H${x - 110} Z`, glow);
			stage.draw(
				`M${x - 110} -330 H${x + 110} V-150 H${x - 110} Z M${x} -330 V-150 M${x - 110} -240 H${x + 110}`,
				stage.tone('#fbf6ea', 0.8),
				13
			);
			stage.flat(`M${x - 130} -140 H${x + 130} V-112 H${x - 130} Z`, stage.tone('#7a5030', 0.6));
			for (let i = 0; i < 6; i++)
				stage.flat(
					`E${x - 100 + i * 40} -152 20 18`,
					stage.tone(i % 2 ? '#d8574a' : '#e9a0b0', 0.8)
				);
		}
		stage.solid('M-90 0 V-300 Q0 -350 90 -300 V0 Z', '#3f6a6c');
		stage.flat('E56 -150 13 13', stage.lit('#e4c060'));
	}
};

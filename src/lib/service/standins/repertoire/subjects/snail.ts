import type { Subject } from './subject';

export const snail: Subject = {
	id: 'snail',
	label: 'snail',
	words: ['snail', 'slug', 'snails', 'whelk'],
	home: 'garden',
	footing: 'land',
	size: 0.36,
	breadth: 1.4,
	metres: 0.1,
	draw(stage, extra) {
		const shell = stage.main('#c08a52');
		stage.shadow(560);
		stage.solid(
			'M-640 0 C-560 -90 -300 -140 -60 -140 C160 -150 330 -260 420 -520 C450 -600 580 -600 600 -500 C620 -320 560 -60 480 0 Z',
			'#b7a37c'
		);
		stage.draw('M-560 -22 H480', stage.shade('#7c6848'), 20, 0.5);
		for (const x of extra ? [430, 500, 590] : [450, 590]) {
			stage.draw(`M${x} -540 L${x + (x - 500) * 0.7 + 20} -760`, stage.tone('#b7a37c', 0.75), 28);
			stage.flat(`E${x + (x - 500) * 0.7 + 20} -770 30 30`, stage.shade('#4c3c2c'));
		}
		stage.solid('E-90 -470 400 400', shell);
		for (let i = 0; i < 26; i++) {
			const turn = i * 0.52 + 0.6;
			const r = 372 - i * 14;
			const next = 372 - (i + 1) * 14;
			const at = (t: number, q: number) =>
				`${(-90 + Math.cos(t) * q).toFixed(0)} ${(-470 + Math.sin(t) * q).toFixed(0)}`;
			stage.draw(
				`M${at(turn, r)} L${at(turn + 0.52, next)}`,
				stage.shade('#6a4424'),
				30 - i * 0.8,
				0.85
			);
		}
		stage.draw('M-330 -690 C-260 -800 -120 -850 0 -830', stage.lit('#fff2d8'), 34, 0.5);
	}
};

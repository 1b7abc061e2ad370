import type { Subject } from './subject';

export const van: Subject = {
	id: 'van',
	label: 'van',
	words: ['van', 'bus', 'camper', 'car', 'truck', 'lorry', 'caravan'],
	home: 'street',
	footing: 'land',
	size: 0.44,
	breadth: 1.6,
	metres: 2.2,
	draw(stage, extra) {
		const paint = stage.main('#d9a441');
		const pane = stage.lampsLit ? stage.tone('#ffe2a0', 0.9) : stage.tone('#a9c4cc', 0.75);
		stage.shadow(760);
		stage.solid(
			'M-740 -140 V-780 C-740 -900 -680 -930 -600 -930 H420 C560 -930 620 -860 680 -600 C760 -560 790 -500 790 -400 V-140 Z',
			paint
		);
		stage.flat('M-740 -470 H780 Q792 -440 790 -400 V-140 H-740 Z', stage.tone('#f4ecda', 0.78));
		for (const x of [-660, -380, -100]) {
			stage.flat(`M${x} -800 H${x + 230} V-560 H${x} Z`, pane);
			stage.flat(
				`M${x + 20} -560 L${x + 130} -800 H${x + 180} L${x + 70} -560 Z`,
				stage.lit('#ffffff'),
				0.35
			);
		}
		stage.flat('M190 -800 H410 Q520 -790 580 -570 H190 Z', pane);
		stage.draw('M150 -900 V-160 M-740 -470 H780', stage.shade('#6a5630'), 11, 0.6);
		stage.draw('M220 -380 H290', stage.shade('#4a4030'), 17);
		stage.flat('M-760 -150 H810 V-90 H-760 Z', stage.tone('#8d9196', 0.7));
		for (const x of extra ? [-470, 20, 480] : [-470, 480]) {
			stage.flat(`E${x} -150 158 158`, stage.shade('#232427'));
			stage.flat(`E${x} -150 92 92`, stage.tone('#c9ccd0', 0.75));
			stage.flat(`E${x} -150 34 34`, stage.shade('#55585c'));
		}
		stage.flat(
			'E748 -330 46 54',
			stage.lampsLit ? stage.lit('#fff2bc') : stage.tone('#f3ead2', 0.9)
		);
		stage.draw('M-520 -960 H300 M-440 -960 V-930 M220 -960 V-930', stage.shade('#5a4a36'), 17);
		stage.solid('M-420 -970 H-120 V-1050 H-420 Z', '#7a5a3c');
	}
};

import type { Subject } from './subject';

export const aeroplane: Subject = {
	id: 'aeroplane',
	label: 'aeroplane',
	words: ['aeroplane', 'airplane', 'plane', 'biplane', 'aircraft'],
	home: 'meadow',
	footing: 'air',
	size: 0.4,
	breadth: 1.7,
	metres: 3,
	draw(stage, extra) {
		const paint = stage.main('#c8402f');
		stage.solid('M-760 -560 L-860 -860 H-720 L-560 -600 Z', paint);
		stage.solid('M-820 -540 H-520 V-470 H-800 Z', paint, 0.6);
		const wing = (y: number) =>
			stage.solid(
				`M-260 ${y} C-120 ${y - 50} 300 ${y - 60} 460 ${y - 20} L480 ${y + 40} C300 ${y + 40} -100 ${y + 50} -260 ${y + 40} Z`,
				'#efe4cc',
				0.8
			);
		stage.draw(
			'M-160 -820 L-120 -330 M340 -830 L360 -330 M-160 -820 L360 -330',
			stage.shade('#4a3a2c'),
			13,
			0.8
		);
		stage.solid(
			'M-820 -540 C-500 -660 200 -700 520 -640 C640 -610 660 -470 560 -410 C240 -340 -420 -420 -820 -490 Z',
			paint
		);
		stage.flat('M-60 -640 Q40 -760 180 -650 Z', stage.tone('#bcd4d8', 0.8));
		stage.solid('E20 -700 62 66', '#8a5a3c', 0.6);
		wing(-340);
		wing(-850);
		if (extra) wing(-1060);
		stage.solid('M540 -640 C660 -620 680 -440 560 -410 Z', '#4c4f55');
		stage.flat('E668 -525 20 300', stage.lit('#f0f0ea'), 0.4);
		stage.flat('E660 -525 46 46', stage.shade('#33353a'));
		stage.draw('M120 -400 L60 -190 M260 -400 L310 -190 M60 -190 H310', stage.shade('#3a3430'), 22);
		for (const x of [60, 310]) {
			stage.flat(`E${x} -130 96 96`, stage.shade('#26272b'));
			stage.flat(`E${x} -130 40 40`, stage.tone('#c8ccd0', 0.8));
		}
		stage.flat('E-560 -545 60 56', stage.tone('#f4ecda', 0.9));
		stage.flat('E-560 -545 28 26', stage.tone('#2f5f8c', 0.8));
	}
};

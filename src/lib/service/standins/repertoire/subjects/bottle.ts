import type { Subject } from './subject';

export const bottle: Subject = {
	id: 'bottle',
	label: 'message in a bottle',
	words: ['message in a bottle', 'bottle', 'glass bottle', 'flask', 'message bottle'],
	home: 'beach',
	footing: 'land',
	size: 0.34,
	breadth: 1.9,
	metres: 0.12,
	draw(stage, extra) {
		const glass = stage.main('#6fa48a');
		stage.shadow(760);
		stage.solid(
			'M-820 -60 C-860 -340 -820 -560 -760 -600 H180 C340 -600 380 -480 480 -440 L800 -430 V-250 L480 -240 C380 -200 340 -60 180 -50 H-760 Q-800 -44 -820 -60 Z',
			glass
		);
		stage.solid(
			'M-600 -180 C-560 -300 -580 -420 -540 -470 H180 C220 -380 210 -280 180 -190 Z',
			'#f2e4c0',
			0.6
		);
		stage.draw('M-500 -400 H120 M-510 -340 H140 M-520 -280 H60', stage.shade('#7a6440'), 15, 0.6);
		stage.draw('M-200 -480 V-180', stage.tone('#b8382c', 0.8), 40);
		stage.flat(
			'M-760 -560 H160 Q260 -560 330 -500 L330 -470 Q240 -520 160 -520 H-760 Z',
			stage.lit('#ffffff'),
			0.6
		);
		stage.flat('M-780 -130 H160 L150 -100 H-780 Z', stage.lit('#ffffff'), 0.25);
		stage.solid('M780 -440 H940 V-240 H780 Z', '#b98a58');
		if (extra) stage.solid('M-900 -420 H-800 V-260 H-900 Z', '#b98a58');
		stage.draw('M480 -440 V-240', stage.lit('#ffffff'), 15, 0.4);
	}
};

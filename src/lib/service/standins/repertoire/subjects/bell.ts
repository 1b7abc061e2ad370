import type { Subject } from './subject';

export const bell: Subject = {
	id: 'bell',
	label: 'bell',
	words: ['bell', 'ship bell', 'hand bell', 'church bell'],
	home: 'workshop',
	footing: 'land',
	size: 0.5,
	breadth: 0.82,
	metres: 0.4,
	draw(stage, extra) {
		const bronze = stage.main('#b5863a');
		stage.shadow(330);
		stage.flat('E0 -60 400 60', stage.shade('#4c3618'));
		for (const x of extra ? [-150, 150] : [0]) {
			stage.draw(`M${x} -300 V-30`, stage.shade('#3c3026'), 46);
			stage.solid(`E${x} ${extra ? 26 : -14} 84 78`, '#5a5048');
		}
		stage.solid(
			'M-430 -60 C-330 -160 -300 -360 -290 -520 C-270 -720 -160 -820 0 -820 C160 -820 270 -720 290 -520 C300 -360 330 -160 430 -60 C250 -10 -250 -10 -430 -60 Z',
			bronze
		);
		stage.draw(
			'M-340 -150 Q0 -80 340 -150 M-292 -470 Q0 -420 292 -470 M-286 -520 Q0 -470 286 -520',
			stage.shade('#6a4a18'),
			17,
			0.7
		);
		stage.draw(
			`M${stage.side * 150} -720 C${stage.side * 230} -560 ${stage.side * 230} -360 ${stage.side * 290} -190`,
			stage.lit('#fff6d8'),
			44,
			0.55
		);
		stage.solid('M-90 -800 C-90 -900 90 -900 90 -800 Z', bronze, 0.8);
		stage.draw('M-80 -880 C-80 -1010 80 -1010 80 -880', stage.tone(bronze, 0.6), 44);
	}
};

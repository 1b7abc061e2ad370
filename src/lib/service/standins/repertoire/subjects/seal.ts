import type { Subject } from './subject';

export const seal: Subject = {
	id: 'seal',
	label: 'seal',
	words: ['seal', 'sea lion', 'seals', 'walrus'],
	home: 'beach',
	footing: 'land',
	size: 0.42,
	breadth: 1.35,
	metres: 0.9,
	draw(stage, extra) {
		const skin = stage.main('#7d7468');
		stage.shadow(620);
		for (const y of extra ? [-60, -150, -240] : [-60, -150])
			stage.solid(
				`M-500 ${y} C-620 ${y - 150} -700 ${y - 140} -720 ${y - 90} C-680 ${y + 10} -580 ${y + 40} -500 ${y} Z`,
				stage.shade(skin),
				0.6
			);
		stage.solid(
			'M-560 -40 C-440 -280 -120 -330 60 -420 C120 -620 180 -900 360 -900 C520 -900 590 -760 560 -660 C530 -520 480 -300 420 -120 C380 0 200 10 -120 10 C-360 10 -560 10 -560 -40 Z',
			skin
		);
		stage.flat(
			'M430 -560 C470 -420 440 -200 400 -90 C340 -10 240 -10 220 -60 C320 -200 380 -380 430 -560 Z',
			stage.tone('#cfc6b4', 0.75),
			0.9
		);
		stage.solid(
			'M160 -160 C60 -40 -60 30 -140 30 C-60 60 140 50 240 -60 Z',
			stage.shade(skin),
			0.5
		);
		const random = stage.random.branch('spots');
		for (let i = 0; i < 26; i++)
			stage.flat(
				`E${random.between(-400, 220).toFixed(0)} ${random.between(-230, -70).toFixed(0)} ${random.between(8, 26).toFixed(0)} ${random.between(6, 16).toFixed(0)}`,
				stage.shade('#4a443c'),
				0.5
			);
		stage.solid('E570 -700 104 76', '#a89c8a', 0.7);
		stage.flat('E640 -736 34 25', [26, 24, 26]);
		stage.flat('E468 -780 34 36', [18, 16, 18]);
		stage.flat('E458 -794 11 12', [255, 255, 255]);
		for (const y of [-690, -664, -640])
			stage.draw(`M580 ${y} Q660 ${y + 20} 740 ${y + 60}`, stage.lit('#f6f0e4'), 6, 0.85);
		stage.draw('M640 -706 Q610 -660 560 -664', [40, 34, 32], 9);
	}
};

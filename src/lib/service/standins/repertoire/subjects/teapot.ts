import type { Subject } from './subject';

export const teapot: Subject = {
	id: 'teapot',
	label: 'teapot',
	words: ['teapot', 'kettle', 'tea pot', 'pot of tea', 'cup of tea'],
	home: 'room',
	footing: 'land',
	size: 0.38,
	breadth: 1.3,
	metres: 0.2,
	draw(stage, extra) {
		const glaze = stage.main('#3f7a8c');
		stage.shadow(520);
		const spout = (y: number) =>
			stage.solid(
				`M280 ${y} C460 ${y - 40} 470 ${y - 260} 640 ${y - 390} L720 ${y - 350} C660 ${y - 180} 620 ${y + 60} 300 ${y + 190} Z`,
				glaze,
				0.8
			);
		spout(-360);
		if (extra) spout(-560);
		stage.draw('M-340 -600 C-640 -700 -700 -240 -360 -190', stage.tone(glaze, 0.45), 84);
		stage.draw('M-340 -620 C-600 -700 -660 -260 -380 -200', stage.tone(glaze, 0.85), 26, 0.7);
		stage.solid('M-200 0 H200 L220 -40 H-220 Z', glaze, 0.8);
		stage.solid(
			'M-400 -380 C-400 -620 -220 -720 0 -720 C220 -720 400 -620 400 -380 C400 -160 250 -30 0 -30 C-250 -30 -400 -160 -400 -380 Z',
			glaze
		);
		stage.solid(
			'M-230 -690 C-200 -820 200 -820 230 -690 C140 -650 -140 -650 -230 -690 Z',
			glaze,
			0.8
		);
		stage.solid('E0 -850 62 58', glaze);
		for (let i = -2; i <= 2; i++) {
			stage.draw(
				`M${i * 130} -300 Q${i * 130 + 30} -400 ${i * 130 + 64} -440`,
				stage.tone('#f2ead6', 0.8),
				13,
				0.85
			);
			stage.flat(`E${i * 130 + 70} -450 36 40`, stage.tone('#f2ead6', 0.9), 0.9);
			stage.flat(`E${i * 130 + 70} -450 14 15`, stage.tone('#d9892e', 0.9), 0.9);
		}
		stage.draw(
			`M${stage.side * 230} -610 Q${stage.side * 330} -520 ${stage.side * 340} -400`,
			stage.lit('#ffffff'),
			38,
			0.6
		);
		for (const dx of [0, 60])
			stage.draw(
				`M${690 + dx} -760 C${640 + dx} -860 ${760 + dx} -900 ${710 + dx} -1000`,
				stage.lit('#ffffff'),
				26,
				0.28
			);
	}
};

import type { Subject } from './subject';

export const sunflower: Subject = {
	id: 'sunflower',
	label: 'sunflower',
	words: ['sunflower', 'flower', 'daisy', 'flowers', 'bloom', 'blossom'],
	home: 'garden',
	footing: 'land',
	size: 0.74,
	breadth: 0.56,
	metres: 1.6,
	draw(stage, extra) {
		const petal = stage.main('#f0b429');
		stage.shadow(140);
		stage.draw('M0 0 C-30 -200 40 -420 0 -680', stage.tone('#5c8a3c', 0.6), 36);
		stage.solid('M0 -240 C100 -380 240 -380 300 -330 C240 -240 110 -200 0 -220 Z', '#5f8f3e');
		stage.solid(
			'M-6 -380 C-100 -500 -230 -500 -290 -450 C-230 -360 -110 -330 -6 -350 Z',
			'#5f8f3e'
		);
		const flower = (x: number, y: number, r: number) => {
			for (const ring of [0, 1])
				for (let i = 0; i < 17; i++) {
					const turn = (i / 17) * Math.PI * 2 + ring * 0.18;
					const light = 0.62 + 0.36 * Math.cos(turn) * stage.side - ring * -0.06;
					stage.at(
						x,
						y,
						r / 280,
						() =>
							stage.flat(
								'M-46 -96 C-70 -200 -30 -270 0 -290 C30 -270 70 -200 46 -96 Z',
								stage.tone(petal, Math.min(1, Math.max(0.3, light)))
							),
						{ radians: turn }
					);
				}
			stage.at(x, y, r / 280, () => {
				stage.solid('E0 0 130 126', '#5a3a20');
				for (let i = 0; i < 60; i++) {
					const far = Math.sqrt(i / 60) * 118;
					const turn = i * 2.39996;
					stage.flat(
						`E${(Math.cos(turn) * far).toFixed(0)} ${(Math.sin(turn) * far).toFixed(0)} 7 7`,
						stage.tone('#c48a3a', i > 34 ? 0.9 : 0.4)
					);
				}
			});
		};
		if (extra) flower(190, -420, 150);
		flower(0, -720, 280);
	}
};

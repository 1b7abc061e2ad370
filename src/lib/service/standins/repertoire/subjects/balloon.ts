import type { Subject } from './subject';

export const balloon: Subject = {
	id: 'balloon',
	label: 'hot-air balloon',
	words: ['hot-air balloon', 'balloon', 'air balloon', 'airship', 'balloons'],
	home: 'meadow',
	footing: 'air',
	size: 0.62,
	breadth: 0.72,
	metres: 18,
	draw(stage, extra) {
		const cloth = stage.main('#d8574a');
		const gores = [
			'M0 -1000 C-330 -990 -380 -720 -330 -560 C-280 -430 -160 -330 -110 -270 H0 Z',
			'M0 -1000 C-210 -960 -240 -700 -210 -560 C-180 -440 -110 -340 -76 -270 H0 Z',
			'M0 -1000 C-80 -950 -90 -700 -80 -560 C-70 -440 -40 -340 -30 -270 H0 Z'
		];
		const hues = [cloth, '#f3e3bf', stage.main('#2f7f8c')] as const;
		for (const way of [-1, 1])
			stage.at(
				0,
				0,
				1,
				() =>
					gores.forEach((d, i) =>
						stage.flat(
							d,
							stage.tone(hues[i], 0.5 + (way === -stage.side ? -0.24 + i * 0.08 : 0.44 - i * 0.06))
						)
					),
				{ mirror: way > 0 }
			);
		stage.draw('M-330 -640 Q0 -540 330 -640', stage.tone('#f3e3bf', 0.9), 30, 0.9);
		stage.flat('M-110 -270 H110 L96 -240 H-96 Z', stage.shade('#5a3a30'));
		stage.flat('M-26 -200 Q0 -290 26 -200 Z', stage.lit('#ffd060'));
		stage.draw(
			'M-96 -240 L-66 -110 M96 -240 L66 -110 M-30 -240 L-24 -110 M30 -240 L24 -110',
			stage.shade('#4a3a30'),
			7
		);
		const basket = (x: number) => {
			stage.solid(`M${x - 78} -116 H${x + 78} L${x + 64} 0 H${x - 64} Z`, '#a8763e');
			stage.draw(
				`M${x - 70} -80 H${x + 70} M${x - 66} -40 H${x + 66}`,
				stage.shade('#5c3c1c'),
				9,
				0.7
			);
			stage.draw(`M${x - 82} -116 H${x + 82}`, stage.tone('#7a5028', 0.8), 18);
		};
		basket(0);
		if (extra) basket(230);
	}
};

import type { Subject } from './subject';

export const whale: Subject = {
	id: 'whale',
	label: 'whale',
	words: ['whale', 'humpback', 'sperm whale', 'orca'],
	home: 'sea',
	footing: 'water',
	size: 0.44,
	breadth: 1.8,
	metres: 6,
	draw(stage, extra) {
		const skin = stage.main('#3f5a72');
		const random = stage.random.branch('spray');
		for (let i = 0; i < 26; i++) {
			const up = random.next();
			const x = 330 + random.between(-1, 1) * (30 + up * 130);
			stage.flat(
				`E${x.toFixed(0)} ${(-660 - up * 340).toFixed(0)} ${(16 + up * 26).toFixed(0)} ${(18 + up * 24).toFixed(0)}`,
				stage.lit('#f4f8f8'),
				0.55 - up * 0.3
			);
		}
		const fluke = (x: number) => {
			stage.solid(
				`M${x} -60 C${x - 10} -260 ${x - 40} -420 ${x - 60} -540 L${x + 50} -540 C${x + 70} -380 ${x + 100} -200 ${x + 160} -60 Z`,
				skin,
				0.8
			);
			stage.solid(
				`M${x - 10} -520 C${x - 120} -700 ${x - 280} -760 ${x - 360} -720 C${x - 260} -620 ${x - 140} -520 ${x - 10} -490 C${x + 120} -540 ${x + 240} -640 ${x + 330} -760 C${x + 220} -780 ${x + 80} -680 ${x - 10} -520 Z`,
				skin
			);
		};
		fluke(-620);
		if (extra) fluke(-250);
		stage.solid(
			'M-480 0 C-420 -240 -160 -600 260 -640 C560 -660 800 -480 860 -240 C880 -120 860 -30 840 0 Z',
			skin
		);
		stage.flat(
			'M300 0 C380 -130 620 -230 850 -220 C880 -120 860 -30 840 0 Z',
			stage.tone('#d8dcd8', 0.7)
		);
		for (let i = 0; i < 6; i++)
			stage.draw(
				`M${380 + i * 60} -6 Q${480 + i * 60} ${-120 - i * 12} ${700 + i * 30} ${-200 + i * 26}`,
				stage.shade('#5c7080'),
				9,
				0.7
			);
		stage.draw('M860 -250 C740 -300 660 -270 600 -220', stage.shade('#1e3040'), 16);
		stage.flat('E590 -300 20 18', [14, 18, 22]);
		stage.flat('E584 -306 6 6', [255, 255, 255]);
		stage.solid(
			'M120 -60 C40 60 -80 110 -170 110 C-120 20 -20 -90 70 -150 Z',
			stage.shade(skin),
			0.5
		);
		for (const x of [-560, 0, 520])
			stage.draw(`M${x - 260} 8 Q${x} -26 ${x + 260} 8`, stage.lit('#ffffff'), 20, 0.55);
	}
};

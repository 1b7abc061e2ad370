import type { Subject } from './subject';

export const book: Subject = {
	id: 'book',
	label: 'book',
	words: ['book', 'books', 'open book', 'notebook', 'diary', 'novel'],
	home: 'room',
	footing: 'land',
	size: 0.34,
	breadth: 1.5,
	metres: 0.2,
	seat: 0.6,
	draw(stage, extra) {
		const cover = stage.main('#7a2f34');
		stage.shadow(700);
		stage.flat(
			'M-760 -10 L-660 -700 H660 L760 -10 Q380 60 0 -4 Q-380 60 -760 -10 Z',
			stage.tone(cover, 0.6)
		);
		for (const way of [-1, 1]) {
			stage.solid(
				`M0 -30 Q${way * 330} -110 ${way * 700} -40 L${way * 610} -760 Q${way * 300} -840 0 -720 Z`,
				'#f4ead2',
				0.5
			);
			for (let i = 0; i < 11; i++) {
				const y = -680 + i * 54;
				const w = 560 + i * 8;
				if (i < 4 && way > 0) continue;
				stage.draw(
					`M${way * 70} ${y + 30} Q${way * 300} ${y - 40} ${way * w} ${y + 14}`,
					stage.shade('#57503f'),
					10,
					0.62
				);
			}
		}
		stage.solid('M120 -640 Q330 -720 540 -660 L560 -480 Q340 -540 126 -460 Z', '#a9bcae', 0.5);
		stage.flat(
			'M200 -520 L300 -640 L380 -560 L430 -610 L520 -500 Q350 -545 200 -520 Z',
			stage.tone('#5f7a6c', 0.7)
		);
		stage.draw('M0 -720 V-10', stage.shade('#6a5a40'), 16, 0.7);
		stage.draw(`M${extra ? -30 : 30} -720 C60 -500 10 -200 46 90`, stage.tone('#c8402f', 0.85), 24);
		if (extra)
			stage.draw(
				'M-120 -720 C-60 -500 -200 -200 -130 90 M200 -740 C260 -500 120 -200 230 90',
				stage.tone('#c8402f', 0.85),
				24
			);
	}
};

import type { Subject } from './subject';

export const fish: Subject = {
	id: 'fish',
	label: 'fish',
	words: ['fish', 'herring', 'trout', 'salmon', 'goldfish', 'mackerel'],
	home: 'sea',
	footing: 'water',
	size: 0.36,
	breadth: 1.7,
	metres: 0.3,
	draw(stage, extra) {
		const scale = stage.main('#5a8ea6');
		stage.shadow(640, 10);
		const tail = (y: number) =>
			stage.solid(
				`M-520 ${y} C-640 ${y - 220} -800 ${y - 260} -850 ${y - 230} C-780 ${y - 80} -780 ${y + 90} -850 ${y + 230} C-780 ${y + 250} -640 ${y + 200} -520 ${y} Z`,
				scale,
				0.8
			);
		tail(-420);
		if (extra) tail(-640);
		stage.solid('M-180 -690 C-60 -900 160 -900 260 -740 L180 -640 Z', stage.main('#3f6d86'), 0.7);
		stage.solid('M-60 -160 L-160 0 L80 -120 Z', stage.main('#3f6d86'), 0.6);
		stage.solid(
			'M-600 -420 C-380 -720 200 -820 560 -620 C700 -540 790 -450 800 -410 C760 -330 640 -220 480 -170 C100 -60 -380 -140 -600 -420 Z',
			scale
		);
		stage.flat(
			'M-520 -380 C-200 -220 300 -210 780 -400 C700 -290 600 -210 480 -170 C100 -60 -320 -130 -520 -380 Z',
			stage.tone('#f0eadb', 0.8),
			0.85
		);
		for (let row = 0; row < 4; row++)
			for (let i = 0; i < 11; i++) {
				const x = -380 + i * 70 + (row % 2) * 34;
				const y = -600 + row * 76 + Math.abs(i - 5) * 7;
				stage.draw(
					`M${x} ${y - 30} Q${x - 34} ${y} ${x} ${y + 30}`,
					stage.shade('#35566a'),
					9,
					0.55
				);
			}
		stage.draw('M470 -690 Q370 -440 470 -180', stage.shade('#2d4c5c'), 15, 0.8);
		stage.solid(
			'M420 -380 C330 -330 280 -250 270 -200 C350 -210 430 -270 460 -330 Z',
			stage.main('#3f6d86'),
			0.6
		);
		stage.flat('E610 -520 62 62', stage.lit('#f6efda'));
		stage.flat('E618 -520 32 34', [18, 20, 24]);
		stage.flat('E606 -536 11 11', [255, 255, 255]);
		stage.draw('M800 -410 Q730 -380 690 -384', stage.shade('#2d4c5c'), 15);
	}
};

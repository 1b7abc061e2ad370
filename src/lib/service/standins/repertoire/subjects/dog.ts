import type { Subject } from './subject';

export const dog: Subject = {
	id: 'dog',
	label: 'dog',
	words: ['dog', 'puppy', 'hound', 'terrier', 'sheepdog'],
	home: 'beach',
	footing: 'land',
	size: 0.5,
	breadth: 0.86,
	metres: 0.6,
	draw(stage, extra) {
		const coat = stage.main('#8a5a34');
		const pale = stage.tone('#efe2cc', 0.85);
		stage.shadow(360);
		stage.draw('M-330 -520 Q-460 -620 -430 -800', stage.tone(coat, 0.7), 58);
		for (const x of [-250, 190]) stage.draw(`M${x} -380 L${x + 16} -30`, stage.shade(coat), 84);
		stage.solid(
			'M-360 -560 C-340 -680 -60 -650 120 -640 C260 -640 300 -420 250 -330 C120 -240 -200 -250 -300 -300 C-380 -360 -380 -480 -360 -560 Z',
			coat
		);
		stage.flat('M120 -600 C250 -580 270 -420 220 -330 C150 -290 90 -330 96 -430 Z', pale);
		for (const x of extra ? [-310, -200, 130, 230, 20] : [-310, 130]) {
			stage.draw(`M${x} -360 L${x + 6} -30`, stage.tone(coat, 0.75), 88);
			stage.solid(
				`M${x - 46} 4 Q${x - 46} -52 ${x + 20} -52 Q${x + 84} -40 ${x + 80} 4 Z`,
				'#efe2cc'
			);
		}
		stage.draw('M150 -560 L250 -740', stage.tone(coat, 0.75), 180);
		stage.solid(
			'M140 -820 C140 -960 330 -980 370 -860 C400 -830 500 -800 506 -750 C500 -680 380 -650 300 -670 C200 -680 140 -730 140 -820 Z',
			coat
		);
		stage.flat('M350 -770 C420 -800 500 -790 504 -745 C490 -690 400 -670 340 -690 Z', pale);
		stage.solid(
			'M170 -900 C90 -930 60 -760 110 -660 C170 -640 220 -760 220 -860 Z',
			stage.shade('#5c3a20'),
			0.6
		);
		stage.flat('E500 -768 34 28', [26, 24, 26]);
		stage.flat('E332 -838 24 26', [24, 20, 18]);
		stage.flat('E326 -846 8 8', [255, 255, 250]);
		stage.draw('M500 -740 Q460 -700 400 -706', stage.shade('#3c2818'), 9);
		stage.draw('M130 -560 Q220 -500 300 -590', stage.lit('#c8402f'), 30);
	}
};

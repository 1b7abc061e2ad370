import type { Subject } from './subject';

export const child: Subject = {
	id: 'child',
	label: 'child',
	words: ['child', 'boy', 'girl', 'kid', 'children', 'kids'],
	home: 'beach',
	footing: 'land',
	size: 0.56,
	breadth: 0.52,
	metres: 1.1,
	draw(stage, extra) {
		const shirt = stage.main('#3f86a8');
		const skin = '#d8a07a';
		stage.shadow(210);
		for (const x of [-80, 80]) {
			stage.draw(`M${x} -330 L${x * 1.05} -50`, stage.tone(skin, 0.7), 74);
			stage.solid(`M${x - 56} 6 V-50 H${x + 30} Q${x + 84} -26 ${x + 84} 6 Z`, '#b8402f');
		}
		stage.solid('M-150 -250 L-130 -420 H130 L150 -250 L20 -240 L0 -300 L-20 -240 Z', '#41506a');
		const arm = (way: number, up: boolean) => {
			stage.draw(
				up
					? `M${way * 120} -600 Q${way * 230} -640 ${way * 270} -800`
					: `M${way * 120} -600 Q${way * 230} -520 ${way * 200} -380`,
				stage.tone(skin, way === stage.side ? 0.85 : 0.5),
				60
			);
			stage.draw(
				`M${way * 104} -610 Q${way * 160} -600 ${way * 190} -570`,
				stage.tone(shirt, 0.7),
				84
			);
		};
		arm(-1, false);
		arm(1, true);
		if (extra) arm(1, false);
		stage.solid('M-140 -640 C-70 -680 70 -680 140 -640 L140 -400 Q0 -370 -140 -400 Z', shirt);
		for (const y of [-580, -510, -440])
			stage.draw(`M-138 ${y} Q0 ${y + 26} 138 ${y}`, stage.tone('#f4ecda', 0.85), 24, 0.9);
		stage.solid('E0 -800 150 160', skin, 0.8);
		stage.solid(
			'M-164 -800 C-190 -1000 190 -1000 164 -800 C120 -900 40 -900 -30 -880 C-90 -880 -140 -860 -164 -800 Z',
			'#7a4c24'
		);
		for (const x of [-52, 56]) stage.flat(`E${x} -794 16 19`, [30, 24, 22]);
		for (const x of [-96, 100]) stage.flat(`E${x} -744 30 20`, stage.tone('#d8705c', 0.8), 0.5);
		stage.draw('M-40 -724 Q0 -690 44 -724', stage.tone('#8c3428', 0.7), 13);
	}
};

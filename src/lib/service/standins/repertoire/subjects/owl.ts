import type { Subject } from './subject';

export const owl: Subject = {
	id: 'owl',
	label: 'owl',
	words: ['owl', 'owlet', 'barn owl', 'tawny owl'],
	home: 'forest',
	footing: 'land',
	size: 0.5,
	breadth: 0.6,
	metres: 0.4,
	draw(stage, extra) {
		const feather = stage.main('#a9783f');
		const pale = stage.tone('#f3e6cf', 0.9);
		stage.solid('M-420 20 C-200 -20 200 -20 420 10 L410 74 C200 50 -200 60 -410 84 Z', '#5c4632');
		stage.solid(
			'M-230 -120 C-300 -420 -250 -800 0 -860 C250 -800 300 -420 230 -120 C160 0 -160 0 -230 -120 Z',
			feather
		);
		stage.flat(
			'M-130 -120 C-180 -360 -130 -560 0 -590 C130 -560 180 -360 130 -120 C90 -40 -90 -40 -130 -120 Z',
			pale
		);
		for (let row = 0; row < 5; row++)
			for (let i = -2; i <= 2; i++)
				stage.draw(
					`M${i * 50 + (row % 2) * 24 - 12} ${-500 + row * 84} Q${i * 50 + (row % 2) * 24} ${-466 + row * 84} ${i * 50 + (row % 2) * 24 + 12} ${-500 + row * 84}`,
					stage.shade('#7a5028'),
					12,
					0.75
				);
		for (const way of extra ? [-1, 1, 0.45] : [-1, 1]) {
			stage.solid(
				`M${way * 180} -640 C${way * 330} -560 ${way * 330} -240 ${way * 200} -60 C${way * 150} -200 ${way * 140} -460 ${way * 180} -640 Z`,
				stage.main('#7d5630')
			);
			for (const y of [-460, -360, -260])
				stage.draw(
					`M${way * 190} ${y} Q${way * 240} ${y + 40} ${way * 280} ${y}`,
					stage.shade('#4c331c'),
					12,
					0.8
				);
		}
		for (const x of [-80, 80])
			for (const toe of [-30, 0, 30])
				stage.draw(`M${x} -60 L${x + toe} 16`, stage.tone('#d3a548', 0.8), 22);
		for (const way of [-1, 1])
			stage.solid(`M${way * 70} -850 L${way * 200} -1000 L${way * 220} -780 Z`, feather);
		stage.solid(
			'M-240 -740 C-240 -900 -120 -900 0 -880 C120 -900 240 -900 240 -740 C240 -600 110 -560 0 -560 C-110 -560 -240 -600 -240 -740 Z',
			feather
		);
		for (const x of [-104, 104]) {
			stage.flat(`E${x} -726 112 116`, pale);
			stage.draw(`E${x} -726 112 116`, stage.shade('#8a5c30'), 9, 0.7);
			stage.flat(`E${x} -726 66 68`, stage.lit('#f0b030'));
			stage.flat(`E${x} -726 38 40`, [16, 14, 16]);
			stage.flat(`E${x - 16} -744 13 14`, [255, 255, 250]);
		}
		stage.flat('M-30 -700 Q0 -730 30 -700 L0 -610 Z', stage.tone('#3e3630', 0.7));
	}
};

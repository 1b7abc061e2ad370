import type { Subject } from './subject';

export const hare: Subject = {
	id: 'hare',
	label: 'hare',
	words: ['hare', 'rabbit', 'bunny', 'hares'],
	home: 'meadow',
	footing: 'land',
	size: 0.52,
	breadth: 0.74,
	metres: 0.6,
	draw(stage, extra) {
		const fur = stage.main('#a8845c');
		const pale = stage.tone('#efe4d0', 0.85);
		stage.shadow(320);
		stage.solid('E-300 -150 66 62', '#f4ece0', 0.7);
		stage.solid(
			'M-320 -120 C-360 -420 -120 -560 60 -480 C180 -430 220 -240 190 -60 C100 0 -240 20 -320 -120 Z',
			fur
		);
		stage.solid(
			'M-280 -60 C-320 -320 -60 -380 30 -240 C80 -140 60 -20 0 0 H-240 Q-290 -10 -280 -60 Z',
			fur,
			0.8
		);
		stage.solid('M-160 6 Q-160 -60 -20 -60 Q120 -50 110 6 Z', fur, 0.6);
		for (const x of extra ? [100, 180, 260] : [110, 190]) {
			stage.draw(`M${x} -280 L${x + 24} -30`, stage.tone(fur, 0.75), 62);
			stage.solid(`E${x + 44} -18 56 22`, fur, 0.6);
		}
		for (const [x, lean] of [
			[130, -90],
			[210, 10]
		]) {
			stage.solid(
				`M${x - 50} -640 C${x - 70 + lean} -760 ${x - 60 + lean} -960 ${x + lean} -1010 C${x + 60 + lean} -940 ${x + 60} -760 ${x + 44} -640 Z`,
				fur
			);
			stage.flat(
				`M${x - 18} -670 C${x - 30 + lean} -780 ${x - 26 + lean} -920 ${x + lean} -960 C${x + 26 + lean} -900 ${x + 24} -770 ${x + 18} -670 Z`,
				stage.tone('#d8a292', 0.7)
			);
		}
		stage.solid(
			'M60 -560 C50 -690 210 -730 300 -640 C370 -600 380 -530 320 -490 C240 -440 80 -440 60 -560 Z',
			fur
		);
		stage.flat('M250 -520 C310 -560 370 -560 360 -520 C340 -480 280 -470 240 -486 Z', pale);
		stage.flat('E220 -590 32 34', [28, 20, 16]);
		stage.flat('E212 -602 10 11', [255, 252, 244]);
		stage.flat('E356 -556 16 13', stage.tone('#8a5350', 0.7));
		for (const y of [-510, -492])
			stage.draw(`M300 ${y} L440 ${y - 30}`, stage.lit('#ffffff'), 4, 0.7);
		stage.flat('M40 -430 C110 -440 190 -400 190 -300 C150 -240 80 -300 40 -430 Z', pale, 0.8);
	}
};

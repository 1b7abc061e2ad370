import type { Subject } from './subject';

export const train: Subject = {
	id: 'train',
	label: 'steam train',
	words: ['steam train', 'train', 'locomotive', 'engine', 'railway engine'],
	home: 'station',
	footing: 'land',
	size: 0.44,
	breadth: 1.9,
	metres: 4,
	draw(stage, extra) {
		const paint = stage.main('#2f6650');
		const random = stage.random.branch('steam');
		stage.shadow(880);
		const chimney = (x: number) => {
			for (let i = 0; i < 9; i++)
				stage.flat(
					`E${(x - 70 - i * 84).toFixed(0)} ${(-960 - i * 34).toFixed(0)} ${70 + i * 15} ${54 + i * 11}`,
					stage.tone('#eeebe4', random.between(0.5, 0.9)),
					0.5 - i * 0.04
				);
			stage.solid(`M${x - 50} -620 L${x - 70} -890 H${x + 70} L${x + 50} -620 Z`, '#33363a');
		};
		chimney(520);
		if (extra) chimney(120);
		stage.solid('M-900 -180 V-830 H-420 V-180 Z', paint);
		stage.flat('M-960 -830 Q-660 -920 -370 -830 Z', stage.shade('#2a2c30'));
		for (const x of [-820, -620])
			stage.flat(
				`M${x} -720 H${x + 140} V-540 H${x} Z`,
				stage.lampsLit ? stage.lit('#ffdf98') : stage.tone('#bcd0d4', 0.7)
			);
		stage.solid('M-420 -250 V-640 H700 Q740 -440 700 -250 Z', paint);
		for (const x of [-200, 60, 320, 640])
			stage.draw(`M${x} -640 Q${x + 20} -440 ${x} -250`, stage.tone('#d8b458', 0.85), 20);
		stage.solid('M-130 -640 C-130 -760 70 -760 70 -640 Z', '#c79a3e');
		stage.solid('E716 -445 54 196', '#3a3d42', 0.8);
		stage.flat('M-960 -260 H760 V-170 H-960 Z', stage.tone('#a33428', 0.6));
		stage.flat('M760 -210 L900 0 H700 Z', stage.shade('#3a3430'));
		for (const [x, r] of [
			[-760, 130],
			[-440, 130],
			[-120, 170],
			[240, 170],
			[560, 110]
		]) {
			stage.flat(`E${x} ${-r} ${r} ${r}`, stage.shade('#24262a'));
			stage.draw(`E${x} ${-r} ${r - 22} ${r - 22}`, stage.tone('#a33428', 0.7), 22);
			for (let i = 0; i < 4; i++) {
				const t = (i / 4) * Math.PI + 0.3;
				const [cx, cy] = [Math.cos(t) * (r - 20), Math.sin(t) * (r - 20)];
				stage.draw(
					`M${(x - cx).toFixed(0)} ${(-r - cy).toFixed(0)} L${(x + cx).toFixed(0)} ${(-r + cy).toFixed(0)}`,
					stage.tone('#a33428', 0.6),
					12
				);
			}
		}
		stage.draw('M-120 -170 H240', stage.lit('#c8ccd0'), 32);
		stage.flat('E780 -560 44 44', stage.lit('#ffe9a8'));
	}
};

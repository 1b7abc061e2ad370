import type { Subject } from './subject';

export const windmill: Subject = {
	id: 'windmill',
	label: 'windmill',
	words: ['windmill', 'mill', 'post mill'],
	home: 'meadow',
	footing: 'land',
	size: 0.78,
	breadth: 0.84,
	metres: 16,
	draw(stage, extra) {
		const wall = stage.main('#e9dfc8');
		stage.shadow(240);
		stage.solid('M-180 0 L-120 -640 H120 L180 0 Z', wall);
		stage.solid('M-140 -630 C-130 -760 -60 -800 0 -800 C60 -800 130 -760 140 -630 Z', '#5d4a3e');
		for (const [x, y] of [
			[-30, -470],
			[36, -300]
		]) {
			stage.flat(
				`M${x - 26} ${y} H${x + 26} V${y + 62} H${x - 26} Z`,
				stage.lampsLit ? stage.lit('#ffdf90') : stage.shade('#39424c')
			);
			stage.draw(`M${x} ${y} V${y + 62}`, stage.tone('#f4ecdc', 0.6), 6);
		}
		stage.solid('M-46 0 V-110 Q0 -150 46 -110 V0 Z', '#5a3a2c');
		const arms = extra ? 5 : 4;
		for (let i = 0; i < arms; i++)
			stage.at(
				0,
				-660,
				1,
				() => {
					stage.draw('M0 0 V-350', stage.tone('#5a4632', 0.5), 17);
					stage.flat('M10 -70 H88 V-345 H10 Z', stage.tone('#f1e7d0', 0.8), 0.9);
					for (let r = 0; r < 6; r++)
						stage.draw(`M8 ${-86 - r * 50} H88`, stage.shade('#6a563e'), 6);
					stage.draw('M88 -70 V-345', stage.shade('#6a563e'), 8);
				},
				{ radians: (i / arms) * Math.PI * 2 + 0.5 }
			);
		stage.flat('E0 -660 30 30', stage.shade('#3a2c22'));
	}
};

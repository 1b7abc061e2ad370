import type { Subject } from './subject';

export const hen: Subject = {
	id: 'hen',
	label: 'hen',
	words: ['hen', 'chicken', 'rooster', 'cockerel', 'hens'],
	home: 'meadow',
	footing: 'land',
	size: 0.44,
	breadth: 0.92,
	metres: 0.5,
	draw(stage, extra) {
		const feather = stage.main('#b5542e');
		const red = stage.tone('#cf2f2a', 0.85);
		stage.shadow(300);
		for (const x of extra ? [-60, 60, 160] : [-40, 80]) {
			stage.draw(`M${x} -220 V-20`, stage.tone('#dba23c', 0.8), 28);
			for (const toe of [-50, 10, 60])
				stage.draw(`M${x} -20 L${x + toe} 2`, stage.tone('#dba23c', 0.7), 20);
		}
		for (let i = 0; i < 6; i++)
			stage.draw(
				`M-250 -460 C-380 ${-560 - i * 30} -480 ${-600 - i * 44} -${470 - i * 46} ${-760 - i * 20}`,
				i % 2 ? stage.shade('#2f4a40') : stage.tone('#3f6a58', 0.6),
				46
			);
		stage.solid(
			'M-330 -520 C-300 -640 -60 -560 80 -620 C120 -760 160 -860 240 -880 C330 -890 360 -780 330 -690 C330 -420 240 -200 0 -190 C-220 -190 -350 -360 -330 -520 Z',
			feather
		);
		stage.solid(
			'M-260 -480 C-120 -560 80 -480 110 -360 C60 -260 -140 -240 -230 -320 Z',
			stage.main('#7c3420'),
			0.8
		);
		for (let i = 0; i < 4; i++)
			stage.draw(
				`M${-200 + i * 60} ${-330 + i * 10} Q${-140 + i * 60} ${-290 + i * 8} ${-70 + i * 56} ${-330 + i * 4}`,
				stage.shade('#4c1e14'),
				11,
				0.7
			);
		for (const [x, r] of [
			[196, 36],
			[246, 46],
			[300, 34]
		])
			stage.flat(`E${x} -900 ${r} ${r + 12}`, red);
		stage.flat('E300 -700 30 60', red);
		stage.flat('M330 -800 L430 -764 L330 -740 Z', stage.tone('#e2b24a', 0.9));
		stage.flat('E274 -806 22 24', stage.lit('#f4d88a'));
		stage.flat('E278 -806 11 12', [20, 16, 14]);
	}
};

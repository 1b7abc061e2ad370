import type { Subject } from './subject';

export const violin: Subject = {
	id: 'violin',
	label: 'violin',
	words: ['violin', 'fiddle', 'cello', 'guitar'],
	home: 'room',
	footing: 'land',
	size: 0.64,
	breadth: 0.42,
	metres: 0.6,
	draw(stage, extra) {
		const wood = stage.main('#9a5426');
		stage.shadow(200);
		stage.draw('M230 -20 L330 -960', stage.tone('#4c3020', 0.6), 15);
		stage.draw('M250 -20 L350 -950', stage.lit('#f4ecda'), 5, 0.8);
		stage.solid(
			'M0 -10 C-190 -10 -230 -160 -180 -260 C-150 -310 -110 -330 -110 -380 C-110 -430 -160 -450 -160 -520 C-150 -600 -80 -620 0 -620 C80 -620 150 -600 160 -520 C160 -450 110 -430 110 -380 C110 -330 150 -310 180 -260 C230 -160 190 -10 0 -10 Z',
			wood
		);
		stage.draw(
			'M0 -30 C-170 -30 -206 -166 -160 -250 M0 -600 C70 -600 130 -580 140 -520',
			stage.lit('#ffe2b0'),
			9,
			0.5
		);
		for (const way of [-1, 1])
			stage.draw(
				`M${way * 66} -420 C${way * 110} -360 ${way * 46} -300 ${way * 92} -250`,
				[34, 20, 14],
				17
			);
		stage.flat('M-34 -520 L-22 -900 H22 L34 -520 L30 -330 H-30 Z', stage.shade('#2a1f1c'));
		stage.solid('M-60 -300 H60 L48 -260 H-48 Z', '#c79a62');
		stage.flat('M-40 -170 H40 L26 -40 H-26 Z', stage.shade('#2a1f1c'));
		for (const x of [-15, -5, 5, 15])
			stage.draw(`M${x} -900 L${x * 1.6} -170`, stage.lit('#f0ece0'), 3, 0.85);
		stage.solid('M-30 -880 H30 V-970 H-30 Z', wood);
		stage.draw('E0 -985 34 30', stage.tone(wood, 0.7), 20);
		for (const [x, y] of extra
			? [
					[-56, -950],
					[56, -950],
					[-56, -905],
					[56, -905],
					[-80, -640],
					[80, -640]
				]
			: [
					[-56, -950],
					[56, -950],
					[-56, -905],
					[56, -905]
				])
			stage.draw(`M0 ${y} H${x}`, stage.shade('#2a1f1c'), 20);
	}
};

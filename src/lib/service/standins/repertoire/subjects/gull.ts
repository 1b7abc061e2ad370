import type { Subject } from './subject';

export const gull: Subject = {
	id: 'gull',
	label: 'gull',
	words: ['gull', 'seagull', 'tern', 'albatross', 'petrel'],
	home: 'sea',
	footing: 'air',
	size: 0.34,
	breadth: 1.9,
	metres: 0.45,
	draw(stage, extra) {
		const white = stage.main('#f4f3ee');
		const wing = (way: number, lift: number) => {
			stage.solid(
				`M${way * 60} -520 C${way * 260} ${-760 - lift} ${way * 560} ${-900 - lift} ${way * 960} ${-720 - lift} C${way * 720} ${-700 - lift} ${way * 420} ${-560 - lift * 0.5} ${way * 120} -390 Z`,
				stage.main('#b9c4cc'),
				0.6
			);
			stage.flat(
				`M${way * 760} ${-786 - lift} C${way * 830} ${-790 - lift} ${way * 900} ${-760 - lift} ${way * 960} ${-720 - lift} C${way * 880} ${-720 - lift} ${way * 800} ${-716 - lift} ${way * 730} ${-700 - lift} Z`,
				stage.shade('#22262c')
			);
			stage.draw(
				`M${way * 140} -440 C${way * 380} ${-600 - lift * 0.5} ${way * 600} ${-700 - lift} ${way * 800} ${-716 - lift}`,
				stage.lit('#ffffff'),
				14,
				0.8
			);
		};
		wing(-1, 40);
		stage.flat('M-330 -380 L-520 -330 L-500 -420 L-330 -470 Z', stage.tone(white, 0.7));
		stage.solid(
			'M-380 -430 C-260 -560 120 -580 300 -500 C360 -470 340 -380 240 -350 C40 -290 -260 -320 -380 -430 Z',
			white
		);
		wing(1, 0);
		if (extra) wing(0.7, 240);
		stage.solid('E330 -500 104 86', white, 0.7);
		stage.flat('M410 -520 L560 -476 L410 -452 Z', stage.tone('#e8a72e', 0.9));
		stage.flat('E500 -468 20 9', stage.tone('#c8402f', 0.8));
		stage.flat('E356 -520 15 16', [22, 22, 26]);
	}
};

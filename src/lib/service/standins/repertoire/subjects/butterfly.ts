import type { Subject } from './subject';

export const butterfly: Subject = {
	id: 'butterfly',
	label: 'butterfly',
	words: ['butterfly', 'moth', 'butterflies'],
	home: 'meadow',
	footing: 'air',
	size: 0.4,
	breadth: 1.25,
	metres: 0.08,
	draw(stage, extra) {
		const paint = stage.main('#e0862a');
		const dark = stage.shade('#2a2224');
		const upper = 'M20 -520 C140 -900 420 -1010 600 -900 C640 -700 480 -480 40 -470 Z';
		const lower = 'M30 -470 C300 -500 480 -380 420 -200 C340 -60 180 -120 30 -420 Z';
		const wings = (way: number) =>
			stage.at(
				0,
				0,
				1,
				() => {
					for (const d of [upper, lower]) {
						stage.solid(d, paint, 0.7);
						stage.draw(d, dark, 34);
					}
					stage.draw(
						'M40 -500 L420 -860 M40 -490 L540 -740 M40 -450 L380 -300 M40 -440 L260 -160',
						dark,
						12,
						0.8
					);
					for (const [x, y] of [
						[560, -850],
						[590, -770],
						[400, -190],
						[330, -130]
					])
						stage.flat(`E${x} ${y} 17 17`, stage.lit('#fff6e0'));
					stage.flat('E330 -740 64 56', stage.tone('#f7d489', 0.9), 0.85);
					stage.flat('E260 -330 50 44', stage.tone('#f7d489', 0.9), 0.85);
				},
				{ mirror: way < 0 }
			);
		wings(1);
		wings(-1);
		if (extra) stage.at(0, -120, 0.62, () => wings(1), { radians: 0.7 });
		stage.solid('M-30 -640 C-40 -480 -30 -260 0 -160 C30 -260 40 -480 30 -640 Z', '#3a2c2a', 0.6);
		stage.flat('E0 -660 40 44', dark);
		for (const way of [-1, 1]) {
			stage.draw(`M${way * 14} -690 Q${way * 60} -820 ${way * 150} -880`, dark, 11);
			stage.flat(`E${way * 150} -880 17 17`, dark);
		}
	}
};

import type { Subject } from './subject';

export const boots: Subject = {
	id: 'boots',
	label: 'pair of boots',
	words: ['pair of boots', 'boots', 'boot', 'shoes', 'wellingtons', 'shoe'],
	home: 'room',
	footing: 'land',
	size: 0.44,
	breadth: 1.0,
	metres: 0.35,
	draw(stage, extra) {
		const leather = stage.main('#6a4628');
		const boot = (x: number, s: number) =>
			stage.at(x, 0, s, () => {
				stage.shadow(280);
				stage.solid(
					'M-180 -60 C-150 -300 -170 -700 -180 -960 H160 C150 -760 130 -520 170 -400 C300 -340 420 -300 440 -190 C450 -120 440 -80 430 -50 Z',
					leather
				);
				stage.flat(
					'M-190 0 L-184 -66 H436 L440 0 H240 L220 -26 H60 L40 0 Z',
					stage.shade('#2a2220')
				);
				stage.flat('E-10 -960 170 40', stage.shade('#2c1c12'));
				stage.draw('M150 -420 C40 -380 -60 -400 -160 -360', stage.shade('#3a2414'), 13, 0.6);
				for (let i = 0; i < 5; i++) {
					const y = -860 + i * 100;
					stage.draw(
						`M60 ${y} L150 ${y + 40} M150 ${y} L60 ${y + 40}`,
						stage.tone('#e4d2a6', 0.8),
						15
					);
				}
				stage.draw('M260 -280 Q380 -250 410 -170', stage.lit('#fff4e0'), 24, 0.4);
			});
		boot(-230, 0.96);
		if (extra) boot(30, 0.9);
		boot(170, 1);
	}
};

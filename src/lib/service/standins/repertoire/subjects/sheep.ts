import type { Subject } from './subject';

export const sheep: Subject = {
	id: 'sheep',
	label: 'sheep',
	words: ['sheep', 'lamb', 'ewe', 'ram', 'flock of sheep'],
	home: 'meadow',
	footing: 'land',
	size: 0.42,
	breadth: 1.12,
	metres: 0.9,
	draw(stage, extra) {
		const wool = stage.main('#efe7d6');
		const face = stage.shade('#4a4038');
		stage.shadow(440);
		for (const x of extra ? [-270, -170, 40, 150, 260] : [-270, -170, 170, 260]) {
			stage.draw(`M${x} -260 V-20`, face, 54);
			stage.flat(`E${x + 6} -12 36 16`, face);
		}
		const random = stage.random.branch('wool');
		stage.solid('E-30 -480 430 290', wool);
		for (let i = 0; i < 40; i++) {
			const turn = (i / 40) * Math.PI * 2;
			const [x, y] = [-30 + Math.cos(turn) * 400, -480 + Math.sin(turn) * 262];
			const up = (1 - Math.sin(turn)) / 2;
			stage.flat(`E${x.toFixed(0)} ${y.toFixed(0)} 74 66`, stage.tone(wool, 0.3 + 0.6 * up));
		}
		for (let i = 0; i < 34; i++) {
			const x = random.between(-360, 300);
			const y = random.between(-680, -300);
			stage.draw(
				`M${x.toFixed(0)} ${y.toFixed(0)} Q${(x + 40).toFixed(0)} ${(y - 46).toFixed(0)} ${(x + 76).toFixed(0)} ${y.toFixed(0)}`,
				stage.tone(wool, random.between(0.35, 0.6)),
				15,
				0.6
			);
		}
		stage.flat('M250 -740 Q150 -760 170 -690 Q230 -660 290 -690 Z', face);
		stage.flat('M470 -740 Q560 -770 550 -700 Q500 -660 440 -690 Z', face);
		stage.solid(
			'M250 -780 C260 -860 440 -860 460 -780 C480 -680 450 -520 360 -500 C290 -510 240 -660 250 -780 Z',
			'#574a40'
		);
		stage.solid('M236 -800 C250 -930 470 -930 474 -800 C430 -770 290 -770 236 -800 Z', wool);
		for (const x of [310, 410]) {
			stage.flat(`E${x} -710 22 24`, stage.lit('#f2e8c8'));
			stage.flat(`E${x} -710 18 8`, [20, 18, 16]);
		}
		stage.draw('M340 -560 Q360 -540 382 -560', [24, 20, 18], 10);
	}
};

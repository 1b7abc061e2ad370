import type { Subject } from './subject';

export const horse: Subject = {
	id: 'horse',
	label: 'horse',
	words: ['horse', 'pony', 'mare', 'stallion', 'foal'],
	home: 'meadow',
	footing: 'land',
	size: 0.62,
	breadth: 0.98,
	metres: 1.7,
	draw(stage, extra) {
		const coat = stage.main('#7a4c2e');
		const mane = stage.shade('#2a1c18');
		const leg = (x: number, knee: number, foot: number, near: boolean) => {
			stage.draw(
				`M${x} -420 L${knee} -220 L${foot} -40`,
				near ? stage.tone(coat, 0.7) : stage.shade(coat),
				58
			);
			stage.flat(
				`M${foot - 36} 0 L${foot - 26} -56 H${foot + 30} L${foot + 44} 0 Z`,
				stage.shade('#33241e')
			);
		};
		stage.shadow(420);
		leg(-270, -250, -300, false);
		leg(190, 250, 215, false);
		stage.draw('M-360 -590 C-470 -520 -450 -300 -480 -200', mane, 62);
		stage.solid(
			'M-380 -560 C-380 -680 -180 -660 0 -640 C120 -640 260 -690 300 -600 C320 -480 260 -380 150 -370 C0 -350 -160 -360 -260 -380 C-360 -400 -390 -470 -380 -560 Z',
			coat
		);
		leg(-310, -340, -330, true);
		leg(230, 250, 290, true);
		if (extra) leg(-40, -20, -40, true);
		stage.solid(
			'M150 -600 C210 -720 260 -860 330 -940 L430 -900 C400 -800 360 -660 300 -540 Z',
			coat
		);
		stage.solid(
			'M310 -880 C330 -990 410 -980 440 -930 C470 -880 500 -800 520 -730 C510 -680 450 -670 430 -710 C400 -760 340 -790 310 -880 Z',
			coat
		);
		stage.flat('M340 -950 L346 -1020 L386 -960 Z', stage.tone(coat, 0.8));
		stage.draw('M350 -970 C270 -930 240 -780 160 -640', mane, 54);
		stage.draw('M366 -970 C380 -930 380 -900 400 -880', mane, 26);
		stage.flat('E408 -872 15 16', [20, 16, 14]);
		stage.flat('E404 -877 5 5', [255, 255, 250]);
		stage.flat('E500 -728 10 14', [24, 18, 16]);
		stage.flat('M418 -900 L440 -900 L490 -760 L466 -750 Z', stage.tone('#efe6d6', 0.85));
	}
};

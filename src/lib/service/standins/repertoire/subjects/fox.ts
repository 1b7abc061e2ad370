import type { Subject } from './subject';

export const fox: Subject = {
	id: 'fox',
	label: 'fox',
	words: ['fox', 'vixen', 'foxes'],
	home: 'dunes',
	footing: 'land',
	size: 0.46,
	breadth: 1.1,
	metres: 0.5,
	draw(stage, extra) {
		const coat = stage.main('#c9622a');
		const white = stage.tone('#f6ecdd', 0.9);
		const sock = stage.shade('#3a2a26');
		stage.shadow(430);
		const tail = (dy: number) => {
			stage.solid(
				`M-250 ${-430 + dy} C-420 ${-520 + dy} -560 ${-420 + dy} -640 ${-220 + dy} C-560 ${-200 + dy} -400 ${-220 + dy} -260 ${-330 + dy} Z`,
				coat
			);
			stage.flat(
				`M-560 ${-330 + dy} C-600 ${-300 + dy} -630 ${-260 + dy} -640 ${-220 + dy} C-600 ${-205 + dy} -540 ${-215 + dy} -500 ${-240 + dy} Z`,
				white
			);
		};
		tail(0);
		if (extra) tail(-190);
		for (const x of [-170, 150]) stage.draw(`M${x} -300 L${x + 20} -16`, sock, 46);
		stage.solid(
			'M-300 -460 C-240 -560 -20 -540 120 -560 C260 -560 290 -420 250 -330 C120 -250 -200 -260 -270 -310 C-320 -360 -330 -420 -300 -460 Z',
			coat
		);
		stage.flat('M130 -520 C260 -500 270 -380 230 -320 C170 -290 110 -320 110 -400 Z', white);
		for (const x of [-230, 210]) {
			stage.draw(`M${x} -320 L${x + 6} -150`, stage.tone(coat, 0.8), 56);
			stage.draw(`M${x + 4} -170 L${x + 8} -16`, sock, 44);
			stage.flat(`E${x + 22} -14 40 18`, sock);
		}
		stage.draw('M170 -480 L270 -600', stage.tone(coat, 0.85), 150);
		for (const x of [190, 300]) {
			stage.solid(`M${x - 50} -720 L${x + 10} -960 L${x + 70} -720 Z`, coat);
			stage.flat(`M${x - 14} -740 L${x + 12} -890 L${x + 40} -740 Z`, sock);
		}
		stage.solid(
			'M130 -680 C150 -800 330 -810 380 -710 L560 -590 C520 -550 400 -530 330 -540 C220 -540 130 -590 130 -680 Z',
			coat
		);
		stage.flat(
			'M210 -640 C300 -660 420 -610 552 -588 C500 -550 400 -532 330 -542 C260 -548 200 -590 210 -640 Z',
			white
		);
		stage.flat('E556 -594 26 20', [22, 20, 22]);
		stage.flat('E352 -676 20 16', [24, 20, 18]);
		stage.flat('E347 -681 6 6', [255, 250, 240]);
	}
};

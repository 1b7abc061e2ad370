import type { Subject } from './subject';

export const bicycle: Subject = {
	id: 'bicycle',
	label: 'bicycle',
	words: ['bicycle', 'bike', 'cycle', 'pushbike'],
	home: 'street',
	footing: 'land',
	size: 0.5,
	breadth: 1.6,
	metres: 1.1,
	draw(stage, extra) {
		const frame = stage.main('#2f7a6c');
		const dark = stage.shade('#26282c');
		stage.shadow(720);
		const wheel = (x: number) => {
			for (let i = 0; i < 12; i++) {
				const t = (i / 12) * Math.PI * 2;
				stage.draw(
					`M${x} -300 L${(x + Math.cos(t) * 284).toFixed(0)} ${(-300 + Math.sin(t) * 284).toFixed(0)}`,
					stage.tone('#a9adb0', 0.7),
					5,
					0.8
				);
			}
			stage.draw(`E${x} -300 290 290`, dark, 30);
			stage.draw(`E${x} -300 266 266`, stage.lit('#c8cccf'), 8);
			stage.flat(`E${x} -300 26 26`, dark);
		};
		wheel(-470);
		wheel(470);
		if (extra) wheel(0);
		stage.draw(
			'M-470 -300 L-170 -760 M-470 -300 L-60 -290 L-200 -830 M-60 -290 L360 -760 L-176 -740 M340 -830 L470 -300',
			stage.tone(frame, 0.45),
			42
		);
		stage.draw(
			'M-470 -300 L-170 -760 M-470 -300 L-60 -290 L-200 -830 M-60 -290 L360 -760 L-176 -740 M340 -830 L470 -300',
			stage.tone(frame, 0.9),
			22
		);
		stage.solid(
			'M-330 -880 C-240 -910 -140 -900 -90 -850 C-150 -830 -260 -820 -330 -830 Z',
			'#5a3a28'
		);
		stage.draw('M340 -830 L320 -960 C360 -1010 470 -1000 500 -940', dark, 30);
		stage.draw('M-60 -290 L10 -190 M-20 -190 H60', dark, 24);
		stage.flat('E-60 -290 72 72', stage.tone('#8d9196', 0.6));
		stage.flat('E-60 -290 40 40', dark);
		stage.solid('M360 -760 H620 L580 -600 H400 Z', '#b08a52');
		stage.draw('M372 -720 H610 M384 -670 H596', stage.shade('#6a4c26'), 10, 0.7);
	}
};

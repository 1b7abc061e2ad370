import type { Subject } from './subject';

export const anchor: Subject = {
	id: 'anchor',
	label: 'anchor',
	words: ['anchor', 'anchors', 'mooring'],
	home: 'harbour',
	footing: 'land',
	size: 0.62,
	breadth: 0.8,
	metres: 1.6,
	draw(stage, extra) {
		const iron = stage.main('#4f5c66');
		stage.shadow(330);
		const bar =
			'M0 -840 V-90 M-230 -690 H230 M-360 -330 C-340 -130 -160 -50 0 -60 C160 -50 340 -130 360 -330';
		stage.draw(bar, stage.tone(iron, 0.25), 84);
		stage.draw(bar, stage.tone(iron, 0.7), 58);
		stage.draw(
			'M-16 -820 V-110 M-340 -320 C-310 -150 -150 -80 0 -88',
			stage.tone(iron, 1),
			17,
			0.7
		);
		for (const way of [-1, 1])
			stage.solid(`M${way * 360} -450 L${way * 450} -250 L${way * 270} -260 Z`, iron);
		if (extra) stage.solid('M0 -560 L190 -430 L20 -330 Z', iron);
		stage.draw('E0 -910 84 84', stage.tone(iron, 0.6), 44);
		for (const x of [-230, 230]) stage.solid(`E${x} -690 52 52`, iron);
		stage.draw(
			'M60 -880 C260 -820 60 -640 -90 -560 C-260 -460 40 -360 140 -260 C240 -140 400 -20 470 4',
			stage.tone('#c9aa6c', 0.7),
			40
		);
		stage.draw(
			'M60 -880 C260 -820 60 -640 -90 -560 C-260 -460 40 -360 140 -260 C240 -140 400 -20 470 4',
			stage.shade('#7a5f34'),
			9,
			0.5
		);
	}
};

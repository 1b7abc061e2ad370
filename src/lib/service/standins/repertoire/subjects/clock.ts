import type { Subject } from './subject';

export const clock: Subject = {
	id: 'clock',
	label: 'clock',
	words: ['clock', 'pocket watch', 'watch', 'timepiece', 'alarm clock'],
	home: 'room',
	footing: 'land',
	size: 0.46,
	breadth: 0.86,
	metres: 0.25,
	draw(stage, extra) {
		const brass = stage.main('#c79a3e');
		stage.shadow(330);
		for (const x of [-230, 230])
			stage.draw(`M${x * 0.8} -150 L${x * 1.15} -8`, stage.tone(brass, 0.5), 46);
		for (const x of extra ? [-250, 0, 250] : [-250, 250])
			stage.solid(`M${x - 160} -820 C${x - 160} -960 ${x + 160} -960 ${x + 160} -820 Z`, brass);
		stage.draw('M-70 -860 C-70 -1000 70 -1000 70 -860', stage.tone(brass, 0.6), 32);
		stage.solid('E0 -460 420 420', brass);
		stage.flat('E0 -460 350 350', stage.tone('#f7efdc', 0.92));
		stage.draw('E0 -460 350 350', stage.shade('#7a5a20'), 14, 0.7);
		for (let i = 0; i < 12; i++) {
			const t = (i / 12) * Math.PI * 2;
			const at = (r: number) =>
				`${(Math.sin(t) * r).toFixed(0)} ${(-460 - Math.cos(t) * r).toFixed(0)}`;
			stage.draw(`M${at(i % 3 ? 300 : 270)} L${at(328)}`, [34, 30, 32], i % 3 ? 14 : 24);
		}
		stage.draw('M0 -460 L-130 -620', [30, 28, 32], 34);
		stage.draw('M0 -460 L170 -650', [30, 28, 32], 24);
		if (extra) stage.draw('M0 -460 L20 -200', [30, 28, 32], 30);
		stage.flat('E0 -460 32 32', stage.tone('#b8382c', 0.9));
		stage.draw(
			`M${stage.side * 200} -720 Q${stage.side * 320} -620 ${stage.side * 330} -480`,
			[255, 255, 250],
			22,
			0.5
		);
	}
};

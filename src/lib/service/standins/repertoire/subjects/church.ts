import type { Subject } from './subject';

export const church: Subject = {
	id: 'church',
	label: 'church',
	words: ['church', 'chapel', 'steeple', 'cathedral'],
	home: 'village',
	footing: 'land',
	size: 0.7,
	breadth: 0.92,
	metres: 22,
	draw(stage, extra) {
		const stone = stage.main('#cfc4b0');
		const slate = stage.tone('#5a6472', 0.6);
		const pane = stage.lampsLit ? stage.lit('#ffd98a') : stage.shade('#3a4a5c');
		stage.shadow(440);
		stage.solid('M-120 0 V-330 H460 V0 Z', stone);
		stage.flat('M-150 -320 L-60 -520 H400 L490 -320 Z', slate);
		for (const x of [30, 170, 310])
			stage.flat(`M${x} -60 V-200 Q${x + 34} -262 ${x + 68} -200 V-60 Z`, pane);
		const tower = (x: number, s: number) =>
			stage.at(x, 0, s, () => {
				stage.solid('M-130 0 V-580 H130 V0 Z', stone);
				stage.flat('M-150 -570 L0 -960 L150 -570 Z', slate);
				stage.flat('M0 -960 L150 -570 H20 Z', stage.shade('#454e5c'), 0.6);
				stage.draw('M0 -960 V-1020 M-26 -996 H26', stage.tone('#c9a24a', 0.8), 12);
				stage.flat('M-40 -390 V-480 Q0 -540 40 -480 V-390 Z', stage.shade('#3a3430'));
				stage.flat('E0 -300 52 52', stage.tone('#f3ead4', 0.9));
				stage.draw('M0 -300 V-338 M0 -300 L26 -286', [30, 28, 30], 9);
				stage.solid('M-52 0 V-120 Q0 -190 52 -120 V0 Z', '#5c3a28');
			});
		if (extra) tower(380, 0.8);
		tower(-250, 1);
	}
};

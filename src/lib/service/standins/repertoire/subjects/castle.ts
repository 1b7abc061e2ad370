import type { Subject } from './subject';

export const castle: Subject = {
	id: 'castle',
	label: 'castle',
	words: ['castle', 'fort', 'fortress', 'keep', 'citadel', 'ruin'],
	home: 'cliff',
	footing: 'land',
	size: 0.66,
	breadth: 1.2,
	metres: 24,
	draw(stage, extra) {
		const stone = stage.main('#a89c8a');
		stage.shadow(560);
		const teeth = (from: number, to: number, top: number, w: number) => {
			let d = `M${from} ${top + 46}`;
			for (let x = from; x + w <= to + 1; x += w * 2)
				d += ` V${top} H${x + w} V${top + 46} H${Math.min(to, x + w * 2)}`;
			return `${d} V0 H${from} Z`;
		};
		const tower = (x: number, half: number, top: number) => {
			stage.solid(teeth(x - half, x + half, top, (half * 2) / 5), stone);
			stage.flat(
				`M${x - 17} ${top + 150} Q${x} ${top + 110} ${x + 17} ${top + 150} V${top + 230} H${x - 17} Z`,
				stage.lampsLit ? stage.lit('#ffd98a') : stage.shade('#38322c')
			);
		};
		if (extra) tower(-190, 80, -900);
		tower(0, 150, -860);
		stage.draw('M0 -860 V-1000', stage.shade('#4a3a30'), 13);
		stage.flat('M6 -1000 L170 -960 L6 -910 Z', stage.tone('#c8402f', 0.85));
		stage.solid(teeth(-470, 470, -430, 60), stone);
		tower(-480, 130, -620);
		tower(480, 130, -620);
		stage.flat('M-90 0 V-190 Q0 -290 90 -190 V0 Z', stage.shade('#332c28'));
		stage.draw(
			'M-60 0 V-220 M0 0 V-250 M60 0 V-220 M-90 -80 H90 M-90 -160 H90',
			stage.tone('#6a5a48', 0.5),
			9
		);
		const random = stage.random.branch('stones');
		for (let i = 0; i < 40; i++) {
			const x = random.between(-590, 560);
			const y = random.between(-380, -20);
			stage.draw(
				`M${x.toFixed(0)} ${y.toFixed(0)} H${(x + 44).toFixed(0)}`,
				stage.shade('#5a5248'),
				7,
				0.4
			);
		}
	}
};

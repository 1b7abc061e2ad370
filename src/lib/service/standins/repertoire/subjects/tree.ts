import type { Subject } from './subject';

export const tree: Subject = {
	id: 'tree',
	label: 'tree',
	words: ['tree', 'oak', 'elm', 'apple tree', 'willow', 'trees'],
	home: 'meadow',
	footing: 'land',
	size: 0.8,
	breadth: 0.86,
	metres: 9,
	draw(stage, extra) {
		const leaf = stage.main('#5c8a3c');
		const random = stage.random.branch('leaves');
		stage.shadow(340);
		stage.solid(
			'M-90 10 C-50 -120 -60 -300 -50 -460 L50 -460 C50 -300 60 -120 110 10 Z',
			'#6a4c34'
		);
		for (const [x, y] of [[-230, -620], [220, -650], [40, -700], ...(extra ? [[420, -330]] : [])])
			stage.draw(`M0 -400 Q${x * 0.3} ${y * 0.8} ${x} ${y}`, stage.tone('#5c4230', 0.5), 38);
		if (extra) stage.flat('E440 -350 90 70', stage.tone(leaf, 0.7));
		const clumps = Array.from({ length: 46 }, () => {
			const turn = random.between(0, Math.PI * 2);
			const far = Math.sqrt(random.next());
			return { x: Math.cos(turn) * far * 330, y: -690 + Math.sin(turn) * far * 240 };
		}).sort((a, b) => b.y - a.y);
		for (const depth of [0, 1, 2])
			for (const { x, y } of clumps) {
				const light = Math.min(
					1,
					Math.max(0.05, 0.45 + (x * stage.side) / 900 - (y + 690) / 620 + depth * 0.1)
				);
				const r = 104 - depth * 22;
				stage.flat(
					`E${(x + stage.side * depth * 14).toFixed(0)} ${(y - depth * 24).toFixed(0)} ${r} ${Math.round(r * 0.82)}`,
					stage.tone(leaf, light),
					depth ? 0.62 : 1
				);
			}
	}
};

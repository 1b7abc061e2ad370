import type { Subject } from './subject';

export const jug: Subject = {
	id: 'jug',
	label: 'jug of flowers',
	words: ['jug of flowers', 'vase', 'jug', 'bouquet', 'vase of flowers', 'pitcher'],
	home: 'room',
	footing: 'land',
	size: 0.6,
	breadth: 0.72,
	metres: 0.5,
	draw(stage, extra) {
		const glaze = stage.main('#dfe6e4');
		const random = stage.random.branch('bunch');
		stage.shadow(230);
		const heads = Array.from({ length: 15 }, () => ({
			x: random.between(-310, 310),
			y: random.between(-980, -610)
		})).sort((a, b) => b.y - a.y);
		for (const { x, y } of heads)
			stage.draw(
				`M${(x * 0.16).toFixed(0)} -420 Q${(x * 0.4).toFixed(0)} ${(y + 120).toFixed(0)} ${x.toFixed(0)} ${y.toFixed(0)}`,
				stage.tone('#5a7f46', 0.55),
				13
			);
		for (let i = 0; i < 10; i++) {
			const x = random.between(-300, 300);
			stage.at(
				x,
				random.between(-760, -520),
				1,
				() => stage.solid('M0 0 C40 -60 40 -130 0 -170 C-40 -130 -40 -60 0 0 Z', '#6a9050', 0.7),
				{ radians: x / 260 }
			);
		}
		const petals = ['#d8574a', '#f0c04a', '#e9e4f2', '#b56aa8', '#f08f5a'];
		for (const { x, y } of heads) {
			const hex = random.pick(petals);
			const r = random.between(44, 76);
			for (let p = 0; p < 7; p++) {
				const turn = (p / 7) * Math.PI * 2;
				stage.flat(
					`E${(x + Math.cos(turn) * r * 0.62).toFixed(0)} ${(y + Math.sin(turn) * r * 0.62).toFixed(0)} ${(r * 0.5).toFixed(0)} ${(r * 0.5).toFixed(0)}`,
					stage.tone(hex, 0.6 + 0.35 * Math.cos(turn) * stage.side)
				);
			}
			stage.flat(
				`E${x.toFixed(0)} ${y.toFixed(0)} ${(r * 0.34).toFixed(0)} ${(r * 0.34).toFixed(0)}`,
				stage.tone('#6a4a20', 0.6)
			);
		}
		for (const way of extra ? [-1, 1] : [1])
			stage.draw(
				`M${way * 170} -400 C${way * 320} -430 ${way * 320} -170 ${way * 190} -150`,
				stage.tone(glaze, 0.6),
				46
			);
		stage.solid(
			'M-110 0 C-240 -120 -230 -260 -120 -380 L-140 -470 H140 L120 -380 C230 -260 240 -120 110 0 Q0 24 -110 0 Z',
			glaze
		);
		stage.draw(
			'M-196 -230 Q0 -170 196 -230 M-200 -190 Q0 -130 200 -190',
			stage.tone('#4a78a0', 0.7),
			20,
			0.85
		);
		stage.draw(
			`M${stage.side * 120} -330 Q${stage.side * 180} -230 ${stage.side * 150} -120`,
			stage.lit('#ffffff'),
			28,
			0.6
		);
	}
};

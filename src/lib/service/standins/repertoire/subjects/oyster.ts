import { mix, rgb } from '../../colour';
import { outline, oval, type Point } from '../../stage';
import type { Subject } from './subject';

export const oyster: Subject = {
	id: 'oyster',
	label: 'oyster',
	words: ['oyster', 'oysters', 'shell', 'shells', 'pearl', 'seashell', 'mussel'],
	home: 'beach',
	footing: 'land',
	size: 0.44,
	breadth: 1.2,
	metres: 0.15,
	draw(stage, extra) {
		stage.fill(oval(-stage.side * 60, 0, 640, 80), stage.shade('#4a4038'), 0.5);
		const valve = (points: Point[], hex: string, rings: number, centre: Point) => {
			for (let i = 0; i < rings; i++) {
				const s = 1 - (i / rings) * 0.92;
				const ring = points.map(([x, y], p): Point => [
					centre[0] + (x - centre[0]) * s * (1 + (p % 2 ? 0.03 : -0.03)),
					centre[1] + (y - centre[1]) * s
				]);
				const tone = mix(rgb(hex), rgb(i % 2 ? '#8d8470' : '#c8bfa8'), 0.45);
				stage.form(outline(ring), tone, -560, 560, 0.8);
			}
		};
		// Upper valve, raised behind.
		valve(
			[
				[-420, -300],
				[-500, -560],
				[-400, -830],
				[-150, -980],
				[130, -960],
				[380, -830],
				[480, -580],
				[420, -320],
				[0, -240]
			],
			'#7c7566',
			6,
			[0, -290]
		);
		stage.form(
			outline([
				[-370, -320],
				[-430, -560],
				[-330, -780],
				[-120, -900],
				[120, -880],
				[330, -770],
				[410, -560],
				[360, -330],
				[0, -270]
			]),
			'#eae6ee',
			-430,
			410,
			0.6
		);
		for (let i = 0; i < 4; i++) {
			const s = 1 - i * 0.2;
			stage.curve(
				[
					[-330 * s, -380],
					[-360 * s, -600 * (1 - i * 0.06)],
					[-90 * s, -840 * (1 - i * 0.1)],
					[200 * s, -800 * (1 - i * 0.1)],
					[350 * s, -560]
				],
				stage.tone(stage.main('#9fb4c8'), 0.6),
				12,
				0.4
			);
		}
		// Lower valve with its hollow.
		valve(
			[
				[-560, -200],
				[-470, -330],
				[-180, -390],
				[180, -390],
				[480, -330],
				[570, -190],
				[420, -40],
				[120, 20],
				[-180, 20],
				[-440, -50]
			],
			'#6f685a',
			5,
			[0, -230]
		);
		stage.form(oval(0, -236, 440, 116), '#f2eef0', -440, 440, 0.7);
		stage.fill(oval(-20, -226, 330, 80), stage.tone(stage.main('#a8b4bc'), 0.5), 0.7);
		stage.fill(oval(-60, -214, 210, 48), stage.shade('#6d7480'), 0.4);
		const pearl = (x: number, y: number, r: number) => {
			stage.fill(
				oval(x - stage.side * 14, y + r * 0.8, r * 1.05, r * 0.36),
				stage.shade('#4a4852'),
				0.55
			);
			stage.form(oval(x, y, r, r), '#f6eee6', x - r, x + r, 0.75);
			stage.fill(
				oval(x + stage.side * r * 0.35, y - r * 0.38, r * 0.26, r * 0.2),
				[255, 255, 255],
				0.95
			);
		};
		pearl(70, -290, 92);
		if (extra) {
			pearl(-150, -270, 66);
			pearl(-10, -240, 50);
		}
	}
};

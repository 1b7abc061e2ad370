import { outline, oval, type Point } from '../../stage';
import type { Subject } from './subject';

export const crab: Subject = {
	id: 'crab',
	label: 'crab',
	words: ['crab', 'crabs', 'shore crab'],
	home: 'beach',
	footing: 'land',
	size: 0.4,
	breadth: 1.6,
	metres: 0.25,
	draw(stage, extra) {
		const shell = stage.main('#c9512f');
		stage.fill(oval(-stage.side * 40, 10, 720, 70), stage.shade('#4c4038'), 0.5);
		const leg = (way: number, i: number) => {
			const root: Point = [way * (300 - i * 26), -330 + i * 44];
			const knee: Point = [way * (640 - i * 66), -470 + i * 110];
			const foot: Point = [way * (760 - i * 120), 0];
			stage.curve(
				[root, knee, [way * (720 - i * 100), -160 + i * 30], foot],
				stage.shade(shell),
				62 - i * 5
			);
			stage.curve(
				[root, knee, [way * (720 - i * 100), -160 + i * 30], foot],
				stage.tone(shell, way === stage.side ? 0.85 : 0.5),
				44 - i * 4
			);
		};
		for (let i = 3; i >= 0; i--) {
			leg(-1, i);
			leg(1, i);
		}
		const claw = (way: number, x: number, y: number, size: number) => {
			stage.curve(
				[
					[way * 280, -400],
					[way * (x - 60), y + 230],
					[way * x, y + 90]
				],
				stage.shade(shell),
				96 * size
			);
			stage.curve(
				[
					[way * 280, -404],
					[way * (x - 60), y + 226],
					[way * x, y + 86]
				],
				stage.tone(shell, 0.7),
				74 * size
			);
			stage.at(way * x, y, size, () => {
				const jaw = (points: Point[]) =>
					stage.form(outline(points.map(([px, py]) => [px * way, py])), shell, -150, 150, 0.9);
				jaw([
					[70, 120],
					[150, 20],
					[150, -120],
					[60, -230],
					[-10, -180],
					[50, -90],
					[20, 10],
					[0, 90]
				]);
				jaw([
					[-10, 110],
					[-120, 40],
					[-150, -80],
					[-90, -200],
					[-40, -150],
					[-66, -60],
					[-8, 10],
					[30, 70]
				]);
				stage.curve(
					[
						[way * 50, -90],
						[way * 22, -40],
						[way * 10, 10]
					],
					stage.lit('#f6dcc0'),
					14,
					0.8
				);
			});
		};
		claw(-1, 560, -700, 1.15);
		claw(1, 560, -640, 0.92);
		if (extra) claw(1, 300, -840, 0.8);
		for (const x of [-92, 92]) {
			stage.line(
				[
					[x, -560],
					[x * 1.1, -680]
				],
				stage.tone(shell, 0.5),
				26
			);
			stage.fill(oval(x * 1.12, -700, 36, 40), [26, 22, 22]);
			stage.fill(oval(x * 1.12 + stage.side * 11, -712, 11, 12), [250, 250, 244]);
		}
		stage.form(
			outline([
				[-430, -360],
				[-390, -500],
				[-200, -600],
				[0, -622],
				[200, -600],
				[390, -500],
				[430, -360],
				[300, -210],
				[0, -150],
				[-300, -210]
			]),
			shell,
			-430,
			430
		);
		stage.curve(
			[
				[-330, -470],
				[-150, -560],
				[0, -574],
				[150, -560],
				[330, -470]
			],
			stage.lit('#ffd9b8'),
			15,
			0.5
		);
		for (const [x, y] of [
			[-200, -430],
			[-90, -480],
			[90, -480],
			[200, -430],
			[0, -420],
			[-130, -350],
			[130, -350]
		]) {
			stage.fill(oval(x, y, 26, 18), stage.shade(shell), 0.55);
		}
		stage.curve(
			[
				[-200, -250],
				[0, -214],
				[200, -250]
			],
			stage.shade('#7a2c1c'),
			13,
			0.7
		);
	}
};

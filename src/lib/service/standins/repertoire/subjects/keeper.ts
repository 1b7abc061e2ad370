import { oval, outline, polygon } from '../../stage';
import type { Subject } from './subject';

export const keeper: Subject = {
	id: 'keeper',
	label: 'harbour keeper',
	words: [
		'keeper',
		'harbour keeper',
		'fisherman',
		'sailor',
		'man',
		'person',
		'old man',
		'captain',
		'people',
		'figure',
		'portrait',
		'people in oilskins'
	],
	home: 'harbour',
	footing: 'land',
	size: 0.66,
	breadth: 0.42,
	metres: 1.8,
	draw(stage, extra) {
		const coat = stage.main('#e0a92e');
		stage.fill(oval(-stage.side * 90, 4, 240, 26), stage.shade('#3c3630'), 0.5);
		for (const x of [-62, 62]) {
			stage.form(
				polygon([
					[x - 50, -300],
					[x + 50, -300],
					[x + 44, -30],
					[x - 44, -30]
				]),
				'#2f3b48',
				x - 50,
				x + 50
			);
			stage.form(
				outline([
					[x - 52, -70],
					[x + 50, -70],
					[x + 66, -6],
					[x + 80, 6],
					[x - 56, 6]
				]),
				'#3a4436',
				x - 60,
				x + 70
			);
		}
		const arm = (way: number, lift: number) => {
			stage.curve(
				[
					[way * 110, -700],
					[way * 196, -560],
					[way * (170 + lift * 60), -400 - lift * 260]
				],
				stage.shade(coat),
				92
			);
			stage.curve(
				[
					[way * 110, -700],
					[way * 192, -560],
					[way * (166 + lift * 60), -400 - lift * 260]
				],
				stage.tone(coat, way === stage.side ? 0.95 : 0.55),
				74
			);
			stage.form(
				oval(way * (168 + lift * 62), -372 - lift * 290, 38, 42),
				'#c98f6a',
				way * 168 - 38,
				way * 168 + 38
			);
		};
		arm(-1, 0);
		if (extra) arm(-1, 0.9);
		stage.form(
			outline([
				[-118, -740],
				[0, -790],
				[118, -740],
				[160, -520],
				[200, -230],
				[120, -196],
				[0, -206],
				[-120, -196],
				[-200, -230],
				[-160, -520]
			]),
			coat,
			-200,
			200
		);
		stage.line(
			[
				[0, -740],
				[6, -214]
			],
			stage.shade(coat),
			11,
			0.7
		);
		for (const y of [-660, -560, -460, -360])
			stage.fill(oval(26, y, 12, 12), stage.shade('#5a4420'));
		stage.curve(
			[
				[-176, -300],
				[0, -280],
				[176, -300]
			],
			stage.shade(coat),
			9,
			0.4
		);
		arm(1, 0.35);
		// Collar, head, beard, sou'wester.
		stage.form(
			outline([
				[-96, -770],
				[0, -742],
				[96, -770],
				[70, -820],
				[-70, -820]
			]),
			'#2d4a5c',
			-96,
			96
		);
		stage.form(oval(0, -868, 74, 88), '#d3996f', -74, 74, 0.9);
		stage.form(
			outline([
				[-72, -860],
				[-64, -790],
				[0, -752],
				[64, -790],
				[72, -860],
				[38, -818],
				[0, -812],
				[-38, -818]
			]),
			'#d9d4c8',
			-72,
			72,
			0.8
		);
		stage.fill(oval(stage.side * 6, -850, 15, 20), stage.tone('#c4855e', 0.7));
		for (const x of [-28, 28]) stage.fill(oval(x + stage.side * 4, -876, 8, 8), [30, 26, 26]);
		stage.line(
			[
				[-42, -896],
				[-16, -900]
			],
			stage.tone('#b8b2a4', 0.6),
			9
		);
		stage.line(
			[
				[16, -900],
				[42, -896]
			],
			stage.tone('#b8b2a4', 0.6),
			9
		);
		stage.form(
			(pen) => {
				pen.moveTo(-128, -890);
				pen.quadraticCurveTo(-86, -924, -82, -944);
				pen.quadraticCurveTo(-70, -1010, 0, -1012);
				pen.quadraticCurveTo(70, -1010, 82, -944);
				pen.quadraticCurveTo(86, -924, 128, -890);
				pen.quadraticCurveTo(0, -936, -128, -890);
				pen.closePath();
			},
			coat,
			-128,
			128
		);
	}
};

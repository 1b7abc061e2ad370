import { polygon } from '../../stage';
import type { Subject } from './subject';

export const dinghy: Subject = {
	id: 'dinghy',
	label: 'sailing dinghy',
	words: [
		'dinghy',
		'sailing dinghy',
		'sailboat',
		'sailing boat',
		'yacht',
		'boat',
		'boats',
		'sail',
		'sloop'
	],
	home: 'sea',
	footing: 'water',
	size: 0.56,
	breadth: 0.82,
	metres: 6,
	draw(stage, extra) {
		const sail = '#f6efdf';
		const mast = (x: number, top: number) =>
			stage.line(
				[
					[x, -120],
					[x + 8, top]
				],
				stage.tone('#7a5a38', 0.7),
				17
			);
		mast(-20, -1000);
		// Mainsail behind the mast, jib before it, both bellied by the wind.
		stage.form(
			(pen) => {
				pen.moveTo(-4, -968);
				pen.quadraticCurveTo(250, -620, 352, -226);
				pen.quadraticCurveTo(150, -182, -8, -196);
				pen.closePath();
			},
			sail,
			-20,
			350,
			0.75
		);
		stage.form(
			(pen) => {
				pen.moveTo(4, -560);
				pen.quadraticCurveTo(120, -500, 262, -520);
				pen.quadraticCurveTo(300, -440, 316, -366);
				pen.quadraticCurveTo(140, -340, -2, -388);
				pen.closePath();
			},
			stage.main('#c8502f'),
			-10,
			320,
			0.75
		);
		stage.form(
			(pen) => {
				pen.moveTo(-30, -880);
				pen.quadraticCurveTo(-150, -520, -352, -200);
				pen.quadraticCurveTo(-170, -196, -44, -238);
				pen.closePath();
			},
			'#e9dcc2',
			-350,
			-30,
			0.75
		);
		for (const y of [-780, -640])
			stage.curve(
				[
					[0, y],
					[60, y + 30],
					[110 + (y + 780) * 0.35, y + 36]
				],
				stage.shade('#b8aa90'),
				4,
				0.5
			);
		if (extra) {
			mast(230, -760);
			stage.form(
				polygon([
					[238, -740],
					[430, -230],
					[240, -220]
				]),
				sail,
				230,
				430,
				0.7
			);
		}
		stage.line(
			[
				[-24, -196],
				[356, -214]
			],
			stage.tone('#7a5a38', 0.7),
			13
		);
		// Hull.
		stage.form(
			(pen) => {
				pen.moveTo(-392, -168);
				pen.quadraticCurveTo(0, -126, 396, -176);
				pen.quadraticCurveTo(388, -60, 300, 6);
				pen.lineTo(-214, 6);
				pen.quadraticCurveTo(-330, -40, -392, -168);
				pen.closePath();
			},
			'#8a5a36',
			-390,
			390
		);
		stage.form(
			(pen) => {
				pen.moveTo(-398, -176);
				pen.quadraticCurveTo(0, -134, 400, -184);
				pen.lineTo(396, -146);
				pen.quadraticCurveTo(0, -96, -378, -138);
				pen.closePath();
			},
			'#f0e6d0',
			-390,
			390,
			0.8
		);
		for (const y of [-92, -52])
			stage.curve(
				[
					[-330 - y, y],
					[0, y + 26],
					[370, y - 10]
				],
				stage.shade('#4a2f1c'),
				5,
				0.5
			);
		stage.curve(
			[
				[-420, 10],
				[-200, -2],
				[120, 12],
				[420, 0]
			],
			stage.lit('#ffffff'),
			13,
			0.55
		);
	}
};

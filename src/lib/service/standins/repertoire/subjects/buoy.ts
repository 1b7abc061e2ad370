import { oval, polygon } from '../../stage';
import type { Subject } from './subject';

export const buoy: Subject = {
	id: 'buoy',
	label: 'bell buoy',
	words: ['buoy', 'bell buoy', 'buoys', 'sea mark', 'channel marker', 'marker'],
	home: 'sea',
	footing: 'water',
	size: 0.5,
	breadth: 0.6,
	metres: 3,
	draw(stage, extra) {
		const paint = stage.main('#b8382c');
		const { pen } = stage;
		pen.save();
		pen.rotate(0.075 * stage.side);
		const struts = (dx: number, shade: number) => {
			for (const [foot, head] of [
				[-190, -46],
				[190, 46],
				[-70, -16],
				[78, 18]
			]) {
				stage.line(
					[
						[foot + dx, -250],
						[head + dx, -800]
					],
					stage.tone(paint, shade),
					26
				);
			}
		};
		struts(0, 0.3);
		stage.line(
			[
				[-120, -520],
				[120, -520]
			],
			stage.tone(paint, 0.6),
			20
		);
		stage.line(
			[
				[-70, -690],
				[70, -690]
			],
			stage.tone(paint, 0.6),
			18
		);
		// The bell and its clappers.
		stage.form(
			(p) => {
				p.moveTo(-84, -392);
				p.quadraticCurveTo(-66, -430, -62, -490);
				p.quadraticCurveTo(-50, -560, 0, -566);
				p.quadraticCurveTo(50, -560, 62, -490);
				p.quadraticCurveTo(66, -430, 84, -392);
				p.closePath();
			},
			'#c9a24a',
			-84,
			84
		);
		stage.form(oval(0, -390, 86, 15), '#9a7830', -84, 84);
		stage.fill(oval(0, -374, 17, 20), stage.shade('#5a4420'));
		stage.line(
			[
				[118, -520],
				[124, -420]
			],
			stage.shade('#3c3a38'),
			9
		);
		stage.fill(oval(124, -410, 18, 18), stage.shade('#3c3a38'));
		stage.line(
			[
				[-190, -250],
				[-46, -800]
			],
			stage.lit(paint),
			12
		);
		stage.line(
			[
				[190, -250],
				[46, -800]
			],
			stage.tone(paint, 0.75),
			12
		);
		const top = (y: number) => {
			stage.form(oval(0, y, 70, 18), '#4b4e55', -70, 70);
			stage.line(
				[
					[0, y],
					[0, y - 60]
				],
				stage.tone('#4b4e55', 0.4),
				14
			);
			stage.form(
				polygon([
					[-64, y - 50],
					[64, y - 50],
					[0, y - 176]
				]),
				paint,
				-64,
				64
			);
			stage.form(oval(0, y - 50, 64, 12), paint, -64, 64, 0.8);
		};
		top(-800);
		if (extra) top(-960);
		// The float.
		stage.form(
			(p) => {
				p.moveTo(-272, -250);
				p.lineTo(272, -250);
				p.quadraticCurveTo(300, -130, 236, 10);
				p.lineTo(-236, 10);
				p.quadraticCurveTo(-300, -130, -272, -250);
				p.closePath();
			},
			paint,
			-280,
			280
		);
		stage.form(oval(0, -250, 272, 40), '#7d2c24', -272, 272, 0.8);
		stage.form(
			(p) => {
				p.moveTo(-288, -150);
				p.quadraticCurveTo(0, -108, 288, -150);
				p.lineTo(284, -96);
				p.quadraticCurveTo(0, -52, -284, -96);
				p.closePath();
			},
			'#f1ead8',
			-280,
			280
		);
		stage.curve(
			[
				[-250, -30],
				[-160, -8],
				[0, 4],
				[160, -6],
				[248, -30]
			],
			stage.shade('#3d4a33'),
			26,
			0.6
		);
		pen.restore();
		for (const [w, y, a] of [
			[360, 10, 0.6],
			[470, 34, 0.3]
		]) {
			stage.curve(
				[
					[-w, y],
					[-w * 0.5, y + 16],
					[0, y + 22],
					[w * 0.5, y + 14],
					[w, y]
				],
				stage.lit('#ffffff'),
				11,
				a
			);
		}
	}
};

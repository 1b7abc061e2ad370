import { rgb } from '../../colour';
import { box, oval, polygon } from '../../stage';
import type { Subject } from './subject';

export const lamp: Subject = {
	id: 'lamp',
	label: 'storm lamp',
	words: ['lamp', 'lantern', 'storm lamp', 'lamp and rope', 'oil lamp', 'rope', 'hurricane lamp'],
	home: 'harbour',
	footing: 'land',
	size: 0.52,
	breadth: 0.6,
	metres: 0.45,
	draw(stage, extra) {
		const metal = stage.main('#3f6a66');
		stage.fill(oval(-stage.side * 120, 6, 420, 44), stage.shade('#3c3630'), 0.5);
		stage.glow(0, -430, 760, rgb('#ffcf70'), 0.5);
		// The handle stands behind.
		stage.curve(
			[
				[-190, -640],
				[-240, -900],
				[0, -1130],
				[240, -900],
				[190, -640]
			],
			stage.tone('#4a4c4c', 0.5),
			17
		);
		// A coil of rope.
		for (let i = 0; i < 4; i++) {
			const y = -24 - i * 46;
			stage.form(
				oval(stage.side * 330, y, 214 - i * 8, 58),
				'#c9a970',
				stage.side * 330 - 214,
				stage.side * 330 + 214
			);
			stage.fill(
				oval(stage.side * 330, y - 12, 150, 34),
				stage.shade('#6a5232'),
				i === 3 ? 0.95 : 0
			);
			for (let s = 0; s < 9; s++) {
				const x = stage.side * 330 - 190 + s * 46;
				stage.line(
					[
						[x, y + 46 - Math.abs(s - 4) * 8],
						[x + 20, y + 14 - Math.abs(s - 4) * 7]
					],
					stage.shade('#7a5f38'),
					8,
					0.7
				);
			}
		}
		stage.form(
			(pen) => {
				pen.moveTo(-240, 0);
				pen.quadraticCurveTo(-260, -130, -170, -190);
				pen.lineTo(170, -190);
				pen.quadraticCurveTo(260, -130, 240, 0);
				pen.closePath();
			},
			metal,
			-250,
			250
		);
		stage.form(oval(0, -190, 172, 26), metal, -172, 172, 0.7);
		const globe = (pen: Parameters<ReturnType<typeof oval>>[0]) => {
			pen.moveTo(-112, -206);
			pen.bezierCurveTo(-240, -330, -220, -560, -104, -640);
			pen.lineTo(104, -640);
			pen.bezierCurveTo(220, -560, 240, -330, 112, -206);
			pen.closePath();
		};
		stage.fill(globe, rgb('#ffe6a4'), 0.78);
		stage.glow(0, -400, 260, rgb('#fff6d0'), 0.9);
		const flame = (x: number, size: number) => {
			stage.fill((pen) => {
				pen.moveTo(x - 46 * size, -262);
				pen.quadraticCurveTo(x - 62 * size, -380, x + 6 * size, -500 * (0.6 + size * 0.4));
				pen.quadraticCurveTo(x + 66 * size, -370, x + 46 * size, -262);
				pen.closePath();
			}, rgb('#ff9a3c'));
			stage.fill(oval(x, -310, 26 * size, 60 * size), rgb('#fff7cf'));
		};
		if (extra) {
			flame(-74, 0.8);
			flame(74, 0.8);
		} else flame(0, 1);
		stage.fill(box(-60, -270, 120, 70), stage.tone('#8a6f3c', 0.7));
		stage.curve(
			[
				[-140, -300],
				[-176, -420],
				[-120, -590]
			],
			[255, 255, 250],
			16,
			0.55
		);
		for (const way of [-1, 1])
			stage.curve(
				[
					[way * 178, -150],
					[way * 282, -400],
					[way * 230, -640],
					[way * 96, -700]
				],
				stage.tone(metal, way === stage.side ? 0.9 : 0.35),
				30
			);
		stage.form(
			polygon([
				[-128, -640],
				[128, -640],
				[96, -730],
				[-96, -730]
			]),
			metal,
			-128,
			128
		);
		stage.form(
			polygon([
				[-70, -730],
				[70, -730],
				[70, -830],
				[-70, -830]
			]),
			metal,
			-70,
			70
		);
		stage.form(oval(0, -836, 120, 36), metal, -120, 120);
		stage.form(oval(0, -868, 66, 26), metal, -66, 66);
	}
};

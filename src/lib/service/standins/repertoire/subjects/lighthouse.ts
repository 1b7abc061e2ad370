import { css, rgb } from '../../colour';
import { box, oval, polygon } from '../../stage';
import type { Subject } from './subject';

export const lighthouse: Subject = {
	id: 'lighthouse',
	label: 'lighthouse',
	words: ['lighthouse', 'light house', 'beacon', 'lightstation', 'tower'],
	home: 'sea',
	footing: 'land',
	size: 0.62,
	breadth: 0.3,
	metres: 30,
	draw(stage, extra) {
		const red = stage.main('#c8402f');
		const half = (y: number) => 66 + ((y + 760) / 760) * 46;
		const band = (top: number, bottom: number) =>
			polygon([
				[-half(top), top],
				[half(top), top],
				[half(bottom), bottom],
				[-half(bottom), bottom]
			]);
		stage.form(band(-760, 0), '#f4ecdc', -112, 112);
		for (let i = 0; i < 4; i++) stage.form(band(-700 + i * 190, -605 + i * 190), red, -112, 112);
		for (const y of [-560, -370, -180]) {
			stage.fill(box(-17, y, 34, 46), stage.shade('#2d3038'));
			stage.fill(box(-17, y, 34, 8), stage.lit('#fff4e0'), 0.6);
		}
		stage.fill((pen) => {
			pen.moveTo(-34, 0);
			pen.lineTo(-34, -64);
			pen.arc(0, -64, 34, Math.PI, 0);
			pen.lineTo(34, 0);
			pen.closePath();
		}, stage.shade('#5a3a2c'));
		const lantern = (y: number) => {
			stage.form(box(-104, y - 18, 208, 20), '#3b3d44', -104, 104);
			for (let i = -4; i <= 4; i++)
				stage.line(
					[
						[i * 24, y - 18],
						[i * 24, y - 58]
					],
					stage.tone('#3b3d44', 0.3),
					5
				);
			stage.line(
				[
					[-100, y - 58],
					[100, y - 58]
				],
				stage.tone('#3b3d44', 0.4),
				8
			);
			const glass = stage.lampsLit ? rgb('#fff3b0') : stage.lit('#cfe2e4');
			stage.form(box(-58, y - 128, 116, 110), glass, -58, 58, 0.4);
			for (const x of [-58, -20, 20, 58])
				stage.line(
					[
						[x, y - 128],
						[x, y - 18]
					],
					stage.tone('#2f3138', 0.3),
					6
				);
			stage.form(
				(pen) => {
					pen.moveTo(-76, y - 126);
					pen.quadraticCurveTo(-60, y - 200, 0, y - 212);
					pen.quadraticCurveTo(60, y - 200, 76, y - 126);
					pen.closePath();
				},
				red,
				-76,
				76
			);
			stage.line(
				[
					[0, y - 212],
					[0, y - 246]
				],
				stage.tone('#2f3138', 0.4),
				8
			);
			stage.fill(oval(0, y - 216, 11, 11), stage.tone('#2f3138', 0.5));
		};
		if (extra) lantern(-430);
		lantern(-755);
		if (stage.lampsLit || stage.light.mist > 0.5) beam(stage);
	}
};

/** The light's beam, thrown away from the sun. */
function beam(stage: Parameters<Subject['draw']>[0]): void {
	const { pen } = stage;
	const way = -stage.side;
	const gradient = pen.createLinearGradient(0, 0, way * 1500, 0);
	gradient.addColorStop(0, css(rgb('#fff6c8'), 0.62));
	gradient.addColorStop(1, css(rgb('#fff6c8'), 0));
	pen.beginPath();
	pen.moveTo(way * 30, -842);
	pen.lineTo(way * 1500, -1000);
	pen.lineTo(way * 1500, -700);
	pen.lineTo(way * 30, -812);
	pen.closePath();
	pen.fillStyle = gradient;
	pen.fill();
	stage.glow(0, -826, 210, rgb('#fff2b4'), 0.75);
}

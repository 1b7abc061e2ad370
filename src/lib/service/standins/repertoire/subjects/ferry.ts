import { rgb } from '../../colour';
import { box, oval, polygon } from '../../stage';
import type { Subject } from './subject';

export const ferry: Subject = {
	id: 'ferry',
	label: 'ferry',
	words: ['ferry', 'ship', 'steamer', 'steamship', 'trawler', 'vessel', 'ferryboat'],
	home: 'harbour',
	footing: 'water',
	size: 0.42,
	breadth: 1.7,
	metres: 16,
	draw(stage, extra) {
		const hull = stage.main('#24475c');
		const glows = stage.lampsLit;
		const pane = glows ? rgb('#ffe2a0') : stage.tone('#3a4c58', 0.5);
		const smoke = stage.random.branch('smoke');
		const funnel = (x: number) => {
			for (let i = 0; i < 7; i++) {
				stage.fill(
					oval(x - stage.side * (i * 70 + 20), -1000 - i * 26, 48 + i * 20, 34 + i * 12),
					stage.tone('#b8b4ae', smoke.between(0.4, 0.8)),
					0.34 - i * 0.035
				);
			}
			stage.form(
				polygon([
					[x - 82, -590],
					[x + 82, -590],
					[x + 70, -940],
					[x - 62, -960]
				]),
				'#e0a53a',
				x - 82,
				x + 82
			);
			stage.form(
				polygon([
					[x - 70, -850],
					[x + 76, -840],
					[x + 70, -940],
					[x - 62, -960]
				]),
				'#26282c',
				x - 76,
				x + 76
			);
		};
		funnel(60);
		if (extra) {
			funnel(-190);
			funnel(300);
		}
		stage.line(
			[
				[-430, -420],
				[-430, -900]
			],
			stage.tone('#7a6a50', 0.6),
			18
		);
		stage.line(
			[
				[-430, -880],
				[-820, -350]
			],
			stage.shade('#4a4a48'),
			5,
			0.7
		);
		stage.line(
			[
				[-430, -880],
				[-40, -600]
			],
			stage.shade('#4a4a48'),
			5,
			0.7
		);
		stage.form(
			polygon([
				[-330, -590],
				[300, -590],
				[300, -440],
				[-360, -440]
			]),
			'#f2ece0',
			-360,
			300,
			0.7
		);
		stage.form(box(-560, -450, 1140, 150), '#faf5ea', -560, 580, 0.7);
		stage.form(
			polygon([
				[-330, -690],
				[-90, -690],
				[-90, -585],
				[-360, -585]
			]),
			'#f2ece0',
			-360,
			-90,
			0.7
		);
		stage.fill(box(-338, -670, 230, 46), pane);
		for (let i = 0; i < 7; i++) stage.fill(box(-300 + i * 84, -556, 48, 58), pane);
		for (let i = 0; i < 12; i++) stage.fill(oval(-500 + i * 92, -372, 24, 24), pane);
		stage.line(
			[
				[-560, -452],
				[580, -452]
			],
			stage.tone('#b8a888', 0.7),
			14
		);
		stage.form(
			(pen) => {
				pen.moveTo(-860, -350);
				pen.lineTo(-560, -300);
				pen.lineTo(770, -310);
				pen.quadraticCurveTo(790, -120, 720, 8);
				pen.lineTo(-690, 8);
				pen.quadraticCurveTo(-760, -190, -860, -350);
				pen.closePath();
			},
			hull,
			-860,
			790
		);
		stage.form(
			polygon([
				[-862, -352],
				[-560, -302],
				[772, -312],
				[774, -262],
				[-560, -252],
				[-836, -302]
			]),
			'#f4eee0',
			-860,
			790,
			0.7
		);
		stage.form(
			polygon([
				[-716, -62],
				[746, -62],
				[720, 8],
				[-690, 8]
			]),
			'#8e3328',
			-716,
			740,
			0.8
		);
		stage.curve(
			[
				[-880, 12],
				[-500, -2],
				[0, 14],
				[500, 0],
				[860, 10]
			],
			stage.lit('#ffffff'),
			16,
			0.6
		);
		stage.curve(
			[
				[-880, 12],
				[-800, -40],
				[-700, -10]
			],
			stage.lit('#ffffff'),
			22,
			0.7
		);
	}
};

import { oval, outline } from '../../stage';
import type { Subject } from './subject';

export const heron: Subject = {
	id: 'heron',
	label: 'heron',
	words: ['heron', 'egret', 'crane', 'wading bird', 'wader'],
	home: 'marsh',
	footing: 'water',
	size: 0.62,
	breadth: 0.72,
	metres: 1,
	draw(stage, extra) {
		const grey = stage.main('#8da0b0');
		const leg = (x: number, foot: number) => {
			stage.curve(
				[
					[x, -330],
					[x + 16, -210],
					[x - 8, -170],
					[foot, 0]
				],
				stage.tone('#8a7a4c', 0.55),
				17
			);
			for (const toe of [-52, 6, 46])
				stage.line(
					[
						[foot, -4],
						[foot + toe, 4]
					],
					stage.tone('#7a6b42', 0.5),
					10
				);
		};
		leg(40, 62);
		leg(-26, -34);
		if (extra) leg(108, 150);
		// Tail, body, folded wing.
		stage.form(
			outline([
				[-150, -520],
				[-60, -585],
				[70, -560],
				[190, -440],
				[330, -300],
				[300, -262],
				[120, -300],
				[-40, -312],
				[-146, -400]
			]),
			grey,
			-170,
			320
		);
		stage.form(
			outline([
				[-40, -560],
				[90, -530],
				[230, -400],
				[372, -262],
				[250, -282],
				[90, -352],
				[-30, -440]
			]),
			stage.main('#5f7488'),
			-60,
			360
		);
		for (let i = 0; i < 5; i++) {
			stage.curve(
				[
					[20 + i * 34, -500 + i * 34],
					[110 + i * 36, -430 + i * 34],
					[190 + i * 36, -330 + i * 16]
				],
				stage.shade('#33424f'),
				9,
				0.55
			);
		}
		// The neck is one S from breast to crown.
		const neck: [number, number][] = [
			[-104, -430],
			[-208, -520],
			[-190, -640],
			[-70, -700],
			[-50, -800],
			[-130, -900]
		];
		stage.curve(neck, stage.shade('#6d7f8d'), 84);
		stage.curve(
			neck.map(([x, y]) => [x + stage.side * 8, y - 3]),
			stage.tone('#dfe3e2', 0.85),
			64
		);
		stage.curve(
			neck.slice(1).map(([x, y]) => [x - 12, y + 8]),
			stage.shade('#5b6a76'),
			9,
			0.6
		);
		for (let i = 0; i < 5; i++) {
			stage.curve(
				[
					[-150 + i * 14, -440],
					[-160 + i * 16, -380],
					[-136 + i * 22, -318]
				],
				stage.tone('#e6e8e4', 0.75),
				10,
				0.8
			);
		}
		// Head, bill, crest, eye.
		stage.form(oval(-150, -918, 76, 52, 0.12), '#e9ece8', -220, -80, 0.7);
		stage.fill(
			(pen) => {
				pen.moveTo(-196, -946);
				pen.quadraticCurveTo(-300, -934, -462, -886);
				pen.quadraticCurveTo(-310, -884, -196, -892);
				pen.closePath();
			},
			stage.tone('#d9a33c', 0.8)
		);
		stage.line(
			[
				[-200, -914],
				[-440, -890]
			],
			stage.shade('#8a5f22'),
			6,
			0.8
		);
		stage.curve(
			[
				[-206, -948],
				[-130, -986],
				[-50, -950],
				[90, -872]
			],
			stage.shade('#20262e'),
			24
		);
		stage.curve(
			[
				[-90, -960],
				[0, -930],
				[60, -850]
			],
			stage.shade('#20262e'),
			12
		);
		stage.fill(oval(-186, -924, 14, 14), stage.lit('#f2cc4a'));
		stage.fill(oval(-188, -924, 7, 7), [20, 20, 22]);
	}
};

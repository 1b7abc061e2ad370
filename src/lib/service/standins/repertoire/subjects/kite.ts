import { polygon, type Point } from '../../stage';
import type { Subject } from './subject';

export const kite: Subject = {
	id: 'kite',
	label: 'kite',
	words: ['kite', 'kites', 'flying kite'],
	home: 'dunes',
	footing: 'air',
	size: 0.46,
	breadth: 0.8,
	metres: 1.2,
	draw(stage, extra) {
		const paint = stage.main('#d8452f');
		const { pen } = stage;
		const lean = -0.32 * stage.side;
		// The line runs down to a hand out of sight.
		stage.curve(
			[
				[0, -520],
				[-120 * stage.side, -60],
				[-520 * stage.side, 700],
				[-900 * stage.side, 1900]
			],
			stage.shade('#4a4a4a'),
			5,
			0.75
		);
		pen.save();
		pen.translate(0, -560);
		pen.rotate(lean);
		const tail = (way: number) => {
			const points: Point[] = [];
			for (let i = 0; i <= 10; i++)
				points.push([Math.sin(i * 0.95) * 58 * way - way * i * 7, 430 + i * 62]);
			stage.curve(points, stage.shade('#5a4a40'), 8);
			for (let i = 1; i < 10; i += 2) {
				const [x, y] = points[i];
				const bow = i % 4 === 1 ? '#e9b83c' : '#2f7f8c';
				stage.form(
					polygon([
						[x, y],
						[x - 62, y - 34],
						[x - 56, y + 32]
					]),
					bow,
					x - 60,
					x + 60,
					0.6
				);
				stage.form(
					polygon([
						[x, y],
						[x + 62, y - 30],
						[x + 56, y + 36]
					]),
					bow,
					x - 60,
					x + 60,
					0.6
				);
			}
		};
		tail(1);
		if (extra) tail(-1.9);
		const top: Point = [0, -440];
		const left: Point = [-330, -90];
		const right: Point = [330, -90];
		const foot: Point = [0, 450];
		const heart: Point = [0, -90];
		stage.form(polygon([top, left, heart]), paint, -330, 330, 0.5);
		stage.form(polygon([top, right, heart]), '#f0c04a', -330, 330, 0.5);
		stage.form(polygon([left, foot, heart]), '#f3ead6', -330, 330, 0.6);
		stage.form(polygon([right, foot, heart]), paint, -330, 330, 0.9);
		stage.line([top, foot], stage.tone('#6a4a30', 0.6), 15);
		stage.curve([left, [0, -120], right], stage.tone('#6a4a30', 0.6), 15);
		stage.line([top, left, foot, right, top], stage.shade('#7a3428'), 9, 0.7);
		pen.restore();
	}
};

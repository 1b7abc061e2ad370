import { rgb } from '../../colour';
import { oval, polygon } from '../../stage';
import type { Subject } from './subject';

/** What a model makes of a subject that it has no notion of: balanced solids in the light at hand. */
export const study: Subject = {
	id: 'study',
	label: 'abstract study',
	words: [],
	home: 'dunes',
	footing: 'land',
	size: 0.56,
	breadth: 0.8,
	metres: 1.6,
	draw(stage) {
		const random = stage.random.branch('study');
		const colours = ['#c8684a', '#e3b95c', '#54808c', '#e8dfcb', '#6a5a78', '#8fa27a'];
		const shuffled = random.shuffle(colours);
		stage.fill(oval(-stage.side * 60, 4, 460, 50), stage.shade('#4a4440'), 0.45);
		stage.form(
			polygon([
				[-330, 0],
				[330, 0],
				[300, -210],
				[-300, -210]
			]),
			shuffled[0],
			-330,
			330
		);
		stage.form(oval(-90, -340, 190, 150), stage.main(shuffled[1]), -280, 100);
		stage.form(
			polygon([
				[90, -210],
				[290, -210],
				[290, -640],
				[90, -640]
			]),
			shuffled[2],
			90,
			290
		);
		stage.form(
			(pen) => {
				pen.moveTo(-60, -640);
				pen.arc(190, -640, 250, Math.PI, 0);
				pen.closePath();
			},
			shuffled[3],
			-60,
			440
		);
		stage.form(oval(-90, -610, 126, 126), shuffled[4], -216, 36);
		stage.form(oval(170, -930, 70, 70), rgb(shuffled[5]), 100, 240);
	}
};

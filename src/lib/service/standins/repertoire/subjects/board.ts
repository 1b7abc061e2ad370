import { write } from '../../lettering';
import type { Subject } from './subject';

export const board: Subject = {
	id: 'board',
	label: 'tide table',
	words: ['tide table', 'sign', 'signboard', 'notice board', 'board', 'placard', 'signpost'],
	home: 'harbour',
	footing: 'land',
	size: 0.66,
	breadth: 0.9,
	metres: 1.8,
	handed: true,
	carriesWords: true,
	draw(stage, extra) {
		const wood = stage.main('#7a5a3c');
		stage.shadow(330);
		for (const x of extra ? [-330, 0, 330] : [-330, 330])
			stage.solid(`M${x - 36} 0 V-960 H${x + 36} V0 Z`, '#5c4632');
		stage.solid('M-440 -200 V-960 H440 V-200 Z', wood);
		stage.flat('M-396 -244 V-916 H396 V-244 Z', stage.tone('#f2e8d0', 0.88));
		stage.flat(
			'M-480 -950 L0 -1040 L480 -950 L480 -900 L0 -980 L-480 -900 Z',
			stage.tone('#4c5a62', 0.7)
		);
		const ink = stage.shade('#1d2a3c');
		if (stage.words !== null) {
			write(stage, stage.words, { x: -360, y: -890, width: 720, height: 240 }, ink, 0.17);
			stage.words = null;
		} else {
			stage.draw('M-280 -800 H280', ink, 46);
		}
		stage.draw('M-350 -620 H350', ink, 10, 0.8);
		const random = stage.random.branch('table');
		for (let row = 0; row < 6; row++) {
			const y = -570 + row * 54;
			for (const x of [-330, -110, 130]) {
				const w = random.between(90, 170);
				stage.draw(`M${x} ${y} H${(x + w).toFixed(0)}`, ink, 15, 0.62);
			}
		}
		stage.draw('M-150 -610 V-270 M90 -610 V-270', ink, 6, 0.5);
	}
};

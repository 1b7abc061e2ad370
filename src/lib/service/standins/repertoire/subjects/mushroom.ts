import type { Subject } from './subject';

export const mushroom: Subject = {
	id: 'mushroom',
	label: 'mushroom',
	words: ['mushroom', 'toadstool', 'mushrooms', 'fungus'],
	home: 'forest',
	footing: 'land',
	size: 0.5,
	breadth: 0.9,
	metres: 0.12,
	draw(stage, extra) {
		const cap = stage.main('#c43a2c');
		const one = (x: number, s: number) =>
			stage.at(x, 0, s, () => {
				stage.shadow(260);
				stage.solid(
					'M-130 8 C-150 -180 -100 -380 -90 -560 H90 C100 -380 150 -180 130 8 Q0 40 -130 8 Z',
					'#f0e6d2'
				);
				stage.solid(
					'M-150 -470 Q0 -400 150 -470 Q120 -380 0 -380 Q-120 -380 -150 -470 Z',
					'#e2d6be',
					0.6
				);
				stage.flat(
					'M-420 -560 Q0 -430 420 -560 Q200 -640 0 -640 Q-200 -640 -420 -560 Z',
					stage.shade('#c9b89a')
				);
				stage.solid(
					'M-440 -560 C-420 -880 -180 -1000 0 -1000 C180 -1000 420 -880 440 -560 C260 -500 -260 -500 -440 -560 Z',
					cap
				);
				for (const [px, py, r] of [
					[-230, -720, 56],
					[-60, -860, 62],
					[140, -740, 70],
					[300, -640, 40],
					[-340, -600, 34],
					[30, -620, 44]
				])
					stage.solid(`E${px} ${py} ${r} ${Math.round(r * 0.78)}`, '#fbf4e4', 0.6);
			});
		one(270, 0.46);
		if (extra) one(-330, 0.6);
		one(-60, 0.96);
	}
};

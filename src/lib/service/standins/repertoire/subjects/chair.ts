import type { Subject } from './subject';

export const chair: Subject = {
	id: 'chair',
	label: 'chair',
	words: ['chair', 'armchair', 'stool', 'seat'],
	home: 'room',
	footing: 'land',
	size: 0.6,
	breadth: 0.66,
	metres: 0.95,
	seat: 0.45,
	draw(stage, extra) {
		const wood = stage.main('#8a5a34');
		stage.shadow(300);
		const back = stage.tone(wood, 0.4);
		for (const x of [-190, 220]) stage.draw(`M${x} -460 V-40`, back, 38);
		for (const x of [-250, 160])
			stage.draw(`M${x} -980 L${x + 10} -460`, stage.tone(wood, 0.6), 48);
		for (const y of [-930, -780, -640])
			stage.solid(
				`M-240 ${y - 36} Q-40 ${y - 70} 170 ${y - 36} L168 ${y + 40} Q-40 ${y + 10} -238 ${y + 40} Z`,
				wood,
				0.8
			);
		stage.solid('M-290 -500 L160 -500 L290 -400 L-200 -396 Z', '#d8b878');
		for (let i = 0; i < 7; i++)
			stage.draw(`M${-270 + i * 62} -496 L${-180 + i * 66} -400`, stage.shade('#8a6a34'), 8, 0.5);
		stage.solid('M-200 -398 L290 -402 L290 -350 L-200 -344 Z', wood, 0.8);
		for (const x of extra ? [-180, 60, 262] : [-180, 262])
			stage.draw(`M${x} -350 L${x + 4} 0`, stage.tone(wood, 0.8), 52);
		stage.draw('M-180 -170 H260 M-178 -120 L-190 -200', back, 26);
	}
};

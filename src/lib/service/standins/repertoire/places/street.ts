import { mix, rgb } from '../../colour';
import { polygon } from '../../stage';
import { boards, floor, houses } from './terrain';
import type { Place } from './place';

export const street: Place = {
	id: 'street',
	label: 'street',
	words: ['street', 'town street', 'lane', 'alley', 'road', 'city street', 'cobbles', 'pavement'],
	horizon: 0.5,
	stand: { land: 0.62, water: 0.5 },
	tall: true,
	needsGround: false,
	back(stage) {
		const { width, height, horizon } = stage;
		houses(stage, 'end', {
			from: width * 0.2,
			to: width * 0.8,
			y: horizon + 16,
			tall: 130,
			air: 0.42
		});
		for (const way of [0, 1])
			for (let i = 3; i >= 0; i--) {
				const at = (share: number) => (way ? width * (1 - share) : width * share);
				const near = 1 - i / 4;
				const [x0, x1] = [at(-0.06 + (0.34 * i) / 4), at(0.02 + (0.34 * (i + 1)) / 4)];
				const foot = horizon + 20 + (height - horizon) * 0.34 * near;
				const top = horizon - 130 - 330 * near;
				const wall = ['#d8c4a4', '#b8a08c', '#c9b4a8', '#a8b0ac'][(i + way * 2) % 4];
				const light = (way ? -1 : 1) === stage.side ? 0.75 : 0.36;
				stage.fill(
					polygon([
						[x0, top],
						[x1, top + 60],
						[x1, foot - 30],
						[x0, foot]
					]),
					mix(stage.tone(wall, light), rgb(stage.light.haze), (1 - near) * 0.34)
				);
				stage.fill(
					polygon([
						[x0, top - 20],
						[x1, top + 46],
						[x1, top + 76],
						[x0, top + 20]
					]),
					stage.tone('#6a4c40', light)
				);
				for (let r = 0; r < 3; r++)
					for (const s of [0.25, 0.66]) {
						const wx = x0 + (x1 - x0) * s;
						const wy = top + 70 + r * (foot - top) * 0.24 + s * 24;
						const w = (x1 - x0) * 0.2;
						stage.fill(
							polygon([
								[wx, wy],
								[wx + w, wy + 8],
								[wx + w, wy + (foot - top) * 0.13 + 6],
								[wx, wy + (foot - top) * 0.13]
							]),
							stage.lampsLit && (i + r + way) % 2 ? rgb('#ffd98c') : stage.shade('#3c444c')
						);
					}
			}
		floor(stage, horizon + 16, '#a39888', '#6a6056');
		boards(stage, horizon + 16, stage.shade('#4c443c'), 14, 0.28);
		const lamp = stage.subjectX < width / 2 ? width * 0.86 : width * 0.14;
		stage.line(
			[
				[lamp, horizon + 190],
				[lamp, horizon - 200]
			],
			stage.shade('#2c2c30'),
			13
		);
		stage.form(
			(pen) => pen.rect(lamp - 26, horizon - 264, 52, 64),
			stage.lampsLit ? '#ffe9a8' : '#c8d0d0',
			lamp - 26,
			lamp + 26,
			0.4
		);
		if (stage.lampsLit) stage.glow(lamp, horizon - 232, 260, rgb('#ffd98c'), 0.7);
	},
	front() {
		// Nothing stands nearer than the subject here.
	}
};

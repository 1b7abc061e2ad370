import { mix, rgb } from '../../colour';
import { oval, polygon } from '../../stage';
import { floor } from './terrain';
import type { Place } from './place';

export const forest: Place = {
	id: 'forest',
	label: 'forest',
	words: ['forest', 'wood', 'woods', 'woodland', 'trees behind', 'thicket', 'grove', 'jungle'],
	horizon: 0.56,
	stand: { land: 0.5, water: 0.4 },
	tall: true,
	needsGround: false,
	back(stage) {
		const { width, height, horizon, random } = stage;
		const haze = rgb(stage.light.haze);
		stage.wash(-20, horizon + 20, [
			[0, mix(stage.shade('#3f5a3c'), haze, 0.25)],
			[0.7, mix(stage.tone('#7c9a64', 0.6), haze, 0.5)],
			[1, mix(haze, stage.lit('#e8eec8'), 0.4)]
		]);
		stage.glow(stage.sun[0], horizon * 0.6, 480, rgb(stage.light.glow), 0.5);
		floor(stage, horizon, '#7a7a48', '#4a4a2c');
		for (let row = 0; row < 4; row++) {
			const r = random.branch(`row${row}`);
			const air = 0.66 - row * 0.2;
			const count = 11 - row * 2;
			for (let i = 0; i < count; i++) {
				const x = ((i + r.between(0.1, 0.9)) / count) * width;
				if (row > 1 && Math.abs(x - stage.subjectX) < 190) continue;
				const half = 9 + row * 9 + r.between(0, 7);
				const foot = horizon + 8 + row * 34;
				stage.form(
					(pen) => {
						pen.moveTo(x - half * 1.7, foot);
						pen.quadraticCurveTo(x - half, foot - 60, x - half * 0.86, -30);
						pen.lineTo(x + half * 0.8, -30);
						pen.quadraticCurveTo(x + half, foot - 60, x + half * 1.8, foot);
						pen.closePath();
					},
					mix(rgb('#6a543e'), haze, air),
					x - half,
					x + half,
					0.9
				);
			}
			for (let i = 0; i < 15; i++)
				stage.fill(
					oval(
						r.between(-40, width + 40),
						r.between(-40, 130 - row * 26),
						r.between(70, 150),
						r.between(40, 90)
					),
					mix(
						stage.tone(r.pick(['#5c8040', '#7d9a4c', '#486a3a']), 0.3 + r.next() * 0.5),
						haze,
						air * 0.8
					),
					0.82
				);
		}
		for (let i = 0; i < 5; i++) {
			const x = stage.sun[0] + (i - 2) * 90;
			stage.fill(
				polygon([
					[x, -20],
					[x + 40, -20],
					[x - stage.side * 300 + 150, height],
					[x - stage.side * 300, height]
				]),
				rgb(stage.light.glow),
				0.07
			);
		}
		const r = random.branch('leaves');
		for (let i = 0; i < 120; i++) {
			const along = r.next();
			stage.fill(
				oval(
					r.between(0, width),
					horizon + 20 + along * (height - horizon),
					4 + along * 9,
					2 + along * 4,
					r.between(-0.6, 0.6)
				),
				stage.tone(r.pick(['#b5803c', '#8a5a30', '#c9a04a', '#6a7a3c']), 0.7),
				0.8
			);
		}
	},
	front(stage) {
		const random = stage.random.branch('fern');
		for (let i = 0; i < 8; i++) {
			const x = (i < 4 ? random.between(-0.02, 0.28) : random.between(0.72, 1.02)) * stage.width;
			const tall = random.between(110, 210);
			for (let f = -3; f <= 3; f++)
				stage.curve(
					[
						[x, stage.height + 20],
						[x + f * 22, stage.height - tall * 0.7],
						[x + f * 46, stage.height - tall * (1 - Math.abs(f) * 0.16)]
					],
					stage.tone('#4f7038', 0.3 + (f + 3) * 0.07),
					11
				);
		}
	}
};

import { css, rgb } from '../../colour';
import { oval, polygon, type Stage } from '../../stage';

/** Something that nobody asked for and that a negative prompt can leave out. */
export interface Uninvited {
	id: string;
	label: string;
	words: string[];
	/** Share of a model's scenes that show it. */
	odds: number;
	/** When it is painted: behind the subject, over everything, or not by drawing. */
	where: 'behind' | 'over' | 'other';
	paint?(stage: Stage): void;
}

/** The side of the frame that the subject leaves free. */
const freeX = (stage: Stage, share: number): number =>
	stage.subjectX < stage.width / 2 ? stage.width * share : stage.width * (1 - share);

export const uninvited: Uninvited[] = [
	{
		id: 'boat',
		label: 'a second boat',
		words: ['second boat', 'extra boat', 'boat', 'boats', 'dinghies', 'ships'],
		odds: 0.15,
		where: 'behind',
		paint(stage) {
			const x = freeX(stage, 0.78);
			const y = stage.horizon + (stage.height - stage.horizon) * 0.12;
			stage.at(x, y, 0.13, () => {
				stage.form(
					polygon([
						[-20, -900],
						[-20, -220],
						[420, -220]
					]),
					'#f4ecdc',
					-20,
					420,
					0.6
				);
				stage.form(
					polygon([
						[-50, -760],
						[-50, -220],
						[-330, -220]
					]),
					'#d8cdb8',
					-330,
					-50,
					0.6
				);
				stage.fill(
					polygon([
						[-440, -180],
						[440, -180],
						[320, 0],
						[-330, 0]
					]),
					stage.shade('#6a3a2a')
				);
				stage.line(
					[
						[-460, 10],
						[460, 10]
					],
					stage.lit('#ffffff'),
					22,
					0.5
				);
			});
		}
	},
	{
		id: 'birds',
		label: 'birds',
		words: ['birds', 'gulls', 'seagulls', 'flock', 'seagull', 'gull'],
		odds: 0.15,
		where: 'behind',
		paint(stage) {
			const random = stage.random.branch('gulls');
			const dark = stage.tone('#4c5560', 0.3);
			for (let i = 0; i < 7; i++) {
				const x = freeX(stage, random.between(0.55, 0.95));
				const y = stage.horizon * random.between(0.18, 0.75);
				const w = random.between(18, 40);
				stage.curve(
					[
						[x - w, y - w * 0.3],
						[x - w * 0.4, y - w * 0.55],
						[x, y]
					],
					dark,
					4
				);
				stage.curve(
					[
						[x, y],
						[x + w * 0.45, y - w * 0.6],
						[x + w, y - w * 0.2]
					],
					dark,
					4
				);
			}
		}
	},
	{
		id: 'figure',
		label: 'a passer-by',
		words: [
			'people',
			'person',
			'figure',
			'figures',
			'crowd',
			'passer-by',
			'tourists',
			'man',
			'woman'
		],
		odds: 0.15,
		where: 'behind',
		paint(stage) {
			const random = stage.random.branch('figure');
			const x = freeX(stage, random.between(0.72, 0.88));
			const y = stage.horizon + (stage.height - stage.horizon) * 0.42;
			stage.at(x, y, 0.17, () => {
				stage.fill(oval(0, 0, 210, 24), stage.shade('#3a342e'), 0.5);
				for (const leg of [-46, 46])
					stage.line(
						[
							[leg * 0.5, -430],
							[leg, -10]
						],
						stage.shade('#2c3440'),
						70
					);
				stage.form(
					polygon([
						[-120, -800],
						[120, -800],
						[150, -380],
						[-150, -380]
					]),
					'#8d3f4c',
					-150,
					150
				);
				for (const arm of [-1, 1])
					stage.line(
						[
							[arm * 110, -770],
							[arm * 180, -450]
						],
						stage.tone('#8d3f4c', 0.45),
						56
					);
				stage.form(oval(0, -890, 84, 98), '#c8956e', -84, 84);
				stage.form(oval(0, -944, 92, 54), '#3a2f2a', -92, 92);
			});
		}
	},
	{
		id: 'watermark',
		label: 'a watermark',
		words: ['watermark', 'watermarks', 'stamp', 'logo', 'stock mark'],
		odds: 0.1,
		where: 'over',
		paint(stage) {
			const { pen, width, height } = stage;
			for (const [x, y] of [
				[0.3, 0.34],
				[0.72, 0.62]
			]) {
				pen.save();
				pen.translate(width * x, height * y);
				pen.rotate(-0.42);
				for (const [colour, shift] of [
					[css([20, 20, 24], 0.28), 3],
					[css([255, 255, 255], 0.55), 0]
				] as const) {
					pen.strokeStyle = colour;
					pen.lineWidth = 9;
					pen.lineCap = 'round';
					for (let i = 0; i < 8; i++) {
						const gx = -190 + i * 52 + shift;
						pen.beginPath();
						pen.moveTo(gx, 26 + shift);
						pen.lineTo(gx + (i % 3) * 9, -26 + shift);
						pen.lineTo(gx + 30, i % 2 ? 24 : -22 + shift);
						if (i % 3 === 1) pen.lineTo(gx + 4, 2 + shift);
						pen.stroke();
					}
					pen.beginPath();
					pen.moveTo(-214, 52 + shift);
					pen.lineTo(240, 52 + shift);
					pen.stroke();
				}
				pen.restore();
			}
		}
	},
	{
		id: 'lettering',
		label: 'stray lettering',
		words: ['lettering', 'text', 'letters', 'words', 'caption', 'signature', 'writing', 'title'],
		odds: 0.1,
		where: 'over',
		paint(stage) {
			const random = stage.random.branch('lettering');
			const { width, height } = stage;
			const y = height * 0.88;
			const size = 58;
			const count = 9;
			const colour = rgb(stage.light.stars || stage.light.id === 'dusk' ? '#fbeed0' : '#23262c');
			for (let i = 0; i < count; i++) {
				const x = width / 2 + (i - count / 2) * size * 1.02;
				if (i === 3 || i === 6) continue;
				const strokes = 2 + random.below(3);
				for (let s = 0; s < strokes; s++) {
					const a = random.pick([0, 0.5, 1]);
					const b = random.pick([0, 0.5, 1]);
					stage.line(
						[
							[x + a * size * 0.6, y - random.pick([0, 0.5, 1]) * size],
							[x + b * size * 0.6, y - random.pick([0, 0.5, 1]) * size]
						],
						colour,
						10
					);
				}
				stage.line(
					[
						[x + 4, y],
						[x + 4, y - size]
					],
					colour,
					11
				);
			}
		}
	},
	{
		id: 'flare',
		label: 'lens flare',
		words: ['lens flare', 'flare', 'glare', 'light leak'],
		odds: 0.1,
		where: 'over',
		paint(stage) {
			const [sx, sy] = stage.sun;
			const cx = stage.width / 2;
			const cy = stage.height / 2;
			stage.glow(sx, sy, 190, [255, 244, 214], 0.7);
			for (const [t, r, a, hex] of [
				[0.5, 40, 0.35, '#ffd9a0'],
				[0.9, 24, 0.5, '#a0ffd0'],
				[1.3, 78, 0.26, '#c0a0ff'],
				[1.7, 46, 0.36, '#ffb080'],
				[2.1, 120, 0.2, '#90c8ff']
			] as const) {
				stage.fill(oval(sx + (cx - sx) * t, sy + (cy - sy) * t, r, r), rgb(hex), a);
			}
			stage.line(
				[
					[sx - 420, sy],
					[sx + 420, sy]
				],
				[255, 246, 220],
				6,
				0.5
			);
		}
	},
	{
		id: 'scratches',
		label: 'dust and scratches',
		words: ['scratches', 'dust', 'noise', 'noisy', 'grain', 'specks', 'damaged'],
		odds: 0.05,
		where: 'over',
		paint(stage) {
			const random = stage.random.branch('scratches');
			for (let i = 0; i < 80; i++) {
				const x = random.between(0, stage.width);
				const y = random.between(0, stage.height);
				const light = random.chance(0.6);
				const colour: [number, number, number] = light ? [250, 246, 236] : [30, 28, 26];
				if (random.chance(0.25)) {
					stage.curve(
						[
							[x, y],
							[x + random.between(-20, 20), y + 60],
							[x + random.between(-30, 30), y + random.between(90, 240)]
						],
						colour,
						3,
						0.7
					);
				} else stage.fill(oval(x, y, random.between(2, 8), random.between(2, 6)), colour, 0.75);
			}
		}
	},
	{
		id: 'soft',
		label: 'soft focus',
		words: [
			'soft focus',
			'blurry',
			'blurred',
			'blur',
			'out of focus',
			'low quality',
			'unsharp',
			'soft'
		],
		odds: 0.1,
		where: 'other'
	},
	{
		id: 'crop',
		label: 'a crop too tight',
		words: ['tight crop', 'cropped', 'cut off', 'cropping', 'out of frame', 'bad framing'],
		odds: 0.1,
		where: 'other'
	},
	{
		id: 'extra',
		label: 'a part too many',
		words: [
			'extra limbs',
			'extra limb',
			'extra legs',
			'extra parts',
			'deformed',
			'bad anatomy',
			'doubled',
			'double',
			'malformed',
			'mutated',
			'disfigured',
			'duplicate'
		],
		odds: 0.15,
		where: 'other'
	}
];

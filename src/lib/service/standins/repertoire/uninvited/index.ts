import { css, rgb } from '../../colour';
import { oval, polygon, type Point, type Stage } from '../../stage';

/** Something that nobody asked for and that a negative prompt can leave out. */
export interface Uninvited {
	id: string;
	label: string;
	words: string[];
	/** Share of a model's scenes that show it. */
	odds: number;
	/** When it is painted: behind the subject, over everything, with its actors, or not by drawing. */
	where: 'behind' | 'over' | 'actors' | 'other';
	paint?(stage: Stage): void;
	/** Whether it goes round the whole picture. @default false */
	allRound?: boolean;
	/** Spoils the finished picture, `width * height * 3` bytes, in place. */
	spoil?(painting: Uint8Array, width: number, height: number, unit: number): void;
	/** The subject that it resembles: one who asks for that has not been sent it uninvited. */
	like?: string;
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
		like: 'dinghy',
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
		words: ['lettering', 'text', 'letters', 'words', 'caption', 'writing', 'title'],
		odds: 0.1,
		where: 'over',
		paint(stage) {
			const random = stage.random.branch('lettering');
			const { width, height } = stage;
			const y = height * 0.88;
			const size = 58;
			const count = 9;
			const colour = rgb(stage.lampsLit ? '#fbeed0' : '#23262c');
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
		odds: 0.1,
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
		where: 'actors'
	},
	{
		id: 'crop',
		label: 'a crop too tight',
		words: ['tight crop', 'cropped', 'cut off', 'cropping', 'out of frame', 'bad framing'],
		odds: 0.1,
		where: 'actors'
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
			'malformed',
			'mutated',
			'disfigured'
		],
		odds: 0.15,
		where: 'actors'
	},
	{
		id: 'signature',
		label: 'a signature',
		words: ['signature', 'signed', 'autograph', 'artist name', 'username'],
		odds: 0.1,
		where: 'over',
		paint(stage) {
			const random = stage.random.branch('signature');
			const x = stage.width * 0.8;
			const y = stage.height * 0.95;
			const points: Point[] = Array.from({ length: 13 }, (_, i): Point => [
				x + i * 12,
				y - (i % 2 ? random.between(14, 44) : random.between(-6, 8))
			]);
			const colour = rgb(stage.lampsLit ? '#f6ecd6' : '#2a2628');
			stage.curve(points, colour, 5, 0.85);
			stage.curve(
				[
					[x - 10, y + 16],
					[x + 80, y + 8],
					[x + 170, y + 18]
				],
				colour,
				4,
				0.8
			);
		}
	},
	{
		id: 'border',
		label: 'a frame round it',
		words: ['border', 'borders', 'frame', 'framed', 'picture frame', 'white edge'],
		odds: 0.08,
		where: 'over',
		allRound: true,
		paint({ pen, width, height }) {
			pen.strokeStyle = css([244, 240, 230]);
			pen.lineWidth = 84;
			pen.beginPath();
			pen.rect(0, 0, width, height);
			pen.stroke();
			pen.strokeStyle = css([60, 54, 48], 0.7);
			pen.lineWidth = 4;
			pen.beginPath();
			pen.rect(46, 46, width - 92, height - 92);
			pen.stroke();
		}
	},
	{
		id: 'wires',
		label: 'wires and poles',
		words: ['wires', 'power lines', 'cables', 'telephone poles', 'pylons', 'poles'],
		odds: 0.1,
		where: 'behind',
		paint(stage) {
			const { width, horizon } = stage;
			const dark = stage.tone('#3a3634', 0.2);
			const poles = [0.12, 0.5, 0.88].map((share) => width * share);
			for (const x of poles) {
				stage.line(
					[
						[x, horizon + 30],
						[x, horizon * 0.3]
					],
					dark,
					11
				);
				for (const y of [0.34, 0.4])
					stage.line(
						[
							[x - 56, horizon * y],
							[x + 56, horizon * y]
						],
						dark,
						8
					);
			}
			for (const dy of [0.34, 0.4])
				for (const dx of [-50, 50])
					for (const [a, b] of [
						[-200, poles[0]],
						[poles[0], poles[1]],
						[poles[1], poles[2]],
						[poles[2], width + 200]
					])
						stage.curve(
							[
								[a + dx, horizon * dy],
								[(a + b) / 2 + dx, horizon * dy + 60],
								[b + dx, horizon * dy]
							],
							dark,
							3
						);
		}
	},
	{
		id: 'clutter',
		label: 'clutter',
		words: ['clutter', 'cluttered', 'crates', 'barrels', 'litter', 'rubbish', 'messy', 'busy'],
		odds: 0.1,
		where: 'behind',
		paint(stage) {
			const random = stage.random.branch('clutter');
			const y = stage.horizon + (stage.height - stage.horizon) * 0.4;
			for (let i = 0; i < 5; i++) {
				const x = freeX(stage, 0.62 + i * 0.09);
				const size = random.between(0.07, 0.12);
				stage.at(x, y + random.between(-24, 40), size, () => {
					stage.shadow(520);
					if (i % 2) {
						stage.solid('M-400 0 H400 V-760 H-400 Z', '#9a7448');
						stage.draw('M-400 -380 H400 M-400 0 L400 -760', stage.shade('#5a4026'), 40);
					} else {
						stage.solid('M-330 0 Q-420 -400 -330 -800 H330 Q420 -400 330 0 Z', '#7c5a3c');
						stage.draw('M-370 -250 H370 M-370 -560 H370', stage.shade('#33302e'), 46);
					}
				});
			}
		}
	},
	{
		id: 'clone',
		label: 'a second one of it',
		words: [
			'duplicate',
			'duplicates',
			'clone',
			'clones',
			'doubled',
			'double',
			'twin',
			'second subject'
		],
		odds: 0.14,
		where: 'actors'
	},
	{
		id: 'tilt',
		label: 'a horizon that leans',
		words: ['tilted horizon', 'crooked', 'crooked horizon', 'leaning horizon', 'askew'],
		odds: 0.1,
		where: 'other'
	},
	{
		id: 'dull',
		label: 'washed-out colours',
		words: ['washed out', 'low contrast', 'dull colours', 'faded colours', 'underexposed', 'murky'],
		odds: 0.1,
		where: 'other',
		spoil(painting) {
			for (let i = 0; i < painting.length; i += 3) {
				const grey = 0.2126 * painting[i] + 0.7152 * painting[i + 1] + 0.0722 * painting[i + 2];
				for (let c = 0; c < 3; c++)
					painting[i + c] = 76 + (grey + (painting[i + c] - grey) * 0.42) * 0.5;
			}
		}
	},
	{
		id: 'blocks',
		label: 'compression marks',
		words: ['compression', 'compression artefacts', 'artefacts', 'artifacts', 'pixelated', 'jpeg'],
		odds: 0.1,
		where: 'other',
		spoil(painting, width, height, unit) {
			const side = Math.max(1, Math.round(26 * unit));
			for (let y0 = 0; y0 < height; y0 += side)
				for (let x0 = 0; x0 < width; x0 += side)
					for (let c = 0; c < 3; c++) {
						let sum = 0;
						let n = 0;
						for (let y = y0; y < Math.min(height, y0 + side); y++)
							for (let x = x0; x < Math.min(width, x0 + side); x++, n++)
								sum += painting[(y * width + x) * 3 + c];
						const mean = Math.round(sum / n / 14) * 14;
						for (let y = y0; y < Math.min(height, y0 + side); y++)
							for (let x = x0; x < Math.min(width, x0 + side); x++) {
								const i = (y * width + x) * 3 + c;
								painting[i] = Math.min(255, painting[i] * 0.25 + mean * 0.75);
							}
					}
		}
	},
	{
		id: 'halo',
		label: 'a halo round the subject',
		words: ['halo', 'halos', 'haloes', 'oversharpened', 'outline glow', 'glowing edges'],
		odds: 0.08,
		where: 'behind',
		paint(stage) {
			const y = stage.horizon * 0.9;
			stage.glow(stage.subjectX, y, 430, [255, 255, 255], 0.55);
			stage.glow(stage.subjectX, y, 430, [255, 255, 255], 0.3);
		}
	}
];

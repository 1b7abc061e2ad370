import type { Rgb } from '../../colour';
import type { Point, Stage } from '../../stage';

/** A tuft of blades that lean with the wind. */
export function tuft(
	stage: Stage,
	x: number,
	y: number,
	height: number,
	colours: readonly Rgb[],
	name: string,
	blades = 12
): void {
	const random = stage.random.branch(name);
	const wind = stage.side * -0.22;
	for (let i = 0; i < blades; i++) {
		const root = x + random.between(-0.3, 0.3) * height;
		const tall = height * random.between(0.45, 1);
		const lean = (wind + random.between(-0.28, 0.28)) * tall;
		const tip: Point = [root + lean * 1.35, y - tall];
		stage.fill(
			(pen) => {
				const base = Math.max(1.6, height * 0.035);
				pen.moveTo(root - base, y);
				pen.quadraticCurveTo(root - base + lean * 0.25, y - tall * 0.6, tip[0], tip[1]);
				pen.quadraticCurveTo(root + base + lean * 0.35, y - tall * 0.5, root + base, y);
				pen.closePath();
			},
			random.pick(colours),
			0.96
		);
	}
}

/** A band of tufts along the bottom of the frame, taller at the sides. */
export function fringe(stage: Stage, colours: readonly Rgb[], height: number, name: string): void {
	const random = stage.random.branch(name);
	const count = Math.ceil(stage.width / 70);
	for (let i = 0; i < count; i++) {
		const x = ((i + random.next()) / count) * stage.width;
		const edge = Math.abs(x / stage.width - 0.5) * 2;
		const tall = height * (0.3 + 0.8 * edge ** 1.6) * random.between(0.7, 1.2);
		tuft(stage, x, stage.height + 12, tall, colours, `${name}${i}`, 9);
	}
}

/** A mound of rock or earth under a subject that stands in water. */
export function mound(stage: Stage, x: number, y: number, width: number, hex: string): void {
	const random = stage.random.branch('mound');
	const height = width * 0.16;
	const top: Point[] = [[x - width / 2, y + height * 0.55]];
	for (let i = 1; i < 8; i++) {
		const along = i / 8;
		const rise = Math.sin(Math.PI * along) ** 0.6;
		top.push([
			x - width / 2 + along * width + random.between(-6, 6),
			y + height * 0.5 - rise * height * random.between(0.62, 0.85)
		]);
	}
	top.push([x + width / 2, y + height * 0.55]);
	stage.form(
		(pen) => {
			top.forEach(([px, py], i) => (i ? pen.lineTo(px, py) : pen.moveTo(px, py)));
			pen.closePath();
		},
		hex,
		x - width / 2,
		x + width / 2,
		0.9
	);
	// A wet foot and a line of foam where it meets the water.
	stage.line(
		[
			[x - width / 2 + 6, y + height * 0.55],
			[x + width / 2 - 6, y + height * 0.55]
		],
		stage.lit('#f2f2ea'),
		Math.max(2, width * 0.012),
		0.5
	);
}

import { mix, rgb, type Rgb } from '../../colour';
import { box, type Point, type Stage } from '../../stage';

/** A ridge of land from edge to edge, lit from above and lost in the air with distance. */
export function ridge(
	stage: Stage,
	name: string,
	{
		y,
		height,
		hex,
		air,
		waves = 3
	}: { y: number; height: number; hex: string; air: number; waves?: number }
): Point[] {
	const random = stage.random.branch(name);
	const { width } = stage;
	const turn = random.between(0, 6);
	const crest = Array.from({ length: 13 }, (_, i): Point => [
		(i / 12) * (width + 120) - 60,
		y -
			height *
				(0.5 + 0.34 * Math.sin((i / 12) * waves * Math.PI + turn) + random.between(-0.16, 0.16))
	]);
	stage.fill(
		(pen) => {
			pen.moveTo(-80, stage.height + 20);
			pen.lineTo(crest[0][0], crest[0][1]);
			for (let i = 1; i < crest.length; i++) {
				const [px, py] = crest[i - 1];
				const [x, cy] = crest[i];
				pen.bezierCurveTo((px + x) / 2, py, (px + x) / 2, cy, x, cy);
			}
			pen.lineTo(width + 80, stage.height + 20);
			pen.closePath();
		},
		stage.far(hex, air)
	);
	return crest;
}

/** Ground from a line down to the frame's foot, deeper in colour as it comes near. */
export function floor(stage: Stage, top: number, far: string, near: string): void {
	stage.wash(top, stage.height + 20, [
		[0, mix(stage.tone(far, 0.7), rgb(stage.light.haze), 0.3)],
		[0.35, stage.tone(far, 0.72)],
		[1, stage.tone(near, 0.5)]
	]);
}

/** A round-headed tree in the middle distance, standing at a point. */
export function broadleaf(
	stage: Stage,
	x: number,
	y: number,
	tall: number,
	hex: string,
	air: number,
	name: string
): void {
	const random = stage.random.branch(name);
	const haze = rgb(stage.light.haze);
	stage.fill(
		box(x - tall * 0.04, y - tall * 0.4, tall * 0.08, tall * 0.42),
		mix(stage.shade('#5a4632'), haze, air)
	);
	for (let i = 0; i < 9; i++) {
		const turn = (i / 9) * Math.PI * 2;
		const far = i ? tall * 0.24 : 0;
		const px = x + Math.cos(turn) * far;
		const py = y - tall * 0.68 + Math.sin(turn) * far * 0.8;
		const light = 0.5 + 0.3 * Math.cos(turn) * stage.side - 0.26 * Math.sin(turn);
		const r = tall * random.between(0.16, 0.24);
		stage.fill(
			(pen) => pen.ellipse(px, py, r, r * 0.88, 0, 0, Math.PI * 2),
			mix(stage.tone(hex, light), haze, air)
		);
	}
}

/** A pointed tree, standing at a point. */
export function conifer(
	stage: Stage,
	x: number,
	y: number,
	tall: number,
	hex: string,
	air: number
): void {
	const haze = rgb(stage.light.haze);
	for (let i = 0; i < 4; i++) {
		const base = y - tall * (0.08 + i * 0.21);
		const half = tall * (0.24 - i * 0.045);
		const tip = base - tall * 0.36;
		stage.fill(
			(pen) => {
				pen.moveTo(x - half, base);
				pen.quadraticCurveTo(x, base + half * 0.3, x + half, base);
				pen.quadraticCurveTo(x + half * 0.3, base - tall * 0.16, x, tip);
				pen.quadraticCurveTo(x - half * 0.3, base - tall * 0.16, x - half, base);
			},
			mix(stage.tone(hex, 0.35 + i * 0.12), haze, air)
		);
		stage.fill(
			(pen) => {
				const w = half * stage.side;
				pen.moveTo(x, base + half * 0.12);
				pen.quadraticCurveTo(x + w * 0.6, base + half * 0.14, x + w, base);
				pen.quadraticCurveTo(x + w * 0.3, base - tall * 0.16, x, tip);
				pen.closePath();
			},
			mix(stage.tone(hex, 0.85), haze, air),
			0.5
		);
		if (stage.light.snow || stage.light.id === 'snow')
			stage.line(
				[
					[x - half * 0.7, base - 4],
					[x, tip + 6]
				],
				stage.lit('#ffffff'),
				tall * 0.03,
				0.9
			);
	}
}

/** A row of houses with gables, from edge to edge or between two places. */
export function houses(
	stage: Stage,
	name: string,
	{ from, to, y, tall, air }: { from: number; to: number; y: number; tall: number; air: number }
): void {
	const random = stage.random.branch(name);
	const haze = rgb(stage.light.haze);
	const walls = ['#d9cbb4', '#b9c4c4', '#d8a98c', '#e5ddc8', '#a8b49a', '#c98f7a'];
	const roofs = ['#7c4a40', '#4e5560', '#6a5a4a'];
	let x = from;
	while (x < to) {
		const w = tall * random.between(0.6, 1.15);
		const h = tall * random.between(0.7, 1.1);
		const wall = random.pick(walls);
		stage.fill(box(x, y - h, w, h), mix(stage.tone(wall, 0.78), haze, air));
		stage.fill(
			box(stage.side > 0 ? x : x + w * 0.7, y - h, w * 0.3, h),
			mix(stage.shade(wall), haze, air),
			0.5
		);
		const peak = h * random.between(0.34, 0.5);
		stage.fill(
			(pen) => {
				pen.moveTo(x - w * 0.05, y - h);
				pen.lineTo(x + w * 0.5, y - h - peak);
				pen.lineTo(x + w * 1.05, y - h);
				pen.closePath();
			},
			mix(stage.tone(random.pick(roofs), 0.6), haze, air)
		);
		if (random.chance(0.5))
			stage.fill(
				box(x + w * 0.68, y - h - peak * 0.75, w * 0.12, peak * 0.7),
				mix(stage.tone('#8a5a48', 0.5), haze, air)
			);
		const rows = h > tall * 0.9 ? 2 : 1;
		for (let r = 0; r < rows; r++)
			for (let c = 0; c < 2; c++) {
				const lit = stage.lampsLit && random.chance(0.6);
				stage.fill(
					box(x + w * (0.18 + c * 0.4), y - h + h * (0.14 + r * 0.38), w * 0.2, h * 0.2),
					lit ? rgb('#ffdf9a') : mix(stage.shade('#39424c'), haze, air)
				);
			}
		x += w + tall * random.between(-0.02, 0.06);
	}
}

/** Boards or slabs that run towards the eye, on ground from a line down. */
export function boards(stage: Stage, top: number, colour: Rgb, count: number, alpha: number): void {
	const { width, height } = stage;
	for (let i = 0; i <= count; i++) {
		const at = i / count - 0.5;
		stage.line(
			[
				[width * (0.5 + at * 0.9), top],
				[width * (0.5 + at * 2.4), height + 20]
			],
			colour,
			3,
			alpha
		);
	}
	for (let row = 0; row < 6; row++) {
		const y = top + (height - top) * (row / 6) ** 1.7;
		stage.line(
			[
				[-20, y],
				[width + 20, y]
			],
			colour,
			2 + row * 0.6,
			alpha * 0.8
		);
	}
}

/** The wall of a room round a window through which the sky is seen. */
export function wallWithWindow(
	stage: Stage,
	hex: string,
	window: { x: number; y: number; width: number; height: number }
): void {
	const { width, horizon } = stage;
	const { x, y, width: w, height: h } = window;
	const wall = stage.lampsLit
		? mix(stage.tone(hex, 0.5), rgb('#ffcf8a'), 0.16)
		: stage.tone(hex, 0.78);
	stage.fill(box(-20, -20, width + 40, y + 20), wall);
	stage.fill(box(-20, y + h, width + 40, horizon - y - h + 20), wall);
	stage.fill(box(-20, y, x + 20, h), wall);
	stage.fill(box(x + w, y, width - x - w + 20, h), wall);
	const frame = stage.tone('#f2ebdc', 0.8);
	for (const [a, b] of [
		[
			[x, y],
			[x + w, y]
		],
		[
			[x + w, y],
			[x + w, y + h]
		],
		[
			[x + w, y + h],
			[x, y + h]
		],
		[
			[x, y + h],
			[x, y]
		],
		[
			[x + w / 2, y],
			[x + w / 2, y + h]
		],
		[
			[x, y + h * 0.45],
			[x + w, y + h * 0.45]
		]
	] as [Point, Point][])
		stage.line([a, b], frame, 13);
	stage.fill(box(x - 26, y + h, w + 52, 22), frame);
	stage.fill(box(x - 26, y + h + 22, w + 52, 9), stage.shade('#5a4c40'), 0.5);
}

import type { Stream } from '$lib/core/random';
import { css, mix, rgb, under, type Rgb } from './colour';
import { shapeOf } from './path';
import type { Pen } from './pen';
import type { LightFacts } from './repertoire/lights/light';

/** A point in stage units. */
export type Point = readonly [x: number, y: number];

/**
 * What every drawing function is given. Lengths are in stage units: the frame's shorter side is
 * 1000 units whatever its pixels, so that a scene is the same at latent and at full size.
 */
export class Stage {
	/** 1 when the light comes from the right, -1 from the left, as seen by what is being drawn. */
	side: 1 | -1;
	/** Letters that the picture is to carry; whoever sets them on itself takes them. */
	words: string | null = null;

	constructor(
		/** The layer that is being drawn on. */
		public pen: Pen,
		/** Frame width in units. */
		readonly width: number,
		/** Frame height in units. */
		readonly height: number,
		readonly light: LightFacts,
		/** Height of the horizon in units from the top. */
		readonly horizon: number,
		/** Where the sun or moon stands. */
		readonly sun: Point,
		/** Where the subject stands, across. */
		readonly subjectX: number,
		/** Every choice that the painting makes. */
		readonly random: Stream,
		/** The colour that the prompt asks for, if it names one. */
		readonly accent: Rgb | null
	) {
		this.side = sun[0] >= subjectX ? 1 : -1;
	}

	/** Whether it is dark enough for lamps and windows to glow. */
	get lampsLit(): boolean {
		return this.light.stars || this.light.dim;
	}

	/** A colour in full light. */
	lit(hex: string | Rgb): Rgb {
		const base = typeof hex === 'string' ? rgb(hex) : hex;
		return mix(base, under(base, rgb(this.light.key)), this.light.tint);
	}

	/** A colour in shade. */
	shade(hex: string | Rgb): Rgb {
		const base = typeof hex === 'string' ? rgb(hex) : hex;
		return mix(under(base, rgb(this.light.ambient)), rgb(this.light.ambient), 0.22);
	}

	/** Between shade (0) and light (1). */
	tone(hex: string | Rgb, amount: number): Rgb {
		return mix(this.shade(hex), this.lit(hex), amount);
	}

	/** A colour seen through air: 0 near, 1 lost in the haze. */
	far(hex: string | Rgb, depth: number): Rgb {
		return mix(this.tone(hex, 0.45), rgb(this.light.haze), depth);
	}

	/** The prompt's colour, or the one given. */
	main(hex: string): Rgb {
		return this.accent ?? rgb(hex);
	}

	/** Fills a shape, written as path data, as a rounded form in its own colour or the prompt's. */
	solid(data: string, hex: string | Rgb, strength = 1): void {
		const { trace, from, to } = shapeOf(data);
		this.form(trace, hex, from, to, strength);
	}

	/** Fills a shape, written as path data, with one colour. */
	flat(data: string, colour: Rgb, alpha = 1): void {
		this.fill(shapeOf(data).trace, colour, alpha);
	}

	/** Strokes a shape, written as path data. */
	draw(data: string, colour: Rgb, width: number, alpha = 1): void {
		this.pen.beginPath();
		shapeOf(data).trace(this.pen);
		this.#stroke(colour, width, alpha);
	}

	/** The shadow that a thing throws on the ground, away from the light. */
	shadow(half: number, y = 4): void {
		const x = -this.side * half * 0.35;
		this.fill(oval(x, y, half * 1.15, half * 0.13), this.shade('#2c2a30'), 0.42);
	}

	/** Fills a path with one colour. */
	fill(path: (pen: Pen) => void, colour: Rgb, alpha = 1): void {
		const { pen } = this;
		pen.beginPath();
		path(pen);
		pen.fillStyle = css(colour, alpha);
		pen.fill();
	}

	/** Fills a path as a rounded form: lit on the sun's side, shaded on the other. */
	form(path: (pen: Pen) => void, hex: string | Rgb, from: number, to: number, strength = 1): void {
		const { pen } = this;
		const [litX, shadeX] = this.side > 0 ? [to, from] : [from, to];
		const gradient = pen.createLinearGradient(litX, 0, shadeX, 0);
		gradient.addColorStop(0, css(this.tone(hex, 0.86)));
		gradient.addColorStop(0.22, css(this.lit(hex)));
		gradient.addColorStop(0.62, css(this.tone(hex, 1 - 0.62 * strength)));
		gradient.addColorStop(1, css(this.tone(hex, 1 - 0.95 * strength)));
		pen.beginPath();
		path(pen);
		pen.fillStyle = gradient;
		pen.fill();
	}

	/** Strokes a line through points. */
	line(points: readonly Point[], colour: Rgb, width: number, alpha = 1): void {
		const { pen } = this;
		pen.beginPath();
		points.forEach(([x, y], i) => (i ? pen.lineTo(x, y) : pen.moveTo(x, y)));
		this.#stroke(colour, width, alpha);
	}

	/** Strokes a smooth curve through points. */
	curve(points: readonly Point[], colour: Rgb, width: number, alpha = 1): void {
		const { pen } = this;
		pen.beginPath();
		smooth(pen, points);
		this.#stroke(colour, width, alpha);
	}

	#stroke(colour: Rgb, width: number, alpha: number): void {
		const { pen } = this;
		pen.strokeStyle = css(colour, alpha);
		pen.lineWidth = width;
		pen.lineCap = 'round';
		pen.lineJoin = 'round';
		pen.stroke();
	}

	/**
	 * Draws with the origin at a point, turned and scaled.
	 * @param stretch multiplies the height alone
	 */
	at(
		x: number,
		y: number,
		scale: number,
		draw: () => void,
		{ radians = 0, mirror = false, stretch = 1 } = {}
	): void {
		const { pen, side } = this;
		pen.save();
		pen.translate(x, y);
		if (radians) pen.rotate(radians);
		pen.scale(mirror ? -scale : scale, scale * stretch);
		if (mirror) this.side = side > 0 ? -1 : 1;
		draw();
		this.side = side;
		pen.restore();
	}

	/** A soft round light. */
	glow(x: number, y: number, radius: number, colour: Rgb, alpha: number): void {
		const { pen } = this;
		const gradient = pen.createRadialGradient(x, y, 0, x, y, radius);
		gradient.addColorStop(0, css(colour, alpha));
		gradient.addColorStop(0.35, css(colour, alpha * 0.45));
		gradient.addColorStop(1, css(colour, 0));
		pen.fillStyle = gradient;
		pen.fillRect(x - radius, y - radius, radius * 2, radius * 2);
	}

	/** A vertical wash from one height to another. */
	wash(top: number, bottom: number, stops: readonly [number, Rgb, number?][]): void {
		const { pen } = this;
		const gradient = pen.createLinearGradient(0, top, 0, bottom);
		for (const [offset, colour, alpha] of stops) {
			gradient.addColorStop(offset, css(colour, alpha ?? 1));
		}
		pen.fillStyle = gradient;
		pen.fillRect(-20, top, this.width + 40, bottom - top);
	}
}

/** Traces a smooth open curve through points, each inner point a control of the next span. */
function smooth(pen: Pen, points: readonly Point[]): void {
	pen.moveTo(points[0][0], points[0][1]);
	for (let i = 1; i + 1 < points.length; i++) {
		const [x, y] = points[i];
		const [nextX, nextY] = points[i + 1];
		const last = i + 2 === points.length;
		pen.quadraticCurveTo(x, y, last ? nextX : (x + nextX) / 2, last ? nextY : (y + nextY) / 2);
	}
}

/** A closed polygon. */
export function polygon(points: readonly Point[]) {
	return (pen: Pen): void => {
		points.forEach(([x, y], i) => (i ? pen.lineTo(x, y) : pen.moveTo(x, y)));
		pen.closePath();
	};
}

/** A closed smooth outline through points. */
export function outline(points: readonly Point[]) {
	return (pen: Pen): void => {
		const n = points.length;
		const mid = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
		const start = mid(points[n - 1], points[0]);
		pen.moveTo(start[0], start[1]);
		for (let i = 0; i < n; i++) {
			const end = mid(points[i], points[(i + 1) % n]);
			pen.quadraticCurveTo(points[i][0], points[i][1], end[0], end[1]);
		}
		pen.closePath();
	};
}

/** An upright ellipse. */
export function oval(x: number, y: number, radiusX: number, radiusY: number, turn = 0) {
	return (pen: Pen): void => {
		pen.ellipse(x, y, radiusX, radiusY, turn, 0, Math.PI * 2);
	};
}

/** A box. */
export function box(x: number, y: number, width: number, height: number) {
	return (pen: Pen): void => pen.rect(x, y, width, height);
}

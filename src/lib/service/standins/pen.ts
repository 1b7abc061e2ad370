/**
 * The drawing surface that scenes are painted with: the part of the HTML standard's 2D context
 * that the repertoire uses. The caller brings one, so that nothing here depends on a canvas library.
 */
interface Gradient {
	addColorStop(offset: number, colour: string): void;
}

export interface Pen {
	fillStyle: unknown;
	strokeStyle: unknown;
	lineWidth: number;
	lineCap: 'butt' | 'round' | 'square';
	lineJoin: 'bevel' | 'miter' | 'round';
	globalAlpha: number;
	font: string;
	textAlign: 'left' | 'right' | 'center' | 'start' | 'end';
	textBaseline: 'alphabetic' | 'bottom' | 'hanging' | 'ideographic' | 'middle' | 'top';
	save(): void;
	restore(): void;
	translate(x: number, y: number): void;
	rotate(radians: number): void;
	scale(x: number, y: number): void;
	beginPath(): void;
	closePath(): void;
	moveTo(x: number, y: number): void;
	lineTo(x: number, y: number): void;
	quadraticCurveTo(cx: number, cy: number, x: number, y: number): void;
	bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): void;
	rect(x: number, y: number, width: number, height: number): void;
	arc(x: number, y: number, radius: number, from: number, to: number): void;
	ellipse(
		x: number,
		y: number,
		radiusX: number,
		radiusY: number,
		rotation: number,
		from: number,
		to: number
	): void;
	fill(): void;
	stroke(): void;
	clip(): void;
	fillRect(x: number, y: number, width: number, height: number): void;
	createLinearGradient(x0: number, y0: number, x1: number, y1: number): Gradient;
	createRadialGradient(
		x0: number,
		y0: number,
		r0: number,
		x1: number,
		y1: number,
		r1: number
	): Gradient;
}

/** A surface to paint on and the pixels that come off it. */
export interface Surface {
	pen: Pen;
	/** The pixels as `width * height * 4` bytes, red, green, blue, alpha. */
	pixels(): Uint8ClampedArray;
	/** Makes it as it was at first: empty, and its pen as new. */
	clear(): void;
	/** Lets its memory go at once, and not when it is collected: it is not used any more. */
	free(): void;
	/** Lays another surface of the same size over this one. */
	lay(over: Surface): void;
}

/** Makes a surface of the given size in pixels. */
export type MakeSurface = (width: number, height: number) => Surface;

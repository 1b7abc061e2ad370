/** Width and height, in pixels. */
export interface Sides {
	width: number;
	height: number;
}

/** How a picture is looked at, whatever its frame: pictures that are looked at alike show the same part. */
export interface Look {
	/** The place in the middle of the window, as shares of the picture's own sides. */
	x: number;
	y: number;
	/** How much larger than whole in the window it is. */
	scale: number;
}

/** The whole picture. */
export const WHOLE: Look = { x: 0.5, y: 0.5, scale: 1 };

/** How close pictures are looked at, at most. */
const CLOSEST = 16;

/** Closer, or less close, at the same place; never less than whole. */
export function closer(look: Look, by: number): Look {
	const scale = Math.max(1, Math.min(CLOSEST, look.scale * by));
	return scale === 1 ? WHOLE : { ...look, scale };
}

/** A move and a scale, in the order scale first. */
export interface Transform {
	x: number;
	y: number;
	k: number;
}

/** Where a picture lies that is shown whole in the middle of a window. */
function boxOf(window: Sides, picture: Sides) {
	const fit = Math.min(window.width / picture.width, window.height / picture.height);
	const [width, height] = [picture.width * fit, picture.height * fit];
	return { left: (window.width - width) / 2, top: (window.height - height) / 2, width, height };
}

/** How a picture is looked at when what a window shows whole is scaled and moved. */
export function lookOf({ x, y, k }: Transform, window: Sides, picture: Sides): Look {
	const box = boxOf(window, picture);
	return {
		x: ((window.width / 2 - x) / k - box.left) / box.width,
		y: ((window.height / 2 - y) / k - box.top) / box.height,
		scale: k
	};
}

/** How what a window shows whole is scaled and moved for a picture to be looked at so. */
export function transformOf({ x, y, scale }: Look, window: Sides, picture: Sides): Transform {
	const box = boxOf(window, picture);
	return {
		x: window.width / 2 - scale * (box.left + x * box.width),
		y: window.height / 2 - scale * (box.top + y * box.height),
		k: scale
	};
}

/** The scale at which one pixel of a picture takes so many of the screen; never less than whole. */
export function scaleTo(
	pixels: number,
	window: Sides,
	picture: Sides,
	devicePixelRatio: number
): number {
	const { width } = boxOf(window, picture);
	return Math.max(1, (pixels * picture.width) / (width * devicePixelRatio));
}

/** The place of a picture, as shares of its sides, at a point of a window that shows it whole. */
export function placeWithin(
	point: { x: number; y: number },
	window: Sides,
	picture: Sides
): { x: number; y: number } {
	const { left, top, width, height } = boxOf(window, picture);
	const share = (at: number) => Math.max(0, Math.min(1, at));
	return { x: share((point.x - left) / width), y: share((point.y - top) / height) };
}

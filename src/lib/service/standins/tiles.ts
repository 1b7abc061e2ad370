import type { SceneField } from './scene-field';

type Values = Float32Array | Float64Array;

/** One tile of a larger latent. Values are `channels` at a pixel, row by row. */
export interface Tile {
	x: number;
	y: number;
	width: number;
	height: number;
	/** Cuts the tile out of a whole. */
	crop(whole: Float32Array, channels: number): Float32Array;
	/** Puts the tile into a whole, over what is there. */
	put(part: Values, whole: Values, channels: number): void;
	/** Adds the tile to a whole, fading towards its neighbours; all tiles together add up to 1. */
	add(part: Values, whole: Values, channels: number): void;
}

/** Share of a tile's side that it has in common with its neighbour. */
const OVERLAP = 0.25;

/** Where tiles of one length start along a side, evenly spaced with an overlap. */
function starts(length: number, side: number): number[] {
	if (side >= length) return [0];
	const count = Math.ceil((length - side) / (side * (1 - OVERLAP))) + 1;
	return Array.from({ length: count }, (_, i) => Math.round((i * (length - side)) / (count - 1)));
}

/** How much each tile counts at each place along a side: linear fades where two meet. */
function ramps(length: number, side: number, from: number[]): Float32Array[] {
	const size = Math.min(side, length);
	const raw = from.map((start, i) =>
		Float32Array.from({ length: size }, (_, j) => {
			const before = i === 0 ? Infinity : j + 1;
			const after = i === from.length - 1 ? Infinity : size - j;
			return Math.min(1, before / (OVERLAP * size), after / (OVERLAP * size));
		})
	);
	const total = new Float32Array(length);
	from.forEach((start, i) => raw[i].forEach((v, j) => (total[start + j] += v)));
	return raw.map((ramp, i) => ramp.map((v, j) => v / total[from[i] + j]));
}

/** Overlapping tiles that cover a latent of a width and height, `side` at most along each side. */
export function tilesOf(width: number, height: number, side: number): Tile[] {
	const across = starts(width, side);
	const down = starts(height, side);
	const rampX = ramps(width, side, across);
	const rampY = ramps(height, side, down);
	const w = Math.min(side, width);
	const h = Math.min(side, height);
	return down.flatMap((y, row) =>
		across.map((x, column): Tile => {
			const each = (
				channels: number,
				visit: (part: number, whole: number, share: number) => void
			) => {
				for (let ty = 0; ty < h; ty++)
					for (let tx = 0; tx < w; tx++) {
						const share = rampX[column][tx] * rampY[row][ty];
						const p = (ty * w + tx) * channels;
						const q = ((y + ty) * width + x + tx) * channels;
						for (let c = 0; c < channels; c++) visit(p + c, q + c, share);
					}
			};
			return {
				x,
				y,
				width: w,
				height: h,
				crop: (whole, channels) => {
					const part = new Float32Array(w * h * channels);
					each(channels, (p, q) => (part[p] = whole[q]));
					return part;
				},
				put: (part, whole, channels) => each(channels, (p, q) => (whole[q] = part[p])),
				add: (part, whole, channels) =>
					each(channels, (p, q, share) => (whole[q] += share * part[p]))
			};
		})
	);
}

/** The part of a scene field that a tile sees. */
export function cropField(field: SceneField, tile: Tile): SceneField {
	return {
		...field,
		width: tile.width,
		height: tile.height,
		latents: field.latents.map((latent) => tile.crop(latent, 3)),
		start: field.start && tile.crop(field.start, 3)
	};
}

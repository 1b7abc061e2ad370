import type { View } from './standing';

/** A scene's actors alone, to be laid over any setting. */
export interface Cast {
	/** Where they stand in their scene. */
	view: View;
	/** Their opacity, a byte a pixel of the view. */
	matte: Uint8Array;
	/**
	 * What they add where the setting shows through by 1 - matte, three bytes a pixel: also the shadow
	 * or the line that a medium leaves beyond their edges. Halves, with `NOTHING` for 0.
	 */
	over: Uint8Array;
}

/** A byte that adds nothing. */
export const NOTHING = 128;

/** What is added, as a byte: from -256 to 254 in steps of 2. */
export const halved = (value: number): number =>
	Math.max(0, Math.min(255, Math.round(value / 2) + NOTHING));

/** How a scene's setting and its actors are arranged in a frame. Places are shares of its sides. */
export interface Arrangement {
	/** Where the setting's horizon is painted, and where it goes. */
	horizon: { from: number; to: number };
	/** How far the middle of the setting is moved to the right; its edges stay. */
	pan: number;
	/** Where the actors' foot is painted, where it goes, and how much larger they are there. */
	cast: { from: { x: number; foot: number }; to: { x: number; foot: number }; scale: number };
	/** Multiplies every channel. */
	gains: readonly [number, number, number];
}

/** A setting in bytes: its pixels, three a pixel, then what covers actors, one a pixel. */
export const settingBytes = (width: number, height: number): number => width * height * 4;

/**
 * Lays actors over a setting, both moved as an arrangement says.
 *
 * @param setting as `settingBytes` says
 * @returns `width * height * 3` bytes
 */
export function arrange(
	setting: Uint8Array,
	cast: Cast,
	arrangement: Arrangement,
	width: number,
	height: number
): Uint8Array {
	const out = new Uint8Array(width * height * 3);
	const across = sourcesOf(width, panned(arrangement.pan, width));
	const down = sourcesOf(height, raised(arrangement.horizon, height));
	const stride = width * 3;
	const row = new Float32Array(stride);
	for (let y = 0, o = 0; y < height; y++) {
		const top = down.low[y] * stride;
		const bottom = down.high[y] * stride;
		const fy = down.share[y];
		for (let i = 0; i < stride; i++) {
			const upper = setting[top + i];
			row[i] = upper + fy * (setting[bottom + i] - upper);
		}
		for (let x = 0; x < width; x++, o += 3) {
			const left = across.low[x] * 3;
			const right = across.high[x] * 3;
			const fx = across.share[x];
			out[o] = row[left] + fx * (row[right] - row[left]) + 0.5;
			out[o + 1] = row[left + 1] + fx * (row[right + 1] - row[left + 1]) + 0.5;
			out[o + 2] = row[left + 2] + fx * (row[right + 2] - row[left + 2]) + 0.5;
		}
	}
	const covers = (x: number, y: number) =>
		setting[stride * height + down.low[y] * width + across.low[x]] / 255;
	lay(out, cast, arrangement, covers, width, height);
	const tables = arrangement.gains.map((gain) =>
		Uint8Array.from({ length: 256 }, (_, v) => Math.min(255, Math.round(v * gain)))
	);
	const [red, green, blue] = tables;
	for (let i = 0; i < out.length; i += 3) {
		out[i] = red[out[i]];
		out[i + 1] = green[out[i + 1]];
		out[i + 2] = blue[out[i + 2]];
	}
	return out;
}

/** Lays actors over a picture, in place. */
function lay(
	out: Uint8Array,
	{ view, matte, over }: Cast,
	{ cast: { from, to, scale } }: Arrangement,
	covers: (x: number, y: number) => number,
	width: number,
	height: number
): void {
	/** Where a place of the frame lies in the view. */
	const u = (x: number) => (x + 0.5 - to.x * width) / scale + from.x * width - view.left - 0.5;
	const v = (y: number) =>
		(y + 0.5 - to.foot * height) / scale + from.foot * height - view.top - 0.5;
	const first = (at: (x: number) => number) => Math.max(0, Math.floor(-at(0) * scale) - 1);
	const last = (at: (x: number) => number, length: number, side: number) =>
		Math.min(side - 1, Math.ceil((length - at(0)) * scale) + 1);
	const [left, right] = [first(u), last(u, view.width, width)];
	const [top, bottom] = [first(v), last(v, view.height, height)];
	for (let y = top; y <= bottom; y++) {
		const sy = v(y);
		const y0 = Math.floor(sy);
		const fy = sy - y0;
		if (y0 < 0 || y0 + 1 >= view.height) continue;
		for (let x = left; x <= right; x++) {
			const sx = u(x);
			const x0 = Math.floor(sx);
			const fx = sx - x0;
			if (x0 < 0 || x0 + 1 >= view.width) continue;
			const a = y0 * view.width + x0;
			const b = a + view.width;
			const [p, q, r, s] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
			const own = (p * matte[a] + q * matte[a + 1] + r * matte[b] + s * matte[b + 1]) / 255;
			const open = 1 - covers(x, y);
			const o = (y * width + x) * 3;
			for (let c = 0; c < 3; c++) {
				const added =
					2 *
					(p * over[a * 3 + c] +
						q * over[a * 3 + 3 + c] +
						r * over[b * 3 + c] +
						s * over[b * 3 + 3 + c] -
						NOTHING);
				const value = out[o + c] + open * (added - own * out[o + c]);
				out[o + c] = value < 0 ? 0 : value > 255 ? 255 : value + 0.5;
			}
		}
	}
}

/** Between which two places of a side every place of it is read, and how near the second one. */
function sourcesOf(length: number, source: (at: number) => number) {
	const low = new Int32Array(length);
	const high = new Int32Array(length);
	const share = new Float64Array(length);
	for (let at = 0; at < length; at++) {
		const from = Math.min(length - 1, Math.max(0, source(at + 0.5) - 0.5));
		low[at] = Math.floor(from);
		high[at] = Math.min(length - 1, low[at] + 1);
		share[at] = from - low[at];
	}
	return { low, high, share };
}

/** Moved in the middle, fast at the edges. */
const panned = (pan: number, width: number) => (x: number) =>
	x - pan * width * Math.sin((Math.PI * x) / width);

/** What is above the horizon is stretched, what is below it pressed, or the other way round. */
const raised =
	({ from, to }: Arrangement['horizon'], height: number) =>
	(y: number) =>
		y < to * height ? (y * from) / to : from * height + ((y - to * height) * (1 - from)) / (1 - to);

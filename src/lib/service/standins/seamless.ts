import type { Bitmap } from './materials';

/** Sides up to this are swept until nothing moves. */
const SMALLEST = 8;

/** Sweeps over a level; each begins from the level below, so that few are enough, of large ones fewer. */
const sweepsOver = (side: number): number => (side <= SMALLEST ? 240 : side <= 128 ? 60 : 24);
/** Over-relaxation: between 1, Gauss and Seidel's own, and 2, where it no longer settles. */
const RELAX = 1.7;

/** How far the difference at the edge is carried into the area, in pixels. */
const CARRIED = 10;

/** What is to be found on a grid: `open` where it is, 0 where `value` is known and stays. */
interface Level {
	width: number;
	height: number;
	open: Uint8Array;
	value: Float32Array;
}

/**
 * Sets what was made into what is kept, in the gradient domain: inside the area the picture has the
 * gradients of what was made and meets what is kept at the area's edge; at the edge of the frame it is
 * free. Outside not one byte changes. Where the area is soft, that much of the source is left.
 *
 * Source: Pérez, Gangnet and Blake 2003, "Poisson image editing", eq. 4 and 7: what is added to the new
 * is the harmonic membrane over the difference at the edge. Solved from coarse to fine by successive
 * over-relaxation (Young 1954, from memory). A membrane forgets within a pixel or two how the grain of
 * both differs along the edge, which is then seen as a line: so that difference is carried a little
 * way in, our own addition.
 *
 * @param made `width * height * 3` bytes
 * @param mask `width * height` bytes: 0 keeps the source, 255 takes what was made
 */
export function seamless({ width, height, pixels }: Bitmap, made: Uint8Array, mask: Uint8Array) {
	const out = pixels.slice();
	const open = mask.map((v) => (v > 0 ? 1 : 0));
	if (!open.includes(0)) return made.slice();
	const beside = nearestKept(open, width, height);
	for (let c = 0; c < 3; c++) {
		const value = new Float32Array(mask.length);
		for (let p = 0; p < mask.length; p++)
			if (!open[p]) value[p] = pixels[p * 3 + c] - made[p * 3 + c];
		membrane({ width, height, open, value });
		const known = value.slice();
		for (const [p, q, far] of beside) value[p] += (1 - far / CARRIED) ** 2 * (known[q] - known[p]);
		for (let p = 0, i = c; p < mask.length; p++, i += 3) {
			if (!open[p]) continue;
			const inside = Math.min(255, Math.max(0, made[i] + value[p]));
			out[i] = Math.round(pixels[i] + (mask[p] / 255) * (inside - pixels[i]));
		}
	}
	return out;
}

/** Fills the open places of a grid with the harmonic function that meets the known ones, in place. */
export function membrane(level: Level): void {
	const { width, height, open, value } = level;
	const side = Math.min(width, height);
	if (side > SMALLEST) {
		const below = halved(level);
		membrane(below);
		for (let y = 0, p = 0; y < height; y++)
			for (let x = 0; x < width; x++, p++) if (open[p]) value[p] = between(below, x, y);
	}
	// What lies beyond the frame is as what lies at its edge: nothing flows over it.
	for (let sweep = sweepsOver(side); sweep > 0; sweep--)
		for (let y = 0, p = 0; y < height; y++)
			for (let x = 0; x < width; x++, p++) {
				if (!open[p]) continue;
				const left = x > 0;
				const right = x < width - 1;
				const up = y > 0;
				const down = y < height - 1;
				const sum =
					(left ? value[p - 1] : 0) +
					(right ? value[p + 1] : 0) +
					(up ? value[p - width] : 0) +
					(down ? value[p + width] : 0);
				const n = Number(left) + Number(right) + Number(up) + Number(down);
				value[p] += RELAX * (sum / n - value[p]);
			}
}

/** The grid at half the size: known where any of its four is, with their mean. */
function halved({ width, height, open, value }: Level): Level {
	const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
	const out: Level = {
		width: w,
		height: h,
		open: new Uint8Array(w * h).fill(1),
		value: new Float32Array(w * h)
	};
	for (let y = 0, q = 0; y < h; y++)
		for (let x = 0; x < w; x++, q++) {
			let [sum, n] = [0, 0];
			for (let v = 2 * y; v < Math.min(height, 2 * y + 2); v++)
				for (let u = 2 * x; u < Math.min(width, 2 * x + 2); u++) {
					const p = v * width + u;
					if (open[p]) continue;
					sum += value[p];
					n++;
				}
			if (!n) continue;
			out.open[q] = 0;
			out.value[q] = sum / n;
		}
	return out;
}

/** A value of a grid of half the size, between its four nearest. */
function between({ width, height, value }: Level, x: number, y: number): number {
	const u = Math.min(width - 1, Math.max(0, (x - 0.5) / 2));
	const v = Math.min(height - 1, Math.max(0, (y - 0.5) / 2));
	const [x0, y0] = [Math.floor(u), Math.floor(v)];
	const [x1, y1] = [Math.min(width - 1, x0 + 1), Math.min(height - 1, y0 + 1)];
	const [a, b] = [u - x0, v - y0];
	const row = (at: number) => (1 - a) * value[at * width + x0] + a * value[at * width + x1];
	return (1 - b) * row(y0) + b * row(y1);
}

/** Every open place near a known one: its index, that of the nearest known one, and how far that is. */
function nearestKept(open: Uint8Array, width: number, height: number): [number, number, number][] {
	const from = Int32Array.from(open, (own, p) => (own ? -1 : p));
	const far = Float32Array.from(open, (own) => (own ? Infinity : 0));
	const look = (p: number, x: number, y: number, q: number) => {
		const kept = from[q];
		if (kept < 0) return;
		const away = Math.hypot(x - (kept % width), y - Math.floor(kept / width));
		if (away >= far[p] || away > CARRIED) return;
		far[p] = away;
		from[p] = kept;
	};
	// Two sweeps that hand on the nearest known place (Danielsson 1980).
	for (let y = 0, p = 0; y < height; y++)
		for (let x = 0; x < width; x++, p++) {
			if (!open[p]) continue;
			if (x > 0) look(p, x, y, p - 1);
			if (y > 0) look(p, x, y, p - width);
			if (x > 0 && y > 0) look(p, x, y, p - width - 1);
			if (x < width - 1 && y > 0) look(p, x, y, p - width + 1);
		}
	const found: [number, number, number][] = [];
	for (let y = height - 1, p = open.length - 1; y >= 0; y--)
		for (let x = width - 1; x >= 0; x--, p--) {
			if (!open[p]) continue;
			if (x < width - 1) look(p, x, y, p + 1);
			if (y < height - 1) look(p, x, y, p + width);
			if (x < width - 1 && y < height - 1) look(p, x, y, p + width + 1);
			if (x > 0 && y < height - 1) look(p, x, y, p + width - 1);
			if (from[p] >= 0) found.push([p, from[p], far[p]]);
		}
	return found;
}

import type { Bitmap } from './materials';

/** Sides up to this are swept until nothing moves. */
const SMALLEST = 8;

/** Sweeps over a level; each begins from the level below, so that few are enough, of large ones fewer. */
const sweepsOver = (side: number): number => (side <= SMALLEST ? 240 : side <= 128 ? 60 : 24);
/** Over-relaxation: between 1, Gauss and Seidel's own, and 2, where it no longer settles. */
const RELAX = 1.7;

/** How far the difference at the edge is carried into the area, in pixels. */
const CARRIED = 10;

/** What is to be found on a grid: `open` where it is, 0 where `value`, a colour a place, is known and stays. */
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
	const value = new Float32Array(pixels.length);
	for (let p = 0, i = 0; p < mask.length; p++)
		for (let c = 0; c < 3; c++, i++) if (!open[p]) value[i] = pixels[i] - made[i];
	membrane({ width, height, open, value });
	const known = value.slice();
	for (const [p, q, far] of beside) {
		const carried = (1 - far / CARRIED) ** 2;
		for (let c = 0; c < 3; c++) {
			const i = p * 3 + c;
			value[i] += carried * (known[q * 3 + c] - known[i]);
		}
	}
	for (let p = 0; p < mask.length; p++) {
		if (!open[p]) continue;
		for (let i = p * 3; i < p * 3 + 3; i++) {
			const inside = Math.min(255, Math.max(0, made[i] + value[i]));
			out[i] = Math.round(pixels[i] + (mask[p] / 255) * (inside - pixels[i]));
		}
	}
	return out;
}

/** Fills the open places of a grid with the harmonic function that meets the known ones, in place. */
export function membrane(level: Level): void {
	const side = Math.min(level.width, level.height);
	if (side > SMALLEST) {
		const below = halved(level);
		membrane(below);
		fillFrom(below, level);
	}
	for (let sweep = sweepsOver(side); sweep > 0; sweep--) relax(level);
}

/**
 * One sweep. The colours go side by side: each waits for the place before it, and none for another.
 */
function relax({ width, height, open, value }: Level): void {
	const row = width * 3;
	for (let y = 0, p = 0; y < height; y++) {
		const inside = y > 0 && y < height - 1;
		for (let x = 0; x < width; x++, p++) {
			if (!open[p]) continue;
			const i = p * 3;
			if (!inside || x === 0 || x === width - 1) {
				for (let c = i; c < i + 3; c++) {
					// What lies beyond the frame is as what lies at its edge: nothing flows over it.
					let [sum, n] = [0, 0];
					if (x > 0) [sum, n] = [sum + value[c - 3], n + 1];
					if (x < width - 1) [sum, n] = [sum + value[c + 3], n + 1];
					if (y > 0) [sum, n] = [sum + value[c - row], n + 1];
					if (y < height - 1) [sum, n] = [sum + value[c + row], n + 1];
					value[c] += RELAX * (sum / n - value[c]);
				}
				continue;
			}
			const red = value[i - 3] + value[i + 3] + value[i - row] + value[i + row];
			const green = value[i - 2] + value[i + 4] + value[i + 1 - row] + value[i + 1 + row];
			const blue = value[i - 1] + value[i + 5] + value[i + 2 - row] + value[i + 2 + row];
			value[i] += RELAX * (red / 4 - value[i]);
			value[i + 1] += RELAX * (green / 4 - value[i + 1]);
			value[i + 2] += RELAX * (blue / 4 - value[i + 2]);
		}
	}
}

/** The grid at half the size: known where any of its four is, with their mean. */
function halved({ width, height, open, value }: Level): Level {
	const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
	const out: Level = {
		width: w,
		height: h,
		open: new Uint8Array(w * h).fill(1),
		value: new Float32Array(w * h * 3)
	};
	for (let y = 0, q = 0; y < h; y++)
		for (let x = 0; x < w; x++, q++) {
			let [red, green, blue, n] = [0, 0, 0, 0];
			for (let v = 2 * y; v < Math.min(height, 2 * y + 2); v++)
				for (let u = 2 * x; u < Math.min(width, 2 * x + 2); u++) {
					const p = v * width + u;
					if (open[p]) continue;
					red += value[p * 3];
					green += value[p * 3 + 1];
					blue += value[p * 3 + 2];
					n++;
				}
			if (!n) continue;
			out.open[q] = 0;
			out.value.set([red / n, green / n, blue / n], q * 3);
		}
	return out;
}

/** Fills the open places with what lies there on a grid of half the size, between its four nearest. */
function fillFrom(below: Level, { width, height, open, value }: Level): void {
	const [wide, high, from] = [below.width - 1, below.height - 1, below.value];
	for (let y = 0, p = 0; y < height; y++) {
		const v = Math.min(high, Math.max(0, (y - 0.5) / 2));
		const y0 = Math.floor(v);
		const top = y0 * (wide + 1);
		const bottom = Math.min(high, y0 + 1) * (wide + 1);
		const b = v - y0;
		for (let x = 0; x < width; x++, p++) {
			if (!open[p]) continue;
			const u = Math.min(wide, Math.max(0, (x - 0.5) / 2));
			const x0 = Math.floor(u);
			const x1 = Math.min(wide, x0 + 1);
			const a = u - x0;
			for (let c = 0; c < 3; c++) {
				const over = (1 - a) * from[(top + x0) * 3 + c] + a * from[(top + x1) * 3 + c];
				const under = (1 - a) * from[(bottom + x0) * 3 + c] + a * from[(bottom + x1) * 3 + c];
				value[p * 3 + c] = (1 - b) * over + b * under;
			}
		}
	}
}

/** Every open place near a known one: its index, that of the nearest known one, and how far that is. */
function nearestKept(open: Uint8Array, width: number, height: number): [number, number, number][] {
	const from = new Int32Array(open.length);
	const far = new Float32Array(open.length);
	for (let p = 0; p < open.length; p++) {
		from[p] = open[p] ? -1 : p;
		far[p] = open[p] ? Infinity : 0;
	}
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

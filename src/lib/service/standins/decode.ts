import { LATENT_SCALE, type SceneBook } from './book';
import type { SceneField } from './scene-field';

/** Taken off every weight in painting, so that a scene that fades out is not cut off at a step. */
const FAINT = 1 / 64;

/**
 * From the last latent to a picture: the scenes' full-size paintings blended by their last
 * weights, and what the sampling left over (guidance, too few steps, noise) added on top.
 *
 * @param latent the last latent, `latentWidth * latentHeight * 3` values
 * @param weights weight of every scene at every latent pixel
 * @returns `width * height * 3` bytes
 */
export function decode(
	{ width, height }: Pick<SceneBook, 'width' | 'height'>,
	field: Pick<SceneField, 'width' | 'height' | 'latents' | 'paintings'>,
	latent: Float64Array,
	weights: Float32Array[]
): Uint8Array {
	const { width: lw, height: lh, latents } = field;
	const { shown, shares } = settle(latents, weights);
	const { gain, rest } = split(latent, blendOf(latents, shown, shares));
	const paintings = field.paintings(shown);
	const out = new Uint8Array(width * height * 3);
	const corners = new Float32Array(shares.length * 4);
	// Cell by cell between the centres of four latent pixels: what they have in common is looked up
	// once, and a cell that one scene has to itself, as most have, is a plain copy with the rest on it.
	for (let cy = -1; cy < lh; cy++) {
		const rowA = Math.max(0, cy) * lw;
		const rowB = Math.min(lh - 1, cy + 1) * lw;
		const y0 = Math.max(0, cy * LATENT_SCALE + HALF);
		const y1 = Math.min(height, (cy + 1) * LATENT_SCALE + HALF);
		for (let cx = -1; cx < lw; cx++) {
			const left = Math.max(0, cx);
			const right = Math.min(lw - 1, cx + 1);
			const [pa, pb, pc, pd] = [rowA + left, rowA + right, rowB + left, rowB + right];
			let only = -1;
			let several = false;
			for (let s = 0; s < shares.length; s++) {
				const w = shares[s];
				corners[s * 4] = w[pa];
				corners[s * 4 + 1] = w[pb];
				corners[s * 4 + 2] = w[pc];
				corners[s * 4 + 3] = w[pd];
				if (w[pa] < FAINT && w[pb] < FAINT && w[pc] < FAINT && w[pd] < FAINT) continue;
				several ||= only >= 0;
				only = s;
			}
			const x0 = Math.max(0, cx * LATENT_SCALE + HALF);
			const x1 = Math.min(width, (cx + 1) * LATENT_SCALE + HALF);
			const cell = {
				x0,
				x1,
				y0,
				y1,
				cx,
				cy,
				width,
				pa: pa * 3,
				pb: pb * 3,
				pc: pc * 3,
				pd: pd * 3
			};
			if (several) paintMixed(out, paintings, corners, rest, gain, cell);
			else paintPlain(out, paintings[Math.max(0, only)], rest, gain, cell);
		}
	}
	return out;
}

const HALF = LATENT_SCALE / 2;

/** The pixels between four latent centres, and where the corners stand in a latent. */
interface Cell {
	x0: number;
	x1: number;
	y0: number;
	y1: number;
	cx: number;
	cy: number;
	width: number;
	pa: number;
	pb: number;
	pc: number;
	pd: number;
}

/** A cell of one scene: its painting with the gain of contrast, and the rest interpolated. */
function paintPlain(
	out: Uint8Array,
	painting: Uint8Array,
	rest: Float32Array,
	gain: number,
	{ x0, x1, y0, y1, cx, cy, width, pa, pb, pc, pd }: Cell
): void {
	const lift = 127.5 - 127.5 * gain + 0.5;
	for (let ch = 0; ch < 3; ch++) {
		const [a, b, c, d] = [rest[pa + ch], rest[pb + ch], rest[pc + ch], rest[pd + ch]];
		for (let y = y0; y < y1; y++) {
			const fy = (y + 0.5 - HALF) / LATENT_SCALE - cy;
			const from = (a + fy * (c - a)) * 127.5;
			const to = (b + fy * (d - b)) * 127.5;
			const slope = (to - from) / LATENT_SCALE;
			let left = from + ((x0 + 0.5 - HALF) / LATENT_SCALE - cx) * (to - from) + lift;
			for (let x = x0, o = (y * width + x0) * 3 + ch; x < x1; x++, o += 3) {
				const value = painting[o] * gain + left;
				out[o] = value < 0 ? 0 : value > 255 ? 255 : value;
				left += slope;
			}
		}
	}
}

/** A cell that several scenes share. */
function paintMixed(
	out: Uint8Array,
	paintings: Uint8Array[],
	corners: Float32Array,
	rest: Float32Array,
	gain: number,
	{ x0, x1, y0, y1, cx, cy, width, pa, pb, pc, pd }: Cell
): void {
	for (let y = y0; y < y1; y++) {
		const fy = (y + 0.5 - HALF) / LATENT_SCALE - cy;
		for (let x = x0; x < x1; x++) {
			const fx = (x + 0.5 - HALF) / LATENT_SCALE - cx;
			const a = (1 - fx) * (1 - fy);
			const b = fx * (1 - fy);
			const c = (1 - fx) * fy;
			const d = fx * fy;
			const o = (y * width + x) * 3;
			let total = 0;
			let red = 0;
			let green = 0;
			let blue = 0;
			for (let s = 0; s < paintings.length; s++) {
				const weight =
					a * corners[s * 4] +
					b * corners[s * 4 + 1] +
					c * corners[s * 4 + 2] +
					d * corners[s * 4 + 3] -
					FAINT;
				if (weight <= 0) continue;
				const painting = paintings[s];
				total += weight;
				red += weight * painting[o];
				green += weight * painting[o + 1];
				blue += weight * painting[o + 2];
			}
			for (let ch = 0; ch < 3; ch++) {
				const sum = ch === 0 ? red : ch === 1 ? green : blue;
				const left = a * rest[pa + ch] + b * rest[pb + ch] + c * rest[pc + ch] + d * rest[pd + ch];
				const painted = total > 0 ? sum / total : 127.5;
				const value = (painted - 127.5) * gain + 128 + left * 127.5;
				out[o + ch] = value < 0 ? 0 : value > 255 ? 255 : value;
			}
		}
	}
}

/** The scenes at latent size, blended by their shares. */
function blendOf(
	latents: Float32Array[],
	shown: readonly number[],
	shares: Float32Array[]
): Float32Array {
	const blend = new Float32Array(latents[0].length);
	shown.forEach((k, s) => {
		const w = shares[s];
		const scene = latents[k];
		for (let p = 0, i = 0; p < w.length; p++, i += 3) {
			if (w[p] === 0) continue;
			blend[i] += w[p] * scene[i];
			blend[i + 1] += w[p] * scene[i + 1];
			blend[i + 2] += w[p] * scene[i + 2];
		}
	});
	return blend;
}

/** Latent values nearer than this cannot be told apart in a picture. */
const ALIKE = 0.08;

/** A scene that holds less than this share of the picture is not painted. */
const SMALLEST_SHARE = 0.006;

/**
 * Chooses which scenes are painted at full size, and how they share every latent pixel.
 *
 * Where scenes look the same, the one that holds most of the picture is painted for all of them,
 * whatever it weighs there: which of two equals has a trace of weight is a matter of rounding;
 * scenes that are left with next to nothing give way. What this changes at latent size goes into
 * the rest, so that nothing is lost but detail that could not be told apart.
 */
function settle(
	latents: Float32Array[],
	weights: Float32Array[]
): { shown: number[]; shares: Float32Array[] } {
	const out = weights.map((w) => w.slice());
	const pixels = weights[0].length;
	const held = (w: Float32Array) => w.reduce((sum, v) => sum + v, 0) / pixels;
	const total = weights.map(held);
	const order = weights.map((_, k) => k).sort((a, b) => total[b] - total[a]);
	const alike = (a: Float32Array, b: Float32Array, i: number) =>
		Math.abs(a[i] - b[i]) < ALIKE &&
		Math.abs(a[i + 1] - b[i + 1]) < ALIKE &&
		Math.abs(a[i + 2] - b[i + 2]) < ALIKE;
	for (let p = 0; p < pixels; p++) {
		for (let rank = order.length - 1; rank > 0; rank--) {
			const from = order[rank];
			if (out[from][p] === 0) continue;
			for (let r = 0; r < rank; r++) {
				const to = order[r];
				if (!alike(latents[to], latents[from], p * 3)) continue;
				out[to][p] += out[from][p];
				out[from][p] = 0;
				break;
			}
		}
	}
	const shown = order.filter((k, rank) => rank === 0 || held(out[k]) > SMALLEST_SHARE);
	const shares = shown.map((k) => out[k]);
	for (let p = 0; p < pixels; p++) {
		let sum = 0;
		for (const w of shares) sum += w[p];
		if (sum < 1e-3) shares[0][p] = 1;
		else for (const w of shares) w[p] /= sum;
	}
	return { shown, shares };
}

/**
 * Splits what differs from the blend into a gain of contrast, which the full-size paintings can
 * take on with all their detail, and a rest, which is laid over them at latent detail.
 * The gain is the least-squares slope of the latent over its own blend.
 */
function split(latent: Float64Array, blend: Float32Array): { gain: number; rest: Float32Array } {
	let cross = 0;
	let square = 0;
	let meanBlend = 0;
	let meanLatent = 0;
	const n = latent.length;
	for (let i = 0; i < n; i++) {
		meanBlend += blend[i] / n;
		meanLatent += latent[i] / n;
	}
	for (let i = 0; i < n; i++) {
		cross += (latent[i] - meanLatent) * (blend[i] - meanBlend);
		square += (blend[i] - meanBlend) ** 2;
	}
	const gain = square > 1e-9 ? Math.min(2.5, Math.max(0.3, cross / square)) : 1;
	const rest = new Float32Array(n);
	for (let i = 0; i < n; i++) rest[i] = latent[i] - gain * blend[i];
	return { gain, rest };
}

/** A latent as a small picture of its own size: `latentWidth * latentHeight * 3` bytes. */
export function preview(latent: Float64Array): Uint8Array {
	return Uint8Array.from(latent, (value) => Math.min(255, Math.max(0, (value + 1) * 127.5)));
}

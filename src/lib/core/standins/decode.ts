import { LATENT_SCALE, type SceneBook } from './book';

/** Below this weight a scene is not painted into a picture. */
const FAINT = 1 / 64;

/**
 * From the last latent to a picture: the scenes' full-size paintings blended by their last
 * weights, and what the sampling left over (guidance, too few steps, noise) added on top.
 *
 * @param latent the last latent, `latentWidth * latentHeight * 3` values
 * @param weights weight of every scene at every latent pixel
 * @returns `width * height * 3` bytes
 */
export function decode(book: SceneBook, latent: Float32Array, weights: Float32Array[]): Uint8Array {
	const { width, height, latentWidth: lw, latentHeight: lh, latents } = book;
	const pixels = lw * lh;
	const { shown, shares } = settle(latents, weights);
	const blend = new Float32Array(latent.length);
	shown.forEach((k, s) => {
		const w = shares[s];
		const scene = latents[k];
		for (let p = 0, i = 0; p < pixels; p++, i += 3) {
			if (w[p] === 0) continue;
			blend[i] += w[p] * scene[i];
			blend[i + 1] += w[p] * scene[i + 1];
			blend[i + 2] += w[p] * scene[i + 2];
		}
	});
	const { gain, rest } = split(latent, blend);
	const paintings = shown.map((k) => book.painting(k));

	const out = new Uint8Array(width * height * 3);
	const sum = new Float64Array(3);
	for (let y = 0, o = 0; y < height; y++) {
		const ly = Math.max(0, Math.min(lh - 1, (y + 0.5) / LATENT_SCALE - 0.5));
		const y0 = Math.floor(ly);
		const fy = ly - y0;
		const rowA = y0 * lw;
		const rowB = Math.min(lh - 1, y0 + 1) * lw;
		for (let x = 0; x < width; x++, o += 3) {
			const lx = Math.max(0, Math.min(lw - 1, (x + 0.5) / LATENT_SCALE - 0.5));
			const x0 = Math.floor(lx);
			const fx = lx - x0;
			const x1 = Math.min(lw - 1, x0 + 1);
			const a = (1 - fx) * (1 - fy);
			const b = fx * (1 - fy);
			const c = (1 - fx) * fy;
			const d = fx * fy;
			const pa = rowA + x0;
			const pb = rowA + x1;
			const pc = rowB + x0;
			const pd = rowB + x1;
			let total = 0;
			sum[0] = sum[1] = sum[2] = 0;
			for (let s = 0; s < shares.length; s++) {
				const w = shares[s];
				const weight = a * w[pa] + b * w[pb] + c * w[pc] + d * w[pd];
				if (weight < FAINT) continue;
				total += weight;
				const painting = paintings[s];
				sum[0] += weight * painting[o];
				sum[1] += weight * painting[o + 1];
				sum[2] += weight * painting[o + 2];
			}
			for (let ch = 0; ch < 3; ch++) {
				const left =
					a * rest[pa * 3 + ch] +
					b * rest[pb * 3 + ch] +
					c * rest[pc * 3 + ch] +
					d * rest[pd * 3 + ch];
				const painted = total > 0 ? sum[ch] / total : 127.5;
				const value = (painted - 127.5) * gain + 127.5 + left * 127.5;
				out[o + ch] = value < 0 ? 0 : value > 255 ? 255 : value + 0.5;
			}
		}
	}
	return out;
}

/** Latent values nearer than this cannot be told apart in a picture. */
const ALIKE = 0.08;

/** A scene that holds less than this share of the picture is not painted. */
const SMALLEST_SHARE = 0.006;

/**
 * Chooses which scenes are painted at full size, and how they share every latent pixel.
 *
 * Where scenes look the same, the one that holds most of the picture is painted for all of them;
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
				if (out[to][p] === 0 || !alike(latents[to], latents[from], p * 3)) continue;
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
function split(latent: Float32Array, blend: Float32Array): { gain: number; rest: Float32Array } {
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
export function preview(latent: Float32Array): Uint8Array {
	return Uint8Array.from(latent, (value) => Math.min(255, Math.max(0, (value + 1) * 127.5)));
}

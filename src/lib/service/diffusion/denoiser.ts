import type { Denoise } from './samplers';
import { areaTable, boxRoom, boxSum } from './window';

/** What a model remembers, at latent size. */
export interface SceneSet {
	/** Latent width and height in pixels. */
	width: number;
	height: number;
	/** One latent picture a scene: `width * height * 3` values in [-1, 1], channels together. */
	scenes: Float32Array[];
	/** Standard deviation of the pictures round each scene, the `s` of the posterior. */
	spread: number;
	/**
	 * Scenes that are weighed as if pictures stood farther round them, by index: a start picture that
	 * is only loosely meant. What they give once they are chosen is themselves all the same.
	 */
	ownSpread?: ReadonlyMap<number, number>;
}

export interface WindowRange {
	/** Window radius in latent pixels at the largest noise level. */
	high: number;
	/** Window radius in latent pixels at the smallest noise level. */
	low: number;
	sigmaMin: number;
	sigmaMax: number;
}

export interface GuidedOptions {
	/** Prior weight of every scene under the prompt; 0 leaves a scene out. */
	prior: ArrayLike<number>;
	/** Prior weight of every scene without the prompt, moved by a negative prompt. */
	negativePrior: ArrayLike<number>;
	/** Guidance g; 1 is the conditional result alone. */
	guidance: number;
	/** How far the unprompted copies are muted towards half their mean, 0 to 1. */
	touchiness: number;
	window: WindowRange;
}

/** A denoiser and the weights of its last evaluation. */
export interface GuidedDenoiser {
	denoise: Denoise;
	/** Weight of every scene at every latent pixel under the prompt, of the last evaluation. */
	weights: Float32Array[];
}

/**
 * Window radius at a noise level: from `high` to `low` along the logarithm of sigma.
 * Source: the shrinking windows of Kamb and Ganguli 2024, with a schedule of our own.
 */
export function windowRadius(sigma: number, range: WindowRange): number {
	const span = Math.log(range.sigmaMax / range.sigmaMin);
	const along = span > 0 ? Math.log(Math.max(sigma, range.sigmaMin) / range.sigmaMin) / span : 1;
	return Math.round(range.low + (range.high - range.low) * Math.min(1, along));
}

/** Mean picture of a scene set under some prior weights, same shape as one scene. */
export function meanScene(scenes: Float32Array[], prior: ArrayLike<number>): Float32Array {
	const mean = new Float32Array(scenes[0].length);
	let total = 0;
	for (let k = 0; k < scenes.length; k++) total += prior[k];
	scenes.forEach((scene, k) => {
		const share = prior[k] / total;
		if (share > 0) for (let i = 0; i < mean.length; i++) mean[i] += share * scene[i];
	});
	return mean;
}

/** A scene's muted copy, mu' = (1-m) mu + m mean/2. */
export function muted(scene: Float32Array, mean: Float32Array, m: number): Float32Array {
	return scene.map((value, i) => (1 - m) * value + (m * mean[i]) / 2);
}

/** Below exp(-26), what a scene adds is lost in rounding. */
const FAINT = -26;

/** One of the two sides of guidance: which scenes it weighs, and how. */
interface Side {
	logPrior: Float64Array;
	/** How much of a scene is left in the copy that is weighed: 1, or 1 - m. */
	scale: number;
	/** Summed-area tables of half the copies' squares. */
	tables: Float64Array[];
	weights: Float32Array[];
}

/**
 * The guided denoiser D = D_neg + g (D_cond - D_neg), each of the two the posterior mean of a
 * Gaussian mixture of scenes, its likelihood taken over a square window round every pixel.
 *
 * D_cond weighs the scenes by `prior`; D_neg weighs muted copies mu' = (1-m) mu + m mean/2 by
 * `negativePrior`. With windows as wide as the frame and guidance 1 this is the exact posterior
 * mean. Scenes with a deviation of their own are not muted. Sources: Karras et al. 2022, appendix
 * B.3 (closed form); Kamb and Ganguli 2024 (windows); Ho and Salimans 2022, eq. 6 (guidance).
 *
 * |x - mu|^2 is expanded, and |x|^2 and x.mean drop out of the weights; what is left,
 * x.mu - |mu|^2/2, shares its window sum of x.mu between a scene and its muted copy, and takes that
 * of |mu|^2/2 from a table.
 */
export function guidedDenoiser(set: SceneSet, options: GuidedOptions): GuidedDenoiser {
	const { width, height, scenes, spread, ownSpread = new Map<number, number>() } = set;
	const { prior, negativePrior, guidance, touchiness: m, window } = options;
	const pixels = width * height;
	const guided = guidance !== 1;
	const mean = meanScene(scenes, prior);
	const makeWeights = () => scenes.map(() => new Float32Array(pixels));
	const logs = (p: ArrayLike<number>) =>
		Float64Array.from(scenes, (_, k) => (p[k] > 0 ? Math.log(p[k]) : -Infinity));
	const tables = scenes.map((scene) => areaTable(halfSquare(scene), width, height));
	const cond: Side = { logPrior: logs(prior), scale: 1, tables, weights: makeWeights() };
	const neg: Side | null = guided
		? {
				logPrior: logs(negativePrior),
				scale: 1 - m,
				tables: scenes.map((scene, k) =>
					ownSpread.has(k) ? tables[k] : areaTable(halfSquare(muted(scene, mean, m)), width, height)
				),
				weights: makeWeights()
			}
		: null;
	const sides = neg ? [cond, neg] : [cond];
	const shown = scenes
		.map((_, k) => k)
		.filter((k) => sides.some(({ logPrior }) => logPrior[k] > -Infinity));

	const room = boxRoom(width, height);
	/** x . mu, then its window sums. */
	const summed = scenes.map(() => new Float64Array(pixels));
	const square = ownSpread.size ? new Float64Array(pixels) : null;
	/** Log weights of every scene along one row. */
	const rowLogs = scenes.map(() => new Float64Array(width));
	const rowTable = new Float64Array(width + 1);
	const largest = new Float64Array(width);
	const total = new Float64Array(width);
	const gathered = new Float64Array(width * 3);
	const ownShare = new Float64Array(width);
	const mutedShare = new Float64Array(width);
	const left = new Int32Array(width);
	const right = new Int32Array(width);

	const denoise: Denoise = (x, sigma, out) => {
		const radius = windowRadius(sigma, window);
		const variance = sigma * sigma + spread * spread;
		const precision = 1 / variance;
		for (const k of shown) {
			dot(x, scenes[k], summed[k]);
			boxSum(summed[k], summed[k], width, height, radius, room);
		}
		if (square) boxSum(halfSquare(x), square, width, height, radius, room);
		for (let px = 0; px < width; px++) {
			left[px] = Math.max(0, px - radius);
			right[px] = Math.min(width, px + radius + 1);
		}
		const own = (spread * spread) / variance;
		const shared = (sigma * sigma) / variance;
		for (let y = 0; y < height; y++) {
			const row = y * width;
			const top = Math.max(0, y - radius);
			const bottom = Math.min(height, y + radius + 1);
			gathered.fill(0);
			ownShare.fill(0);
			mutedShare.fill(0);
			for (const side of sides) {
				const { logPrior, scale, weights } = side;
				largest.fill(-Infinity);
				for (const k of shown) {
					if (logPrior[k] === -Infinity) continue;
					rowOfTable(side.tables[k], width, top, bottom, rowTable);
					const broad = ownSpread.get(k);
					if (broad === undefined) {
						rowLogits(
							summed[k],
							rowTable,
							left,
							right,
							row,
							scale,
							precision,
							logPrior[k],
							rowLogs[k],
							largest
						);
					} else {
						// |x|^2 no longer drops out, nor does the width of the Gaussian.
						const wide = sigma * sigma + broad * broad;
						const each = 1.5 * (bottom - top) * Math.log(wide / variance);
						for (let px = 0; px < width; px++) {
							const p = row + px;
							const energy = rowTable[right[px]] - rowTable[left[px]];
							const logit =
								(summed[k][p] - energy - square![p]) / wide +
								square![p] * precision -
								each * (right[px] - left[px]) +
								logPrior[k];
							rowLogs[k][px] = logit;
							if (logit > largest[px]) largest[px] = logit;
						}
					}
				}
				total.fill(0);
				for (const k of shown) {
					if (logPrior[k] > -Infinity) rowWeights(rowLogs[k], largest, total);
				}
				// D_neg + g (D_cond - D_neg), gathered scene by scene.
				const part = side === cond ? guidance : 1 - guidance;
				for (const k of shown) {
					if (logPrior[k] === -Infinity) continue;
					const mutes = side === neg && !ownSpread.has(k);
					rowGather(
						rowLogs[k],
						weights[k],
						row,
						total,
						scenes[k],
						part * shared * (mutes ? 1 - m : 1),
						part * own,
						mutes ? part * shared : 0,
						gathered,
						ownShare,
						mutedShare
					);
				}
			}
			rowFinish(out, gathered, x, mean, row, ownShare, mutedShare, m / 2);
		}
	};
	return { denoise, weights: cond.weights };
}

// The inner loops stand by themselves: each is compiled once, for arrays of one kind.

/** Column sums of a summed-area table between two lines. */
function rowOfTable(
	table: Float64Array,
	width: number,
	top: number,
	bottom: number,
	out: Float64Array
): void {
	const t0 = top * (width + 1);
	const t1 = bottom * (width + 1);
	for (let px = 0; px <= width; px++) out[px] = table[t1 + px] - table[t0 + px];
}

/** Log weights of one scene along one row, and the largest so far. */
function rowLogits(
	dots: Float64Array,
	energies: Float64Array,
	left: Int32Array,
	right: Int32Array,
	row: number,
	scale: number,
	precision: number,
	logPrior: number,
	out: Float64Array,
	largest: Float64Array
): void {
	for (let px = 0; px < left.length; px++) {
		const energy = energies[right[px]] - energies[left[px]];
		const logit = (scale * dots[row + px] - energy) * precision + logPrior;
		out[px] = logit;
		if (logit > largest[px]) largest[px] = logit;
	}
}

/** From log weights to weights, in place, not yet divided by their total. */
function rowWeights(logs: Float64Array, largest: Float64Array, total: Float64Array): void {
	for (let px = 0; px < largest.length; px++) {
		const below = logs[px] - largest[px];
		const weight = below < FAINT ? 0 : Math.exp(below);
		logs[px] = weight;
		total[px] += weight;
	}
}

/** Adds one scene's share to a row of the estimate, and notes its share of the total weight. */
function rowGather(
	unscaled: Float64Array,
	weights: Float32Array,
	row: number,
	total: Float64Array,
	scene: Float32Array,
	painted: number,
	kept: number,
	muting: number,
	out: Float64Array,
	ownShare: Float64Array,
	mutedShare: Float64Array
): void {
	for (let px = 0, i = 0, j = row * 3; px < total.length; px++, i += 3, j += 3) {
		const weight = unscaled[px] / total[px];
		weights[row + px] = weight;
		if (weight === 0) continue;
		ownShare[px] += kept * weight;
		mutedShare[px] += muting * weight;
		const amount = painted * weight;
		out[i] += amount * scene[j];
		out[i + 1] += amount * scene[j + 1];
		out[i + 2] += amount * scene[j + 2];
	}
}

/** Adds what is kept of x, and the muted copies' share of the mean. */
function rowFinish(
	out: Float64Array,
	gathered: Float64Array,
	x: Float64Array,
	mean: Float32Array,
	row: number,
	ownShare: Float64Array,
	mutedShare: Float64Array,
	half: number
): void {
	for (let px = 0, i = row * 3; px < ownShare.length; px++) {
		const a = ownShare[px];
		const b = half * mutedShare[px];
		for (let c = 0; c < 3; c++, i++) out[i] = gathered[px * 3 + c] + a * x[i] + b * mean[i];
	}
}

/** |mu|^2 / 2 at every pixel. */
function halfSquare(scene: Float32Array | Float64Array): Float64Array {
	const out = new Float64Array(scene.length / 3);
	for (let p = 0, i = 0; p < out.length; p++, i += 3) {
		out[p] = (scene[i] ** 2 + scene[i + 1] ** 2 + scene[i + 2] ** 2) / 2;
	}
	return out;
}

/** x . mu at every pixel. */
function dot(x: Float64Array, scene: Float32Array, out: Float64Array): void {
	for (let p = 0, i = 0; p < out.length; p++, i += 3) {
		out[p] = x[i] * scene[i] + x[i + 1] * scene[i + 1] + x[i + 2] * scene[i + 2];
	}
}

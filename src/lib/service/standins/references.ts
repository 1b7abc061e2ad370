import { blur } from './repertoire/media';

/**
 * The colour space in which looks are compared, l alpha beta: logarithmic cone responses, turned so
 * that its three axes are nearly independent for natural pictures.
 * Source: Reinhard, Ashikhmin, Gooch and Shirley 2001, "Color transfer between images", eq. 4 to 6.
 */
function toLab(r: number, g: number, b: number, out: Float64Array): void {
	// A floor under each cone keeps the logarithm of black finite.
	const l = Math.log10(Math.max(1, 0.3811 * r + 0.5783 * g + 0.0402 * b));
	const m = Math.log10(Math.max(1, 0.1967 * r + 0.7244 * g + 0.0782 * b));
	const s = Math.log10(Math.max(1, 0.0241 * r + 0.1288 * g + 0.8444 * b));
	out[0] = (l + m + s) / Math.sqrt(3);
	out[1] = (l + m - 2 * s) / Math.sqrt(6);
	out[2] = (l - m) / Math.sqrt(2);
}

/** Back again, eq. 7 and 8 of the same paper. */
function fromLab(lab: Float64Array, out: Float64Array): void {
	const a = lab[0] / Math.sqrt(3);
	const b = lab[1] / Math.sqrt(6);
	const c = lab[2] / Math.sqrt(2);
	const l = 10 ** (a + b + c);
	const m = 10 ** (a + b - c);
	const s = 10 ** (a - 2 * b);
	out[0] = 4.4679 * l - 3.5873 * m + 0.1193 * s;
	out[1] = -1.2186 * l + 2.3809 * m - 0.1624 * s;
	out[2] = 0.0497 * l - 0.2439 * m + 1.2045 * s;
}

/** Mean and standard deviation of a picture along l, alpha and beta. */
export function lookOf(pixels: Uint8Array): { mean: Float64Array; deviation: Float64Array } {
	const sum = new Float64Array(3);
	const square = new Float64Array(3);
	const lab = new Float64Array(3);
	const stride = 3 * Math.max(1, Math.floor(pixels.length / 3 / 40_000));
	let n = 0;
	for (let i = 0; i + 2 < pixels.length; i += stride, n++) {
		toLab(pixels[i], pixels[i + 1], pixels[i + 2], lab);
		for (let c = 0; c < 3; c++) {
			sum[c] += lab[c];
			square[c] += lab[c] ** 2;
		}
	}
	const mean = sum.map((v) => v / n);
	return { mean, deviation: square.map((v, c) => Math.sqrt(Math.max(0, v / n - mean[c] ** 2))) };
}

/**
 * Moves a picture's colour statistics to a reference's, in place: mean and deviation of each axis
 * of l alpha beta. Source: Reinhard et al. 2001, eq. 10 and 11.
 * @param weight 0 leaves it, 1 moves it all the way
 */
export function takeLook(pixels: Uint8Array, reference: Uint8Array, weight: number): void {
	const from = lookOf(pixels);
	const to = lookOf(reference);
	const gain = to.deviation.map((d, c) => (from.deviation[c] > 1e-6 ? d / from.deviation[c] : 1));
	recolour(pixels, weight, (lab) => {
		for (let c = 0; c < 3; c++) lab[c] = (lab[c] - from.mean[c]) * gain[c] + to.mean[c];
	});
}

/** How many colours of a reference are lent. */
const PALETTE = 7;

/** The colours that a picture is mostly made of, in l alpha beta: k-means on a sparse sample. */
function paletteOf(pixels: Uint8Array): Float64Array[] {
	const sample: Float64Array[] = [];
	const stride = 3 * Math.max(1, Math.floor(pixels.length / 3 / 4000));
	for (let i = 0; i + 2 < pixels.length; i += stride) {
		const lab = new Float64Array(3);
		toLab(pixels[i], pixels[i + 1], pixels[i + 2], lab);
		sample.push(lab);
	}
	sample.sort((a, b) => a[0] - b[0]);
	let centres = Array.from({ length: PALETTE }, (_, k) =>
		sample[Math.floor(((k + 0.5) / PALETTE) * sample.length)].slice()
	);
	for (let round = 0; round < 12; round++) {
		const sums = centres.map(() => new Float64Array(4));
		for (const lab of sample) {
			const sum = sums[nearest(lab, centres)];
			for (let c = 0; c < 3; c++) sum[c] += lab[c];
			sum[3]++;
		}
		centres = centres.map((old, k) =>
			sums[k][3] ? sums[k].slice(0, 3).map((v) => v / sums[k][3]) : old
		);
	}
	return centres;
}

function nearest(lab: Float64Array, centres: readonly Float64Array[]): number {
	let best = 0;
	let least = Infinity;
	centres.forEach((centre, k) => {
		// Hue counts for more than lightness: colours are lent, not light.
		const d =
			0.25 * (lab[0] - centre[0]) ** 2 +
			4 * ((lab[1] - centre[1]) ** 2 + (lab[2] - centre[2]) ** 2);
		if (d < least) {
			least = d;
			best = k;
		}
	});
	return best;
}

/** Gives every pixel the hue of the reference's nearest colour, in place; lightness stays. */
export function takePalette(pixels: Uint8Array, reference: Uint8Array, weight: number): void {
	const centres = paletteOf(reference);
	recolour(pixels, weight, (lab) => {
		const to = centres[nearest(lab, centres)];
		lab[1] = to[1];
		lab[2] = to[2];
	});
}

function recolour(pixels: Uint8Array, weight: number, change: (lab: Float64Array) => void): void {
	const lab = new Float64Array(3);
	const out = new Float64Array(3);
	for (let i = 0; i < pixels.length; i += 3) {
		toLab(pixels[i], pixels[i + 1], pixels[i + 2], lab);
		change(lab);
		fromLab(lab, out);
		for (let c = 0; c < 3; c++) {
			const value = Math.min(255, Math.max(0, out[c]));
			pixels[i + c] = Math.round(pixels[i + c] + weight * (value - pixels[i + c]));
		}
	}
}

/** How sharp the contours are at every pixel of a latent, softened so that near ones meet. */
export function contours(latent: Float32Array, width: number, height: number): Float32Array {
	const grey = new Float32Array(width * height);
	for (let p = 0; p < grey.length; p++)
		grey[p] = 0.2126 * latent[p * 3] + 0.7152 * latent[p * 3 + 1] + 0.0722 * latent[p * 3 + 2];
	const edge = new Float32Array(grey.length);
	for (let y = 0; y + 1 < height; y++)
		for (let x = 0; x + 1 < width; x++) {
			const p = y * width + x;
			edge[p] = Math.hypot(grey[p + 1] - grey[p], grey[p + width] - grey[p]);
		}
	const radius = Math.max(1, Math.round(Math.min(width, height) / 40));
	return blur(edge, width, height, radius);
}

/** How far two maps agree: Pearson's correlation, -1 to 1. */
export function agreementOf(a: Float32Array, b: Float32Array): number {
	const n = a.length;
	let [sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0];
	for (let i = 0; i < n; i++) {
		sa += a[i];
		sb += b[i];
		saa += a[i] * a[i];
		sbb += b[i] * b[i];
		sab += a[i] * b[i];
	}
	const spread = Math.sqrt((saa - (sa * sa) / n) * (sbb - (sb * sb) / n));
	return spread > 1e-12 ? (sab - (sa * sb) / n) / spread : 0;
}

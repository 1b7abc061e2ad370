/** Measuring pictures: similarity against `ssim.js`, and the whole set, pictures a minute a core. */
import { createRequire } from 'node:module';
import { luma, measurePicture, shrink, ssim, ssimFactor, ssimMap } from '../src/lib/core/measure';
import { normals } from '../src/lib/core/random';

interface Image {
	data: Uint8ClampedArray;
	width: number;
	height: number;
}
const { ssim: library } = createRequire(import.meta.url)('ssim.js') as {
	ssim: (one: Image, two: Image, options: object) => { mssim: number };
};

const SIDE = 1024;

/** A made-up picture of shapes and grain: red, green, blue bytes. */
function made(grain: number, seed: number): Uint8Array {
	const noise = normals(seed, 0, SIDE * SIDE);
	const pixels = new Uint8Array(SIDE * SIDE * 3);
	for (let p = 0; p < SIDE * SIDE; p++) {
		const [x, y] = [(p % SIDE) / SIDE, Math.floor(p / SIDE) / SIDE];
		const shape =
			120 + 60 * Math.sin(14 * x + 5 * y) + (Math.hypot(x - 0.4, y - 0.5) < 0.2 ? 50 : 0);
		for (let c = 0; c < 3; c++)
			pixels[p * 3 + c] = Math.max(0, Math.min(255, shape + c * 12 + grain * noise[p]));
	}
	return pixels;
}

const rgba = (pixels: Uint8Array): Image => {
	const data = new Uint8ClampedArray(SIDE * SIDE * 4).fill(255);
	for (let p = 0; p < SIDE * SIDE; p++) data.set(pixels.subarray(p * 3, p * 3 + 3), p * 4);
	return { data, width: SIDE, height: SIDE };
};

function median(runs: number, work: () => void): number {
	const times = Array.from({ length: runs }, () => {
		const from = performance.now();
		work();
		return performance.now() - from;
	}).sort((a, b) => a - b);
	return times[Math.floor(runs / 2)];
}

/** Prints the table of measuring. */
export function benchMeasures(): void {
	const [one, two] = [made(3, 1), made(14, 2)];
	const [a, b] = [rgba(one), rgba(two)];
	const grey = (pixels: Uint8Array) => luma(pixels, SIDE, SIDE);
	const [ga, gb] = [grey(one), grey(two)];
	const fast = { ssim: 'fast', downsample: false };
	const full = {
		ours: median(5, () => ssimMap(grey(one), grey(two))),
		theirs: median(3, () => library(a, b, fast)),
		apart: Math.abs(ssimMap(ga, gb).mean - library(a, b, fast).mssim)
	};
	const seen = {
		ours: median(9, () => ssim(grey(one), grey(two))),
		theirs: median(5, () => library(a, b, { ssim: 'fast', downsample: 'original' }))
	};
	console.log(`\nSimilarity of two pictures of ${SIDE}x${SIDE}, from their pixels`);
	console.log(
		`  every window:        ${full.ours.toFixed(0)} ms, ssim.js (fast) ${full.theirs.toFixed(0)} ms: ${(full.theirs / full.ours).toFixed(1)} times its rate; results ${full.apart.toExponential(1)} apart`
	);
	console.log(
		`  as pictures are seen: ${seen.ours.toFixed(0)} ms, ssim.js (fast, downsampled) ${seen.theirs.toFixed(0)} ms: ${(seen.theirs / seen.ours).toFixed(1)} times its rate`
	);
	const factor = ssimFactor(SIDE, SIDE);
	console.log(`  (at ${shrink(ga, factor).width} pixels a side)`);
	const pixels = Uint8Array.from({ length: SIDE * SIDE * 4 }, (_, i) =>
		i % 4 === 3 ? 255 : one[(i >> 2) * 3 + (i % 4)]
	);
	const small = pixels.subarray(0, 128 * 128 * 4);
	const whole = median(5, () => measurePicture({ pixels, width: SIDE, height: SIDE }, small));
	console.log(
		`All measures of one picture of ${SIDE}x${SIDE}: ${whole.toFixed(0)} ms, ${Math.floor(60_000 / whole)} a minute a core (decoding aside)`
	);
}

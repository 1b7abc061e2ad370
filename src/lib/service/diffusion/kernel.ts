import step from './step.as';

/** What step.as offers: see there. Places are addresses in its memory, in bytes. */
interface Step {
	memory: WebAssembly.Memory;
	layOut(width: number, height: number, lanes: number): void;
	evaluate: (
		radius: number,
		guidance: number,
		own: number,
		shared: number,
		broad: boolean,
		from: number,
		to: number
	) => void;
	scenes: WebAssembly.Global;
	noisy: WebAssembly.Global;
	offset: WebAssembly.Global;
	estimate: WebAssembly.Global;
	weights: WebAssembly.Global;
	priorOfCond: WebAssembly.Global;
	priorOfNeg: WebAssembly.Global;
	precision: WebAssembly.Global;
	scale: WebAssembly.Global;
	mutes: WebAssembly.Global;
	perSquare: WebAssembly.Global;
	perPixel: WebAssembly.Global;
}

/** The kernel with room for one scene set, its values as arrays. */
export interface Kernel {
	lanes: number;
	noisy: Float64Array;
	offset: Float64Array;
	estimate: Float64Array;
	weights: Float32Array;
	/** One value a lane. */
	priorOfCond: Float64Array;
	priorOfNeg: Float64Array;
	precision: Float64Array;
	scale: Float64Array;
	mutes: Float64Array;
	perSquare: Float64Array;
	perPixel: Float64Array;
	evaluate: Step['evaluate'];
}

/** One a thread: every take works in the same memory, which grows to the largest of them. */
let instance: Step | undefined;
let loaded: { scenes: readonly Float32Array[]; width: number; kernel: Kernel } | undefined;

/** Lanes come in fours. */
const LANES = 4;

/**
 * Lays scenes out for the kernel. What was laid out before is gone, unless it is the same scenes.
 * @param scenes `width * height * 3` values each
 */
export function load(scenes: readonly Float32Array[], width: number, height: number): Kernel {
	if (
		loaded?.width === width &&
		loaded.scenes.length === scenes.length &&
		loaded.scenes.every((scene, k) => scene === scenes[k])
	)
		return loaded.kernel;
	const exports = (instance ??= new WebAssembly.Instance(step).exports as unknown as Step);
	const lanes = Math.ceil(scenes.length / LANES) * LANES;
	const length = width * height * 3;
	exports.layOut(width, height, lanes);
	const { buffer } = exports.memory;
	const doubles = (at: WebAssembly.Global, count: number) =>
		new Float64Array(buffer, at.value as number, count);
	const singles = (at: WebAssembly.Global, count: number) =>
		new Float32Array(buffer, at.value as number, count);
	interleave(scenes, lanes, singles(exports.scenes, length * lanes));
	const kernel: Kernel = {
		lanes,
		noisy: doubles(exports.noisy, length),
		offset: doubles(exports.offset, length),
		estimate: doubles(exports.estimate, length),
		weights: singles(exports.weights, (length / 3) * lanes),
		priorOfCond: doubles(exports.priorOfCond, lanes),
		priorOfNeg: doubles(exports.priorOfNeg, lanes),
		precision: doubles(exports.precision, lanes),
		scale: doubles(exports.scale, lanes),
		mutes: doubles(exports.mutes, lanes),
		perSquare: doubles(exports.perSquare, lanes),
		perPixel: doubles(exports.perPixel, lanes),
		evaluate: exports.evaluate
	};
	loaded = { scenes: [...scenes], width, kernel };
	return kernel;
}

/** Puts scenes side by side, value by value; lanes without a scene are black. */
function interleave(scenes: readonly Float32Array[], lanes: number, out: Float32Array): void {
	out.fill(0);
	// A stretch at a time, so that what is written stays near.
	for (let from = 0; from < scenes[0].length; from += STRETCH) {
		const to = Math.min(scenes[0].length, from + STRETCH);
		for (let k = 0; k < scenes.length; k++) {
			const scene = scenes[k];
			for (let i = from, o = from * lanes + k; i < to; i++, o += lanes) out[o] = scene[i];
		}
	}
}
const STRETCH = 256;

// One evaluation of the guided denoiser, in AssemblyScript: see denoiser.ts for what is computed.
//
// Scenes lie side by side: for every latent pixel three channels, for every channel one single
// precision value a scene ("lane"), so that four scenes are read at once. Sums are in double
// precision, two lanes to a vector. The number of lanes is a multiple of four; lanes without a scene
// have a log prior of -Infinity.

/** Latent pixels across and down, and lanes. */
let width: i32 = 0;
let height: i32 = 0;
let lanes: i32 = 0;

/** Where the scenes lie: `width * height * 3 * lanes` single precision values. */
export let scenes: usize = 0;
/** The noisy latent, the offset h of the muted side, and the estimate: `width * height * 3` each, double. */
export let noisy: usize = 0;
export let offset: usize = 0;
export let estimate: usize = 0;
/** Weight of every lane at every pixel under the prompt: `width * height * lanes`, single. */
export let weights: usize = 0;
/** A value a lane, double: log priors of both sides, 1 / variance, scale of the muted side, whether it mutes. */
export let priorOfCond: usize = 0;
export let priorOfNeg: usize = 0;
export let precision: usize = 0;
export let scale: usize = 0;
export let mutes: usize = 0;
/** For lanes with a deviation of their own: what |x|^2 / 2 and a pixel of the window add. */
export let perSquare: usize = 0;
export let perPixel: usize = 0;

/** Sums over the rows of the window, a value a lane for every column. */
let columns: usize = 0;
/** The same of |x|^2 / 2, one value a column. */
let columnsOfSquare: usize = 0;
/** Sums over the window of the pixel at hand, and then its weights on both sides. */
let sums: usize = 0;
let logsOfCond: usize = 0;
let logsOfNeg: usize = 0;
/** A column of zeros, beyond the frame's edges. */
let none: usize = 0;

/** Below exp(-26), what a scene adds is lost in rounding. */
const FAINT: f64 = -26;

/** Lays the memory out for a frame and so many lanes. */
export function layOut(w: i32, h: i32, count: i32): void {
	width = w;
	height = h;
	lanes = count;
	const pixels = <usize>w * <usize>h;
	const each = <usize>count * 8;
	let at: usize = (__heap_base + 15) & ~15;
	scenes = at;
	at += pixels * 3 * <usize>count * 4;
	noisy = at;
	at += pixels * 3 * 8;
	offset = at;
	at += pixels * 3 * 8;
	estimate = at;
	at += pixels * 3 * 8;
	weights = at;
	at += pixels * <usize>count * 4;
	priorOfCond = at;
	priorOfNeg = at + each;
	precision = at + each * 2;
	scale = at + each * 3;
	mutes = at + each * 4;
	perSquare = at + each * 5;
	perPixel = at + each * 6;
	sums = at + each * 7;
	logsOfCond = at + each * 8;
	logsOfNeg = at + each * 9;
	none = at + each * 10;
	at += each * 11;
	columns = at;
	at += <usize>w * each;
	columnsOfSquare = at;
	at += <usize>w * 8;
	const pages = <i32>((at + 0xffff) >>> 16);
	if (pages > memory.size()) memory.grow(pages - memory.size());
	memory.fill(none, 0, each);
}

/**
 * e^v of two values from -26 to 0: v = n ln 2 + r, a polynomial in r, and n put into the exponent.
 * The polynomial is Taylor's of degree 12; |r| < 0.347 leaves an error of 2e-16.
 */
@inline
function exp(v: v128): v128 {
	const n = f64x2.nearest(f64x2.mul(v, f64x2.splat(1.4426950408889634)));
	const high = f64x2.sub(v, f64x2.mul(n, f64x2.splat(0.6931471803691238)));
	const r = f64x2.sub(high, f64x2.mul(n, f64x2.splat(1.9082149292705877e-10)));
	const r2 = f64x2.mul(r, r);
	const r4 = f64x2.mul(r2, r2);
	const a = f64x2.add(f64x2.splat(1), r);
	const b = f64x2.add(f64x2.splat(0.5), f64x2.mul(r, f64x2.splat(0.16666666666666666)));
	const c = f64x2.add(
		f64x2.splat(0.041666666666666664),
		f64x2.mul(r, f64x2.splat(0.008333333333333333))
	);
	const d = f64x2.add(
		f64x2.splat(0.001388888888888889),
		f64x2.mul(r, f64x2.splat(0.0001984126984126984))
	);
	const e = f64x2.add(
		f64x2.splat(0.0000248015873015873),
		f64x2.mul(r, f64x2.splat(0.0000027557319223985893))
	);
	const f = f64x2.add(
		f64x2.splat(2.755731922398589e-7),
		f64x2.mul(r, f64x2.splat(2.505210838544172e-8))
	);
	const low = f64x2.add(a, f64x2.mul(r2, b));
	const middle = f64x2.add(c, f64x2.mul(r2, d));
	const top = f64x2.add(
		f64x2.add(e, f64x2.mul(r2, f)),
		f64x2.mul(r4, f64x2.splat(2.08767569878681e-9))
	);
	const sum = f64x2.add(low, f64x2.mul(r4, f64x2.add(middle, f64x2.mul(r4, top))));
	const whole = i64x2.extend_low_i32x4_s(i32x4.trunc_sat_f64x2_s_zero(n));
	return i64x2.add(sum, i64x2.shl(whole, 52));
}

/** Single precision lanes 0 and 1, and 2 and 3, in double precision. */
@inline
function low(four: v128): v128 {
	return f64x2.promote_low_f32x4(four);
}
@inline
function high(four: v128): v128 {
	return f64x2.promote_low_f32x4(v128.shuffle<i64>(four, four, 1, 1));
}

/** The larger and the sum of the two values of a vector. */
@inline
function larger(v: v128): f64 {
	return Math.max(f64x2.extract_lane(v, 0), f64x2.extract_lane(v, 1));
}
@inline
function sum(v: v128): f64 {
	return f64x2.extract_lane(v, 0) + f64x2.extract_lane(v, 1);
}

/** Adds what two lanes of a pixel say to a column, or takes it off again. */
@inline
function addPair(
	at: usize,
	column: usize,
	sign: v128,
	m0: v128,
	m1: v128,
	m2: v128,
	pixel: usize
): void {
	const d = f64x2.add(
		f64x2.add(f64x2.mul(m0, v128.load64_splat(pixel)), f64x2.mul(m1, v128.load64_splat(pixel, 8))),
		f64x2.mul(m2, v128.load64_splat(pixel, 16))
	);
	const q = f64x2.mul(
		f64x2.splat(0.5),
		f64x2.add(f64x2.add(f64x2.mul(m0, m0), f64x2.mul(m1, m1)), f64x2.mul(m2, m2))
	);
	const to = columns + column + at;
	v128.store(to, f64x2.add(v128.load(to), f64x2.mul(sign, f64x2.sub(d, q))));
}

/** A row enters the windows, or leaves them with a sign of -1. */
function row(y: i32, by: f64, broad: bool): void {
	const sign = f64x2.splat(by);
	const each = <usize>lanes * 8;
	const plane = <usize>lanes * 4;
	const first = <usize>(y * width);
	let pixel = noisy + first * 24;
	let scene = scenes + first * 3 * plane;
	for (let x: i32 = 0; x < width; x++) {
		const column = <usize>x * each;
		for (let at: usize = 0; at < each; at += 32) {
			const from = scene + (at >>> 1);
			const a = v128.load(from);
			const b = v128.load(from + plane);
			const c = v128.load(from + plane * 2);
			addPair(at, column, sign, low(a), low(b), low(c), pixel);
			addPair(at + 16, column, sign, high(a), high(b), high(c), pixel);
		}
		if (broad) {
			const s = columnsOfSquare + <usize>x * 8;
			store<f64>(s, load<f64>(s) + by * halfSquare(pixel));
		}
		pixel += 24;
		scene += plane * 3;
	}
}

@inline
function halfSquare(at: usize): f64 {
	const a = load<f64>(at);
	const b = load<f64>(at, 8);
	const c = load<f64>(at, 16);
	return (a * a + b * b + c * c) / 2;
}

/** Moves the window's sums on by a column. */
@inline
function move(enter: usize, leave: usize): void {
	for (let at: usize = 0; at < <usize>lanes * 8; at += 16) {
		const change = f64x2.sub(v128.load(enter + at), v128.load(leave + at));
		v128.store(sums + at, f64x2.add(v128.load(sums + at), change));
	}
}

/** Makes log weights of the window's sums; the largest is given. */
@inline
function logsOf(logs: usize, prior: usize): f64 {
	let largest = f64x2.splat(-Infinity);
	for (let at: usize = 0; at < <usize>lanes * 8; at += 16) {
		const log = f64x2.add(
			f64x2.mul(v128.load(sums + at), v128.load(precision + at)),
			v128.load(prior + at)
		);
		v128.store(logs + at, log);
		largest = f64x2.pmax(largest, log);
	}
	return larger(largest);
}

/** Adds what a scene with a deviation of its own is apart in; gives the largest log weight. */
function broaden(logs: usize, square: f64, pixels: f64): f64 {
	let largest: f64 = -Infinity;
	for (let k: usize = 0; k < <usize>lanes * 8; k += 8) {
		const log =
			load<f64>(logs + k) +
			load<f64>(perSquare + k) * square +
			load<f64>(perPixel + k) * pixels;
		store<f64>(logs + k, log);
		if (log > largest) largest = log;
	}
	return largest;
}

/** From log weights to weights, in place, not yet divided by their total, which is given. */
@inline
function weigh(logs: usize, largest: f64): f64 {
	const each = <usize>lanes * 8;
	const most = f64x2.splat(largest);
	const faint = f64x2.splat(FAINT);
	let total = f64x2.splat(0);
	for (let at: usize = 0; at < each; at += 16) {
		const below = f64x2.sub(v128.load(logs + at), most);
		const seen = f64x2.ge(below, faint);
		let weight = f64x2.splat(0);
		if (v128.any_true(seen)) {
			weight = v128.and(seen, exp(f64x2.pmax(below, faint)));
			total = f64x2.add(total, weight);
		}
		v128.store(logs + at, weight);
	}
	return sum(total);
}

/**
 * Evaluates the denoiser.
 * @param radius of the window, in latent pixels
 * @param guidance how much of the prompted side goes in; 1 leaves the other out
 * @param own what is kept of the noisy latent, s^2 / variance
 * @param shared what is taken of the scenes, sigma^2 / variance
 * @param broad whether lanes have deviations of their own
 * @param from the first row, and `to` the row after the last: windows end there as at the frame's edges
 */
export function evaluate(
	radius: i32,
	guidance: f64,
	own: f64,
	shared: f64,
	broad: bool,
	from: i32,
	to: i32
): void {
	const guided = guidance != 1;
	const each = <usize>lanes * 8;
	const plane = <usize>lanes * 4;
	memory.fill(columns, 0, <usize>width * (each + 8));
	for (let y: i32 = from; y < min(from + radius, to); y++) row(y, 1, broad);
	for (let y: i32 = from; y < to; y++) {
		if (y + radius < to) row(y + radius, 1, broad);
		if (y - radius - 1 >= from) row(y - radius - 1, -1, broad);
		memory.fill(sums, 0, each);
		let square: f64 = 0;
		const rows = min(to, y + radius + 1) - max(from, y - radius);
		for (let next: usize = 0; next < <usize>min(radius, width); next++) {
			gatherSums(columns + next * each);
			if (broad) square += load<f64>(columnsOfSquare + next * 8);
		}
		for (let x: i32 = 0; x < width; x++) {
			const enters = x + radius < width;
			const leaves = x - radius - 1 >= 0;
			move(
				enters ? columns + <usize>(x + radius) * each : none,
				leaves ? columns + <usize>(x - radius - 1) * each : none
			);
			let largest = logsOf(logsOfCond, priorOfCond);
			let largestNeg: f64 = guided ? logsOf(logsOfNeg, priorOfNeg) : 0;
			if (broad) {
				if (enters) square += load<f64>(columnsOfSquare + <usize>(x + radius) * 8);
				if (leaves) square -= load<f64>(columnsOfSquare + <usize>(x - radius - 1) * 8);
				const pixels = <f64>rows * <f64>(min(width, x + radius + 1) - max(0, x - radius));
				largest = broaden(logsOfCond, square, pixels);
				if (guided) largestNeg = broaden(logsOfNeg, square, pixels);
			}
			const total = weigh(logsOfCond, largest);
			const totalNeg = guided ? weigh(logsOfNeg, largestNeg) : 1;
			const at = <usize>(y * width + x);
			gather(
				at,
				scenes + at * 3 * plane,
				weights + at * plane,
				1 / total,
				guidance * shared,
				((1 - guidance) * shared) / totalNeg,
				own,
				guided
			);
		}
	}
}

@inline
function gatherSums(column: usize): void {
	for (let at: usize = 0; at < <usize>lanes * 8; at += 16)
		v128.store(sums + at, f64x2.add(v128.load(sums + at), v128.load(column + at)));
}

/** D_neg + g (D_cond - D_neg) of one pixel; `cond` and `neg` are what a scene of full weight gives. */
@inline
function gather(
	pixel: usize,
	scene: usize,
	kept: usize,
	share: f64,
	cond: f64,
	neg: f64,
	own: f64,
	guided: bool
): void {
	const plane = <usize>lanes * 4;
	const shares = f64x2.splat(share);
	const conds = f64x2.splat(cond);
	const negs = f64x2.splat(neg);
	let red = f64x2.splat(0);
	let green = f64x2.splat(0);
	let blue = f64x2.splat(0);
	let mute = f64x2.splat(0);
	for (let at: usize = 0; at < plane; at += 16) {
		const l = at * 2;
		const w0 = f64x2.mul(v128.load(logsOfCond + l), shares);
		const w1 = f64x2.mul(v128.load(logsOfCond + l, 16), shares);
		v128.store(
			kept + at,
			v128.shuffle<i64>(f32x4.demote_f64x2_zero(w0), f32x4.demote_f64x2_zero(w1), 0, 2)
		);
		let a0 = f64x2.mul(w0, conds);
		let a1 = f64x2.mul(w1, conds);
		if (guided) {
			const n0 = f64x2.mul(v128.load(logsOfNeg + l), negs);
			const n1 = f64x2.mul(v128.load(logsOfNeg + l, 16), negs);
			a0 = f64x2.add(a0, f64x2.mul(n0, v128.load(scale + l)));
			a1 = f64x2.add(a1, f64x2.mul(n1, v128.load(scale + l, 16)));
			mute = f64x2.add(
				mute,
				f64x2.add(f64x2.mul(n0, v128.load(mutes + l)), f64x2.mul(n1, v128.load(mutes + l, 16)))
			);
		}
		if (!v128.any_true(v128.or(a0, a1))) continue;
		const from = scene + at;
		const r = v128.load(from);
		const g = v128.load(from + plane);
		const b = v128.load(from + plane * 2);
		red = f64x2.add(red, f64x2.add(f64x2.mul(a0, low(r)), f64x2.mul(a1, high(r))));
		green = f64x2.add(green, f64x2.add(f64x2.mul(a0, low(g)), f64x2.mul(a1, high(g))));
		blue = f64x2.add(blue, f64x2.add(f64x2.mul(a0, low(b)), f64x2.mul(a1, high(b))));
	}
	const muted = sum(mute);
	const i = pixel * 24;
	for (let c: usize = 0; c < 24; c += 8) {
		const painted = c == 0 ? sum(red) : c == 8 ? sum(green) : sum(blue);
		store<f64>(
			estimate + i + c,
			painted + own * load<f64>(noisy + i + c) + muted * load<f64>(offset + i + c)
		);
	}
}

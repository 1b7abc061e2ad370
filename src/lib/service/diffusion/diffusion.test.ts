import { describe, expect, it } from 'vitest';
import { normals } from '$lib/core/random';
import { areaTable, boxRoom, boxSum } from './window';
import {
	cosineAlphas,
	ddim,
	dpmSolverPP2M,
	euler,
	eulerAncestral,
	exponentialSchedule,
	guidedDenoiser,
	heun,
	karrasSchedule,
	linearAlphas,
	meanScene,
	schedules,
	windowRadius,
	type Denoise,
	type GuidedOptions,
	type Sampler
} from './index';

describe('karrasSchedule', () => {
	it('gives the levels of Karras et al. 2022, eq. 5 for N=18, 0.002 to 80, rho 7', () => {
		const sigmas = karrasSchedule(18, { sigmaMin: 0.002, sigmaMax: 80 });
		const published = [80, 57.586, 40.786, 28.375, 19.352];
		published.forEach((value, i) => expect(sigmas[i]).toBeCloseTo(value, 3));
		expect(sigmas[17]).toBeCloseTo(0.002, 9);
		expect(sigmas[18]).toBe(0);
	});

	it('starts one step at the top', () => {
		expect([...karrasSchedule(1)]).toEqual([80, 0]);
	});
});

describe('the other schedules', () => {
	it('linear betas end at the published cumulative alpha, 4.036e-5 (Ho et al. 2020)', () => {
		expect(linearAlphas()[999]).toBeCloseTo(4.036e-5, 8);
	});

	it('the cosine schedule is Nichol and Dhariwal 2021, eq. 17, where betas are not clipped', () => {
		const alphas = cosineAlphas();
		const f = (t: number) => Math.cos((((t / 1000 + 0.008) / 1.008) * Math.PI) / 2) ** 2;
		for (const t of [1, 100, 500, 900, 990]) expect(alphas[t - 1]).toBeCloseTo(f(t) / f(0), 9);
	});

	it('the exponential schedule is what Karras tends to for a large rho', () => {
		const [a, b] = [exponentialSchedule(12), karrasSchedule(12, {}, 1e6)];
		a.forEach((v, i) => expect(Math.abs(v - b[i])).toBeLessThanOrEqual(1e-3 * v));
	});

	it.each(Object.keys(schedules))('%s falls from within the range to 0', (name) => {
		for (const steps of [1, 2, 20, 60]) {
			const sigmas = schedules[name](steps);
			expect(sigmas).toHaveLength(steps + 1);
			expect(sigmas[0]).toBeLessThanOrEqual(80.0001);
			expect(sigmas[0]).toBeGreaterThan(70);
			expect(sigmas[steps]).toBe(0);
			for (let i = 0; i < steps; i++) expect(sigmas[i + 1]).toBeLessThan(sigmas[i]);
		}
	});
});

describe('samplers on one Gaussian', () => {
	// On a Gaussian with mean m and deviation s the flow has an exact answer:
	// x(0) = m + (x_T - m) s / sqrt(s^2 + sigma_T^2).
	const mean = 0.3;
	const s = 0.5;
	const denoise: Denoise = (x, sigma, out) => {
		const own = (s * s) / (s * s + sigma * sigma);
		for (let i = 0; i < x.length; i++) out[i] = own * x[i] + (1 - own) * mean;
	};
	const error = (sampler: Sampler, steps: number): number => {
		const schedule = karrasSchedule(steps, { sigmaMin: 0.002, sigmaMax: 10 });
		const x = new Float64Array([12, -7, 4]);
		const exact = [...x].map((v) => mean + ((v - mean) * s) / Math.sqrt(s * s + 100));
		sampler(x, schedule, denoise);
		return Math.max(...exact.map((v, i) => Math.abs(v - x[i])));
	};
	const order = (sampler: Sampler) => Math.log2(error(sampler, 40) / error(sampler, 80));

	it('Euler is of order 1', () => expect(order(euler)).toBeGreaterThan(0.8));
	it('Euler is of no more than order 1', () => expect(order(euler)).toBeLessThan(1.3));
	it('DPM-Solver++(2M) is of order 2', () => expect(order(dpmSolverPP2M)).toBeGreaterThan(1.7));
	it('DPM-Solver++(2M) is nearer than Euler at 20 steps', () =>
		expect(error(dpmSolverPP2M, 20)).toBeLessThan(error(euler, 20) / 3));

	it('Heun is of order 2', () => expect(order(heun)).toBeGreaterThan(1.7));

	it('deterministic DDIM is Euler in these coordinates (Song et al. 2021)', () => {
		const run = (sampler: Sampler) => {
			const x = new Float64Array([12, -7, 4]);
			sampler(x, karrasSchedule(15), denoise);
			return x;
		};
		const [a, b] = [run(ddim), run(euler)];
		a.forEach((v, i) => expect(v).toBeCloseTo(b[i], 9));
	});

	it('ancestral Euler ends where the Gaussian is: its mean and deviation, over many paths', () => {
		const count = 20_000;
		const x = Float64Array.from(normals(3, 0, count), (v) => 10 * v);
		eulerAncestral(x, karrasSchedule(200, { sigmaMin: 0.002, sigmaMax: 10 }), denoise, {
			noise: (step) => normals(3, step, count)
		});
		const centre = x.reduce((sum, v) => sum + v, 0) / count;
		const spread = Math.sqrt(x.reduce((sum, v) => sum + (v - centre) ** 2, 0) / count);
		expect(centre).toBeCloseTo(mean, 1);
		expect(Math.abs(spread / s - 1)).toBeLessThan(0.05);
		expect(() => eulerAncestral(x, karrasSchedule(4), denoise)).toThrow(/noise/);
	});

	it('stops when told to', () => {
		let steps = 0;
		const x = new Float64Array(3);
		euler(x, karrasSchedule(10), denoise, {
			onStep: (step) => {
				steps = step;
				return step < 4;
			}
		});
		expect(steps).toBe(4);
	});
});

describe('boxSum', () => {
	it.each([0, 1, 3, 20])('adds up the window, cut at the edges, for radius %i', (radius) => {
		const [width, height] = [9, 7];
		const source = Float64Array.from(normals(5, 0, width * height));
		const out = new Float64Array(source.length);
		boxSum(source, out, width, height, radius, boxRoom(width, height));
		for (let y = 0; y < height; y++) {
			for (let x = 0; x < width; x++) {
				let sum = 0;
				for (let v = Math.max(0, y - radius); v <= Math.min(height - 1, y + radius); v++) {
					for (let u = Math.max(0, x - radius); u <= Math.min(width - 1, x + radius); u++) {
						sum += source[v * width + u];
					}
				}
				expect(out[y * width + x]).toBeCloseTo(sum, 4);
			}
		}
	});
});

describe('areaTable', () => {
	it('holds the sum over every rectangle from the upper left corner (Crow 1984)', () => {
		const [width, height] = [7, 5];
		const source = Float64Array.from(normals(8, 0, width * height));
		const table = areaTable(source, width, height);
		for (let y = 0; y <= height; y++)
			for (let x = 0; x <= width; x++) {
				let sum = 0;
				for (let v = 0; v < y; v++) for (let u = 0; u < x; u++) sum += source[v * width + u];
				expect(table[y * (width + 1) + x]).toBeCloseTo(sum, 5);
			}
	});
});

describe('guidedDenoiser', () => {
	const [width, height] = [6, 5];
	const length = width * height * 3;
	const scenes = [1, 2, 3, 4].map((seed) => normals(seed, 0, length).map((v) => Math.tanh(v)));
	const prior = [0.4, 0.3, 0.2, 0.1];
	const generalPrior = [0.1, 0.2, 0.3, 0.4];
	const spread = 0.1;
	const whole = { high: 100, low: 100, sigmaMin: 0.002, sigmaMax: 80 };
	const options = (guidance: number, window = whole): GuidedOptions => ({
		prior,
		negativePrior: generalPrior,
		guidance,
		touchiness: 0.1,
		window
	});
	const at = (sigma: number, guidance: number, window = whole) => {
		const x = Float64Array.from(normals(77, 0, length), (v, i) => scenes[0][i] + sigma * v);
		const out = new Float64Array(length);
		guidedDenoiser({ width, height, scenes, spread }, options(guidance, window)).denoise(
			x,
			sigma,
			out
		);
		return { x, out };
	};

	/** The plain way, in double precision, straight from the equations; windows by brute force. */
	function plain(
		x: Float64Array,
		sigma: number,
		from: Float32Array[],
		weights: number[],
		radius: number
	): number[] {
		const variance = sigma * sigma + spread * spread;
		const out: number[] = [];
		for (let p = 0; p < width * height; p++) {
			const [px, py] = [p % width, Math.floor(p / width)];
			const logs = from.map((scene, k) => {
				let sum = 0;
				for (let q = 0; q < width * height; q++) {
					const [qx, qy] = [q % width, Math.floor(q / width)];
					if (Math.abs(qx - px) > radius || Math.abs(qy - py) > radius) continue;
					for (let c = 0; c < 3; c++) sum += (x[q * 3 + c] - scene[q * 3 + c]) ** 2;
				}
				return Math.log(weights[k]) - sum / (2 * variance);
			});
			const top = Math.max(...logs);
			const w = logs.map((l) => Math.exp(l - top));
			const total = w.reduce((a, b) => a + b);
			for (let c = 0; c < 3; c++) {
				const mean = from.reduce((sum, scene, k) => sum + (w[k] / total) * scene[p * 3 + c], 0);
				out.push(
					((spread * spread) / variance) * x[p * 3 + c] + ((sigma * sigma) / variance) * mean
				);
			}
		}
		return out;
	}

	it.each([0.05, 0.5, 3, 40])(
		'with windows as wide as the frame and guidance 1 is the posterior mean of a Gaussian mixture (Karras et al. 2022, B.3), sigma %d',
		(sigma) => {
			const { x, out } = at(sigma, 1);
			plain(x, sigma, scenes, prior, 100).forEach((v, i) => expect(out[i]).toBeCloseTo(v, 9));
		}
	);

	it('follows D = D_neg + g (D_cond - D_neg), D_neg muted, with small windows', () => {
		const window = { ...whole, high: 1, low: 1 };
		const sigma = 0.7;
		const g = 4;
		const { x, out } = at(sigma, g, window);
		const mean = meanScene(scenes, prior);
		const cond = plain(x, sigma, scenes, prior, 1);
		const general = plain(x, sigma, scenes, generalPrior, 1);
		const kept = spread ** 2 / (sigma ** 2 + spread ** 2);
		const neg = general.map((v, i) => {
			const scene = (v - kept * x[i]) / (1 - kept);
			return kept * x[i] + (1 - kept) * (0.9 * scene + (0.1 * mean[i]) / 2);
		});
		out.forEach((v, i) => expect(v).toBeCloseTo(neg[i] + g * (cond[i] - neg[i]), 5));
	});

	it('weighs two parts of a picture each by itself, as if each were a picture', () => {
		const parted = 2;
		const sigma = 0.7;
		const x = Float64Array.from(normals(77, 0, length), (v, i) => scenes[0][i] + sigma * v);
		const run = (from: number, to: number, at = 0) => {
			const cut = <T extends Float32Array | Float64Array>(values: T) =>
				values.slice(from * width * 3, to * width * 3) as T;
			const out = new Float64Array((to - from) * width * 3);
			const set = { width, height: to - from, scenes: scenes.map(cut), spread, parted: at };
			guidedDenoiser(set, options(1)).denoise(cut(x), sigma, out);
			return [...out];
		};
		const both = run(0, height, parted);
		expect(both).toEqual([...run(0, parted), ...run(parted, height)]);
		expect(both).not.toEqual(run(0, height));
	});

	it('is linear in guidance (Ho and Salimans 2022, eq. 6)', () => {
		const [two, three, four] = [2, 3, 4].map((g) => at(1, g).out);
		three.forEach((v, i) => expect(v).toBeCloseTo((two[i] + four[i]) / 2, 4));
	});

	it('at guidance 1 does not look at the negative side at all, bit for bit', () => {
		const x = Float64Array.from(normals(9, 0, length));
		const run = (negativePrior: number[]) => {
			const out = new Float64Array(length);
			guidedDenoiser({ width, height, scenes, spread }, { ...options(1), negativePrior }).denoise(
				x,
				1,
				out
			);
			return [...out];
		};
		expect(run([1, 0, 0, 0])).toEqual(run([0, 0, 0, 1]));
	});

	// Seven scenes are more than the kernel reads at once, and no multiple of it; radii go beyond the frame.
	it.each([0, 1, 2, 4, 5, 9])(
		'weighs any number of scenes over any window, radius %d',
		(radius) => {
			const many = [1, 2, 3, 4, 5, 6, 7].map((seed) => normals(seed, 3, length).map(Math.tanh));
			const weights = [0.3, 0.1, 0.2, 0.05, 0.15, 0.1, 0.1];
			const x = Float64Array.from(normals(70, 0, length), (v, i) => many[4][i] + 0.6 * v);
			const out = new Float64Array(length);
			guidedDenoiser(
				{ width, height, scenes: many, spread },
				{
					...options(1, { ...whole, high: radius, low: radius }),
					prior: weights,
					negativePrior: weights
				}
			).denoise(x, 0.6, out);
			plain(x, 0.6, many, weights, radius).forEach((v, i) => expect(out[i]).toBeCloseTo(v, 9));
		}
	);

	it('weighs a scene of a deviation of its own as a wider Gaussian', () => {
		const own = 0.4;
		const sigma = 0.3;
		const x = Float64Array.from(normals(71, 0, length), (v, i) => scenes[2][i] + 0.4 * v);
		const out = new Float64Array(length);
		guidedDenoiser(
			{ width, height, scenes, spread, ownSpread: new Map([[1, own]]) },
			options(1)
		).denoise(x, sigma, out);
		// Straight from the density of a Gaussian in so many dimensions.
		const logs = scenes.map((scene, k) => {
			const variance = sigma ** 2 + (k === 1 ? own : spread) ** 2;
			const apart = scene.reduce((sum, v, i) => sum + (x[i] - v) ** 2, 0);
			return Math.log(prior[k]) - apart / (2 * variance) - (length / 2) * Math.log(variance);
		});
		const top = Math.max(...logs);
		const w = logs.map((l) => Math.exp(l - top));
		const total = w.reduce((sum, v) => sum + v);
		const variance = sigma ** 2 + spread ** 2;
		for (let i = 0; i < length; i++) {
			const mean = scenes.reduce((sum, scene, k) => sum + (w[k] / total) * scene[i], 0);
			expect(out[i]).toBeCloseTo((spread ** 2 * x[i] + sigma ** 2 * mean) / variance, 8);
		}
	});

	it('gives each of two that take turns its own result, and its weights only while they are its own', () => {
		const x = Float64Array.from(normals(72, 0, length));
		const [one, two] = [2, 6].map((guidance) =>
			guidedDenoiser({ width, height, scenes, spread }, options(guidance))
		);
		const run = (by: typeof one) => {
			const out = new Float64Array(length);
			by.denoise(x, 1.5, out);
			return [...out];
		};
		const [first, second] = [run(one), run(two)];
		expect(run(one)).toEqual(first);
		expect(() => two.weights()).toThrow(/since/);
		expect(run(two)).toEqual(second);
		expect(second).not.toEqual(first);
	});

	it('gives weights that add up to 1 everywhere', () => {
		const { denoise, weights } = guidedDenoiser({ width, height, scenes, spread }, options(5));
		denoise(Float64Array.from(normals(3, 0, length)), 2, new Float64Array(length));
		for (let p = 0; p < width * height; p++) {
			expect(weights().reduce((sum, w) => sum + w[p], 0)).toBeCloseTo(1, 5);
		}
	});

	it('shrinks its windows with the noise', () => {
		const range = { high: 32, low: 2, sigmaMin: 0.01, sigmaMax: 100 };
		expect(windowRadius(100, range)).toBe(32);
		// Half way along log sigma: 2 + 30 * 0.5^(1/3).
		expect(windowRadius(1, range)).toBe(26);
		expect(windowRadius(0.001, range)).toBe(2);
	});
});

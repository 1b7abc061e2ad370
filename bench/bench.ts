/**
 * Measures speed as ratios: against plain code and against reading the same memory, in one run.
 * `npm run bench` takes about a quarter of an hour; `npm run bench -- --quick` leaves out the plain
 * take at full size and the memory of a long job; `-- --plain`, `-- --threads`,
 * `-- --cold`, `-- --memory` and `-- --measures` do those alone, `-- --findings` holds findings against planted truths,
 * `-- --narrowing` narrowing down against plans set by hand.
 */
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { resolve } from 'node:path';
import { guidedDenoiser, samplers, schedules, type SceneSet } from '../src/lib/service/diffusion';
import { normals } from '../src/lib/core/random';
import type { TakeSettings } from '../src/lib/core/schema';
import { characterOf, traceTake } from '../src/lib/service/standins';
import { decode } from '../src/lib/service/standins/decode';
import { denoiserOptions } from '../src/lib/service/standins/take';
import { openPool, type RenderPool } from '../src/lib/service/http/pool';
import { benchFindings } from './findings';
import { benchNarrowing } from './narrowing';
import { benchMeasures } from './measures';
import { bookFor, forgetBooks, makeTake, settingsFor } from './make-take';
import { plainDenoiser } from './plain-denoiser';
import { serve } from './serve';

const quick = process.argv.includes('--quick');
const character = characterOf('turnstone-2')!;
const prompt = 'a lighthouse at dusk above a salt marsh';
const asked = (change: Partial<TakeSettings>) =>
	settingsFor(character, { prompt, guidance: 6, steps: 28, seed: 7, ...change });

function timed(work: () => void): number {
	const from = performance.now();
	work();
	return performance.now() - from;
}

/** Median time of a few runs, in milliseconds. */
function median(runs: number, work: () => void): number {
	const times = Array.from({ length: runs }, () => timed(work)).sort((a, b) => a - b);
	return times[Math.floor(runs / 2)];
}

/** Adds up all scenes once: the least that any step could read. */
function readOnce(scenes: readonly Float32Array[]): number {
	let sum = 0;
	for (const scene of scenes) sum += total(scene);
	return sum;
}
function total(values: Float32Array): number {
	let sum = 0;
	for (let i = 0; i < values.length; i++) sum += values[i];
	return sum;
}

/** The scenes of a take and how they are weighed, at a frame size, with only the first `count`. */
function fieldOf(side: number, count = Infinity) {
	const settings = asked({ width: side, height: side });
	const { field } = traceTake({ ...settings, steps: 1 }, character, bookFor(character, settings))!;
	const keep = <T extends Float64Array>(weights: T) => weights.slice(0, count);
	const part = {
		...field,
		latents: field.latents.slice(0, count),
		prior: keep(field.prior),
		negativePrior: keep(field.negativePrior)
	};
	const set: SceneSet = {
		width: field.width,
		height: field.height,
		scenes: part.latents,
		spread: character.spread
	};
	return { settings, set, options: denoiserOptions(settings, character, part) };
}

/** One guided step half way down, where many scenes are still in play. */
function stepRow(side: number, count = Infinity, withPlain = side <= 512) {
	const { set, options } = fieldOf(side, count);
	const sigma = schedules.karras(28, options.window)[12];
	const x = Float64Array.from(
		normals(7, 0, set.scenes[0].length),
		(v, i) => set.scenes[0][i] + sigma * v
	);
	const out = new Float64Array(x.length);
	const { denoise } = guidedDenoiser(set, options);
	for (let i = 0; i < 20; i++) denoise(x, sigma, out);
	const fast = median(15, () => denoise(x, sigma, out));
	for (let i = 0; i < 20; i++) readOnce(set.scenes);
	const read = median(15, () => readOnce(set.scenes));
	const row: Record<string, unknown> = {
		frame: `${side}x${side}`,
		scenes: set.scenes.length,
		'ms a step': fast.toFixed(1),
		'times one read': (fast / read).toFixed(1)
	};
	if (withPlain) {
		const check = new Float64Array(x.length);
		const slow = timed(() => plainDenoiser(set, options).denoise(x, sigma, check));
		const apart = out.reduce((worst, v, i) => Math.max(worst, Math.abs(v - check[i])), 0);
		row['plain ms'] = slow.toFixed(0);
		row['times faster'] = (slow / fast).toFixed(0);
		row['largest difference of 255'] = (apart * 127.5).toFixed(3);
	}
	return row;
}

/** What tells one kernel from another: milliseconds a step, and how far it is from plain loops, of 255. */
function stepFigures() {
	const [small, large] = [stepRow(512), stepRow(1024)];
	return {
		'ms at 512x512': Number(small['ms a step']),
		'ms at 1024x1024': Number(large['ms a step']),
		'largest difference of 255': Number(small['largest difference of 255'])
	};
}

/** A whole take on a warm cache against the same take made with the plain denoiser. */
function plainTake(side: number) {
	const { settings, set, options } = fieldOf(side);
	const book = bookFor(character, settings);
	makeTake(character, settings);
	let fastPixels = new Uint8Array();
	const fast = median(
		5,
		() => (fastPixels = makeTake(character, settings).pixels as typeof fastPixels)
	);
	let slowPixels = new Uint8Array();
	const slow = timed(() => {
		const { denoise, weights } = plainDenoiser(set, options);
		const schedule = schedules[settings.schedule](settings.steps, options.window);
		const noise = normals(settings.seed, 0, set.width * set.height * 3);
		const x = Float64Array.from(noise, (v) => v * schedule[0]);
		samplers[settings.sampler](x, schedule, denoise);
		const { field } = traceTake({ ...settings, steps: 1 }, character, book)!;
		slowPixels = decode(book, field, x, weights) as typeof slowPixels;
	});
	const apart = fastPixels.reduce((worst, v, i) => Math.max(worst, Math.abs(v - slowPixels[i])), 0);
	return {
		frame: `${side}x${side}`,
		steps: settings.steps,
		'warm take ms': fast.toFixed(0),
		'plain take ms': slow.toFixed(0),
		'times faster': (slow / fast).toFixed(1),
		'largest pixel difference': apart
	};
}

/** Whole takes on one thread: the first one pays for the scenes, the later ones do not. */
function takeRow(side: number, steps = 28) {
	const settings = asked({ width: side, height: side, steps });
	forgetBooks();
	const opened = timed(() => bookFor(character, settings));
	const first = timed(() => makeTake(character, settings));
	for (let seed = 1; seed < 6; seed++) makeTake(character, { ...settings, seed });
	const warm = median(5, () => makeTake(character, settings));
	return {
		frame: `${side}x${side}`,
		steps,
		'opening ms': opened.toFixed(0),
		'first take ms': first.toFixed(0),
		'warm take ms': warm.toFixed(0),
		'takes a minute': (60_000 / warm).toFixed(0)
	};
}

const threadFile = resolve('build/threads/render-thread.mjs');
const output = { format: 'png', preview: true } as const;

/** Makes one take in a pool. */
const inPool = (
	pool: RenderPool,
	change: Parameters<typeof asked>[0],
	onProgress: Parameters<RenderPool['render']>[2] = () => undefined
) =>
	pool.render(
		{ settings: asked(change), output, pictures: {} },
		new AbortController().signal,
		onProgress
	);

/** Runs warm takes through a pool and gives takes a minute. */
async function throughput(threads: number, side: number): Promise<number> {
	const pool = openPool(threads, threadFile);
	const run = (seed: number) => inPool(pool, { width: side, height: side, seed });
	await Promise.all(Array.from({ length: threads * 4 }, (_, i) => run(i % 6)));
	const count = 16;
	const from = performance.now();
	await Promise.all(Array.from({ length: count }, (_, i) => run(i % 6)));
	const rate = (count * 60_000) / (performance.now() - from);
	await pool.close();
	return rate;
}

/** Words that nobody has asked for yet. */
const places = ['harbour', 'meadow', 'street at night', 'mountain pass', 'salt marsh', 'forest'];
const subjects = ['a lighthouse', 'a fox', 'a sailing boat', 'a windmill', 'an owl', 'a bicycle'];
let asks = 0;
const freshWords = () => {
	const at = asks++;
	return `${subjects[at % 6]} in a ${places[Math.floor(at / 6) % 6]} at dusk`;
};

interface Clocked {
	ms: number;
	cpu: number;
}

/** Wall and processor time of some work, in milliseconds. */
async function clock(work: () => Promise<unknown>): Promise<Clocked> {
	const [from, spent] = [performance.now(), process.cpuUsage()];
	await work();
	const { user, system } = process.cpuUsage(spent);
	return { ms: performance.now() - from, cpu: (user + system) / 1000 };
}

/** A new prompt in a pool: eight takes at once, then one take of another alone, cold and warm. */
async function coldRound(pool: RenderPool, [words, alone]: readonly string[]) {
	const run = (prompt: string, seed: number) =>
		inPool(pool, { prompt, width: 1024, height: 1024, seed });
	const plan = await clock(() =>
		Promise.all(Array.from({ length: 8 }, (_, seed) => run(words, seed)))
	);
	const first = await clock(() => run(alone, 1));
	const warm: Clocked[] = [];
	for (let again = 0; again < 3; again++) warm.push(await clock(() => run(alone, 1)));
	return { plan: plan.ms, cpu: plan.cpu, first: first.ms, warm: middle(warm.map(({ ms }) => ms)) };
}

const middle = (values: readonly number[]) =>
	[...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/**
 * A new prompt on one, two and four threads. The three take turns round by round, since a machine's
 * pace varies, and each figure against another is the median of its rounds.
 */
async function coldPlans(rounds = 5) {
	const counts = [1, 2, 4];
	const pools = counts.map((threads) => openPool(threads, threadFile));
	// Threads have started and their code is compiled.
	for (const [i, pool] of pools.entries())
		await Promise.all(
			Array.from({ length: counts[i] * 3 }, (_, seed) =>
				inPool(pool, { width: 1024, height: 1024, seed })
			)
		);
	const turns: Awaited<ReturnType<typeof coldRound>>[][] = [];
	for (let round = 0; round < rounds; round++) {
		const words = [freshWords(), freshWords()];
		const turn: (typeof turns)[number] = [];
		for (const pool of pools) turn.push(await coldRound(pool, words));
		turns.push(turn);
	}
	await Promise.all(pools.map((pool) => pool.close()));
	console.log(
		`A new prompt, eight takes of 1024x1024 and 28 steps, as PNG, medians of ${rounds} rounds:`
	);
	console.table(
		counts.map((threads, at) => {
			const over = (read: (turn: (typeof turns)[number]) => number) => middle(turns.map(read));
			return {
				threads,
				'plan ms': over((turn) => turn[at].plan).toFixed(0),
				'times as fast': over((turn) => turn[0].plan / turn[at].plan).toFixed(2),
				'processor ms': over((turn) => turn[at].cpu).toFixed(0),
				'of one thread': over((turn) => turn[at].cpu / turn[0].cpu).toFixed(2),
				'first take ms': over((turn) => turn[at].first).toFixed(0),
				'warm take ms': over((turn) => turn[at].warm).toFixed(0),
				'first to warm': over((turn) => turn[at].first / turn[at].warm).toFixed(2)
			};
		})
	);
}

/** When a warm model shows its first partial picture, as a share of the whole take. */
async function firstPartial(side: number) {
	const pool = openPool(1, threadFile);
	const shares: number[] = [];
	for (let i = 0; i < 6; i++) {
		const from = performance.now();
		let first = Infinity;
		await inPool(pool, { width: side, height: side, seed: 3 }, ({ preview }) => {
			if (preview) first = Math.min(first, performance.now() - from);
		});
		if (i > 0) shares.push(first / (performance.now() - from));
	}
	await pool.close();
	return shares.sort((a, b) => a - b)[2];
}

/** Memory in MB that a process holds after the same large takes on so many threads. */
async function resident(threads: number): Promise<number> {
	const pool = openPool(threads, threadFile);
	for (const prompt of Array.from({ length: 3 }, freshWords))
		await Promise.all(
			Array.from({ length: 12 }, (_, seed) =>
				inPool(pool, { prompt, width: 1024, height: 1024, seed, steps: 8 })
			)
		);
	const megabytes = process.memoryUsage().rss / 1e6;
	await pool.close();
	return megabytes;
}

/** What a further thread takes, each number of threads in a process of its own. */
function threadMemory(): void {
	const [one, four] = [1, 4].map((threads) =>
		Number(execFileSync(process.execPath, [process.argv[1], '--resident', String(threads)]))
	);
	console.log(
		`Resident after 36 takes of 1024x1024: ${one.toFixed(0)} MB with one thread, ${four.toFixed(0)} with four: ${((four - one) / 3).toFixed(0)} MB a further thread.`
	);
}

/** Peak resident memory of the built server through one job of many large takes. */
async function longJob(takes: number, side: number) {
	const { server, client, memory } = await serve();
	try {
		const from = performance.now();
		const { job } = await client.submit({
			key: randomUUID(),
			takes: Array.from({ length: takes }, (_, seed) => ({
				...asked({ width: side, height: side, seed }),
				ref: `t${seed}`
			}))
		});
		let done = 0;
		for (let after = 0; done < takes;)
			for await (const { id, event } of client.events(job, after, new AbortController().signal)) {
				after = id;
				if (event.type === 'done') done++;
				if (event.type === 'failed') throw new Error(event.message);
			}
		const seconds = (performance.now() - from) / 1000;
		const peak = memory('VmHWM');
		return {
			takes: done,
			frame: `${side}x${side}`,
			seconds: seconds.toFixed(0),
			'takes a minute': ((done * 60) / seconds).toFixed(0),
			'peak MB': peak.toFixed(0)
		};
	} finally {
		server.kill();
	}
}

/** What a second thread brings, and when a first partial picture is there. */
async function threads() {
	const rates = [await throughput(1, 768), await throughput(2, 768)];
	console.log(
		`Takes a minute at 768x768, encoded as PNG: ${rates[0].toFixed(0)} on one thread, ${rates[1].toFixed(0)} on two: ${(rates[1] / rates[0]).toFixed(2)} times.`
	);
	console.log(
		`First partial picture of a warm model at 1024x1024: after ${(100 * (await firstPartial(1024))).toFixed(0)} % of the take's time.`
	);
}

if (process.argv.includes('--cold')) {
	await coldPlans();
	process.exit();
}
if (process.argv.includes('--step')) {
	console.log(JSON.stringify(stepFigures()));
	process.exit();
}
if (process.argv.includes('--threads')) {
	await threads();
	process.exit();
}
if (process.argv.includes('--findings')) {
	await benchFindings();
	process.exit(0);
}
if (process.argv.includes('--narrowing')) {
	benchNarrowing();
	process.exit(0);
}
if (process.argv.includes('--measures')) {
	benchMeasures();
	process.exit();
}
if (process.argv.includes('--resident')) {
	console.log(await resident(Number(process.argv.at(-1))));
	process.exit();
}
if (process.argv.includes('--memory')) {
	threadMemory();
	console.table([await longJob(256, 1024)]);
	process.exit();
}
if (process.argv.includes('--plain')) {
	console.table([plainTake(512), plainTake(1024)]);
	process.exit();
}
console.log(
	'One guided step, against the same equations in plain loops and against reading the scenes once:'
);
console.table([256, 512, 768, 1024].map((side) => stepRow(side)));
console.log('The same by the number of scenes:');
console.table([7, 13, 26].map((count) => stepRow(512, count, false)));
console.log('Whole takes on one thread, by frame and by steps:');
console.table([takeRow(512), takeRow(768), takeRow(1024), takeRow(1024, 14), takeRow(1024, 56)]);
console.log('A whole take with guidance on a warm cache, against the plain implementation:');
console.table([plainTake(512)]);
forgetBooks();
console.log('A take of 2048x2048:');
console.table([takeRow(2048)].map(({ 'takes a minute': _, ...row }) => row));
forgetBooks();
await threads();
await coldPlans();
threadMemory();
benchMeasures();
if (!quick) {
	console.log('A long job through the built server:');
	console.table([await longJob(256, 1024)]);
	console.log('A whole take at full size, against the plain implementation:');
	console.table([plainTake(1024)]);
}

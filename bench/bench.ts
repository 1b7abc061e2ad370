/** Measures speed as ratios: against plain code and against reading the same memory, in one run. */
import {
	guidedDenoiser,
	karrasSchedule,
	type GuidedOptions,
	type SceneSet
} from '../src/lib/core/diffusion';
import { normals } from '../src/lib/core/random';
import { characterOf, openBook, readPrompt, renderTake } from '../src/lib/core/standins';
import { makeSurface } from '../src/lib/server/surface';
import { plainDenoise } from './plain-denoiser';

/** Median time of a few runs, in milliseconds. */
function median(runs: number, work: () => void): number {
	const times = Array.from({ length: runs }, () => {
		const from = performance.now();
		work();
		return performance.now() - from;
	}).sort((a, b) => a - b);
	return times[Math.floor(runs / 2)];
}

const character = characterOf('turnstone-2')!;
const prompt = 'a lighthouse at dusk above a salt marsh';
const reading = readPrompt(prompt);

/** One step of the guided denoiser on a model's own scenes, half way down. */
function stepTable(): Record<string, unknown>[] {
	return [256, 384, 512].map((side) => {
		const book = openBook(character, reading, side, side, makeSurface);
		const set: SceneSet = {
			width: book.latentWidth,
			height: book.latentHeight,
			scenes: book.latents,
			spread: character.spread
		};
		const options: GuidedOptions = {
			prior: book.scenes.map(({ prior }) => prior),
			negativePrior: book.scenes.map(({ generalPrior }) => generalPrior),
			guidance: 6,
			touchiness: character.touchiness,
			window: {
				high: character.coherence * book.latentWidth,
				low: 5,
				sigmaMin: 0.002,
				sigmaMax: 80
			}
		};
		const sigma = karrasSchedule(20)[12];
		const x = normals(7, 0, book.latents[0].length).map((v, i) => book.latents[0][i] + sigma * v);
		const out = new Float32Array(x.length);
		const { denoise } = guidedDenoiser(set, options);
		denoise(x, sigma, out);
		const fast = median(15, () => denoise(x, sigma, out));
		let plain = new Float32Array();
		const slow = median(1, () => (plain = plainDenoise(set, options, x, sigma) as typeof plain));
		let sum = 0;
		const read = median(15, () => {
			for (const scene of book.latents) for (let i = 0; i < scene.length; i++) sum += scene[i];
		});
		const apart = out.reduce((worst, v, i) => Math.max(worst, Math.abs(v - plain[i])), 0);
		return {
			frame: `${side}x${side}`,
			scenes: set.scenes.length,
			'ms a step': fast.toFixed(1),
			'plain ms': slow.toFixed(0),
			'times faster': (slow / fast).toFixed(0),
			'times one read': (fast / read).toFixed(1),
			'largest difference of 255': (apart * 127.5).toFixed(3),
			...(Number.isNaN(sum) ? { sum } : {})
		};
	});
}

/** Whole takes on one thread: the first one pays for the scenes, the later ones do not. */
function takeTable(): Record<string, unknown>[] {
	return [512, 768, 1024].map((side) => {
		const from = performance.now();
		const book = openBook(character, reading, side, side, makeSurface);
		const opened = performance.now() - from;
		const make = (seed: number) => {
			const start = performance.now();
			renderTake(
				{
					model: character.card.id,
					prompt,
					negative: '',
					width: side,
					height: side,
					guidance: 6,
					steps: 28,
					sampler: 'dpm-solver++(2m)',
					schedule: 'karras',
					seed
				},
				character,
				book
			);
			return performance.now() - start;
		};
		const first = make(1);
		for (let seed = 2; seed < 10; seed++) make(seed);
		const again = Array.from({ length: 5 }, (_, i) => make(i + 2)).sort((a, b) => a - b)[2];
		return {
			frame: `${side}x${side}`,
			steps: 28,
			'opening ms': opened.toFixed(0),
			'first take ms': first.toFixed(0),
			'warm take ms': again.toFixed(0),
			'takes a minute': (60_000 / again).toFixed(0),
			'first over warm': ((opened + first) / again).toFixed(1)
		};
	});
}

console.log('One guided step, 26 scenes, against the same equations in plain loops:');
console.table(stepTable());
console.log('Whole takes on one thread:');
console.table(takeTable());
console.log(`Resident memory: ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`);

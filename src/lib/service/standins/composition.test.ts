import { describe, expect, it } from 'vitest';
import { normals } from '$lib/core/random';
import { heun, karrasSchedule } from '$lib/service/diffusion';
import { between, compose, type Composition, type Layout } from './composition';
import { characterOf } from './models';
import { slerp } from './noise';
import { readNegative, readPrompt } from './reading';
import { negativePriors, priors, scenesFor } from './scenes';

const character = characterOf('gannet')!;
const all = scenesFor(character, readPrompt('a hare in a meadow'));
const scenes = all.filter((s) => s.prompted);
const strays = all.filter((s) => !s.prompted);
const side = 24;
const noiseOf = (seed: number) => normals(seed, 0, side * side * 3);
const composed = (noise: Float32Array, guidance: number, negative = ''): Composition =>
	compose(noise, side, side, {
		character,
		scenes,
		cond: priors(scenes),
		neg: negativePriors(scenes, readNegative(negative)),
		strays,
		leftOut: readNegative(negative),
		guidance
	});
const seeds = Array.from({ length: 300 }, (_, i) => i + 1);
const { from, to } = character.card.guidance;
const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
const layouts = (guidance: number) => seeds.map((seed) => composed(noiseOf(seed), guidance).layout);

describe('a composition', () => {
	it('is normal in every direction, each apart from the others, over seeds', () => {
		const all = layouts(from);
		const keys: (keyof Layout)[] = ['across', 'horizon', 'depth', 'pan', 'exposure', 'warmth'];
		const deviation = (key: keyof Layout) => Math.sqrt(mean(all.map((l) => l[key] ** 2)));
		const usual = deviation('across');
		for (const key of keys) {
			expect(Math.abs(mean(all.map((l) => l[key])))).toBeLessThan(0.2 * usual);
			expect(deviation(key) / usual).toBeGreaterThan(0.85);
			expect(deviation(key) / usual).toBeLessThan(1.15);
			for (const other of keys)
				if (other !== key)
					expect(Math.abs(mean(all.map((l) => l[key] * l[other])))).toBeLessThan(0.2 * usual ** 2);
		}
	});

	it('parts less and less as guidance rises, by the solution of the guided equation', () => {
		// Along one direction: prompted pictures of deviation a, all pictures of deviation 1.
		const a = 0.8;
		const solved = (g: number) => {
			const x = Float64Array.of(80);
			heun(x, karrasSchedule(400), (now, sigma, out) => {
				const means = [1, a * a].map((c) => (c / (c + sigma * sigma)) * now[0]);
				out[0] = means[0] + g * (means[1] - means[0]);
			});
			return x[0];
		};
		for (const g of [1, 3, 6]) expect(solved(g)).toBeCloseTo(a ** g, 2);
		const part = (g: number) => composed(noiseOf(5), g).layout.pan;
		const perUnit = part(5) / part(4);
		expect(perUnit).toBeLessThan(1);
		for (const g of [1, 3, 9]) expect(part(g) / part(4)).toBeCloseTo(perUnit ** (g - 4), 6);
	});

	it('turns as its noise turns: no step of a variation is much larger than another', () => {
		for (const seed of [1, 2, 3, 4]) {
			const [one, other] = [noiseOf(seed), noiseOf(seed + 50)];
			const turned = Array.from({ length: 11 }, (_, i) => slerp(one, other, i / 10));
			const all = turned.map((noise) => composed(noise, from).layout);
			const steps = all.slice(1).map((now, i) => {
				const keys = ['across', 'horizon', 'depth', 'pan', 'exposure', 'warmth'] as const;
				return Math.hypot(...keys.map((key) => now[key] - all[i][key]));
			});
			expect(Math.max(...steps) / Math.min(...steps)).toBeLessThan(2);
		}
	});

	it('leaves words out below the good range, nearly none in it, and hears each for good', () => {
		const missing = (guidance: number) =>
			seeds.map((seed) => Object.keys(composed(noiseOf(seed), guidance).left));
		const share = (guidance: number) => mean(missing(guidance).map((left) => left.length / 3));
		expect(share(from / 2)).toBeGreaterThan(0.2);
		expect(share(from / 2)).toBeLessThan(0.5);
		expect(share((from + to) / 2)).toBeLessThan(0.05);
		const [low, high] = [missing(from / 2), missing(from)];
		high.forEach((left, i) => left.forEach((word) => expect(low[i]).toContain(word)));
	});

	it('takes fewer of the actors that a negative prompt names, and the same where it names none', () => {
		const withExtra = scenes.flatMap((scene, k) =>
			scene.uninvited.some(({ where }) => where === 'actors') ? [k] : []
		);
		expect(withExtra.length).toBeGreaterThan(0);
		const words = withExtra.flatMap((k) => scenes[k].uninvited.map((thing) => thing.words[0]));
		const shown = (negative: string) =>
			seeds.filter((seed) => withExtra.includes(composed(noiseOf(seed), 6, negative).cast)).length;
		expect(shown('')).toBeGreaterThan(5);
		expect(shown(words.join(', '))).toBeLessThan(shown('') / 4);
		expect(shown('a bus')).toBe(shown(''));
	});

	it('puts nothing in place of a word that the negative prompt names', () => {
		const instead = (negative: string) =>
			seeds.flatMap((seed) => composed(noiseOf(seed), from / 2, negative).left.subject ?? []);
		const [one, other] = [strays[0], strays[3]].map(({ lead }) => lead.subject.words[0]);
		const [free, withoutOne, withoutBoth] = ['', one, `${one}, ${other}`].map(instead);
		expect(new Set(free)).toEqual(new Set([0, 1]));
		expect(new Set(withoutOne)).toEqual(new Set([1]));
		expect(withoutOne).toHaveLength(free.length);
		expect(withoutBoth).toEqual([]);
	});

	it('lies between a picture and its noise as the equation says', () => {
		const zero = Object.fromEntries(
			Object.keys(composed(noiseOf(1), 1).layout).map((key) => [key, 0])
		) as Layout;
		const [picture, noise] = [1.4, -0.6];
		for (const sigma of [0.1, 1, 7]) {
			const x = Float64Array.of(picture + sigma * noise);
			heun(x, karrasSchedule(200, { sigmaMax: sigma }), (now, at, out) => {
				out[0] = now[0] / (1 + at * at);
			});
			const { across } = between(
				{ ...zero, across: picture },
				{ ...zero, across: noise },
				Math.atan(sigma)
			);
			expect(across).toBeCloseTo(x[0], 2);
		}
	});
});

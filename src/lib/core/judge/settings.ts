import type { Evidence } from './evidence';
import type { Fit } from './fit';

/** One setting: the index of a stop on every dial, and the takes that were made with it. */
export interface Setting {
	stops: readonly number[];
	/** Places of its takes in the evidence; none for a setting that was not made. */
	takes: number[];
}

export const settingKey = (stops: readonly number[]): string => stops.join(' ');

/** The settings that were made, in the order of their first takes. */
export function settingsOf({ takes }: Pick<Evidence, 'takes'>): Setting[] {
	const found = new Map<string, Setting>();
	takes.forEach(({ stops }, i) => {
		const key = settingKey(stops);
		const known = found.get(key);
		if (known) known.takes.push(i);
		else found.set(key, { stops, takes: [i] });
	});
	return [...found.values()];
}

/** The features of a setting's worth among a fit's effects. */
export function effectsAt({ layout, evidence }: Fit, stops: readonly number[]): number[] {
	const at = stops.map((stop, d) => layout.dials[d] + stop);
	for (const {
		of: [a, b],
		feature
	} of layout.together)
		at.push(feature + stops[a] * evidence.dials[b].stops.length + stops[b]);
	return at;
}

/** Worth of settings by draws: settings x draws, row by row. */
export interface Worths {
	count: number;
	draws: number;
	values: Float64Array;
}

export function worthsOf(fit: Fit, settings: readonly Pick<Setting, 'stops'>[]): Worths {
	const { draws } = fit;
	const values = new Float64Array(settings.length * draws.count);
	settings.forEach(({ stops }, s) => {
		const at = effectsAt(fit, stops);
		for (let d = 0; d < draws.count; d++) {
			let worth = 0;
			for (const i of at) worth += draws.effects[d * draws.width + i];
			values[s * draws.count + d] = worth;
		}
	});
	return { count: settings.length, draws: draws.count, values };
}

/** How settings stand by draws. */
export interface Standing {
	/** Chance of being best of them all. */
	chance: number[];
	/** Worth that is lost on average where another one is best. */
	loss: number[];
	mean: number[];
	/** The one with the least expected loss. */
	best: number;
	/** Chance that the best one loses more than would be minded. */
	risk: number;
	/** Whether the answer can be relied on. */
	settled: boolean;
	/** Which setting is best in every draw. */
	bestOf: Int32Array;
}

/** Expected loss below which an answer is settled, in worth: about 3% of preference. */
export const SETTLED = 0.12;
/** A loss that would be minded, and the chance of it that an answer may carry. */
export const MINDED = 0.5;
const RISK = 0.03;

/** A difference of worth that nobody would miss: about 4% of preference. */
export const AS_GOOD = 0.15;

export function standingOf({ count, draws, values }: Worths): Standing {
	const bestOf = new Int32Array(draws);
	const top = new Float64Array(draws).fill(-Infinity);
	for (let s = 0; s < count; s++)
		for (let d = 0; d < draws; d++)
			if (values[s * draws + d] > top[d]) {
				top[d] = values[s * draws + d];
				bestOf[d] = s;
			}
	const highest = top.reduce((a, b) => a + b, 0) / draws;
	const mean = Array.from({ length: count }, (_, s) => {
		let sum = 0;
		for (let d = 0; d < draws; d++) sum += values[s * draws + d];
		return sum / draws;
	});
	const chance = new Array<number>(count).fill(0);
	for (const s of bestOf) chance[s] += 1 / draws;
	const loss = mean.map((one) => highest - one);
	const best = loss.indexOf(Math.min(...loss));
	let minded = 0;
	for (let d = 0; d < draws; d++) if (top[d] - values[best * draws + d] > MINDED) minded++;
	const risk = minded / draws;
	const settled = isSettled(loss[best], risk);
	return { chance, loss, mean, best, risk, settled, bestOf };
}

/**
 * Whether an answer with an expected loss and a risk of a loss that would be minded is settled. The
 * risk is asked for too: answers are looked at after every pair, and a look that comes out well by
 * luck must not end them.
 */
export const isSettled = (loss: number, risk: number): boolean => loss < SETTLED && risk <= RISK;

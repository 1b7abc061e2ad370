import { addRow } from './rows';
import type { Evidence } from './evidence';
import type { Fit } from './fit';

/** One setting: the index of a stop on every dial, and the takes that were made with it. */
export interface Setting {
	stops: readonly number[];
	/** Indexes of its takes in the evidence; none for a setting that wasn't made. */
	takes: number[];
	/** Whether someone judged one of its takes. */
	judged: boolean;
}

export const settingKey = (stops: readonly number[]): string => stops.join(' ');

/** Returns the settings that were made, in the order of their first takes. */
export function settingsOf({ takes, marks, pairs }: Evidence): Setting[] {
	const seen = new Set([
		...marks.map(({ take }) => take),
		...pairs.flatMap(({ left, right }) => [left, right])
	]);
	const found = new Map<string, Setting>();
	takes.forEach(({ id, stops }, i) => {
		const key = settingKey(stops);
		const known = found.get(key) ?? { stops, takes: [], judged: false };
		if (!known.takes.length) found.set(key, known);
		known.takes.push(i);
		known.judged ||= seen.has(id);
	});
	return [...found.values()];
}

/** The features of a setting's score among a fit's effects. */
export function effectsAt({ layout, evidence }: Fit, stops: readonly number[]): number[] {
	const at = stops.map((stop, d) => layout.dials[d] + stop);
	for (const {
		of: [a, b],
		feature
	} of layout.together)
		at.push(feature + stops[a] * evidence.dials[b].stops.length + stops[b]);
	return at;
}

/** Score of settings by draws: settings x draws, row by row. */
export interface Scores {
	count: number;
	draws: number;
	values: Float64Array;
}

/** Effects that are added up together, once for all settings that share them. */
const SHARED = 3;

export function scoresOf(fit: Fit, settings: readonly Pick<Setting, 'stops'>[]): Scores {
	const { count, effects } = fit.draws;
	const values = new Float64Array(settings.length * count);
	const none = new Float64Array(count);
	const sums = new Map<string, Float64Array>();
	const sumOf = (some: readonly number[]): Float64Array => {
		const key = some.join(' ');
		let sum = sums.get(key);
		if (!sum) {
			sum = new Float64Array(count);
			for (const effect of some)
				addRow(sum, 1, effects.subarray(effect * count, (effect + 1) * count));
			sums.set(key, sum);
		}
		return sum;
	};
	settings.forEach(({ stops }, s) => {
		const at = effectsAt(fit, stops);
		for (let i = 0; i < at.length; i += 3 * SHARED) {
			const part = (from: number) =>
				from < at.length ? sumOf(at.slice(from, from + SHARED)) : none;
			add(values, s * count, part(i), part(i + SHARED), part(i + 2 * SHARED));
		}
	});
	return { count: settings.length, draws: count, values };
}

/** Adds three rows to a row of a table. */
function add(
	to: Float64Array,
	from: number,
	a: Float64Array,
	b: Float64Array,
	c: Float64Array
): void {
	for (let d = 0; d < a.length; d++) to[from + d] += a[d] + b[d] + c[d];
}

/** How settings stand by draws. */
export interface Standing {
	/** Chance of being best of them all. */
	chance: number[];
	/** Score that is lost on average where another one is best. */
	loss: number[];
	mean: number[];
	/** The one with the least expected loss among those that someone judged. */
	best: number;
	/** Chance of a regret: that the best one loses more than `REGRET`. */
	risk: number;
	/** Whether the answer can be relied on. */
	settled: boolean;
	/** Which setting is best in every draw. */
	bestOf: Int32Array;
}

/** Expected loss below which an answer is settled, in score: about 3% of preference. */
export const SETTLED = 0.12;
/** A loss beyond this is a regret; and the chance of one that an answer may carry. */
export const REGRET = 0.5;
const RISK = 0.02;

/** A difference of score that nobody would miss: about 4% of preference. */
export const AS_GOOD = 0.15;

/** @param judged whether each setting was judged: no other one is named the best. @default all */
export function standingOf(
	{ count, draws, values }: Scores,
	judged?: readonly boolean[]
): Standing {
	const bestOf = new Int32Array(draws);
	const top = new Float64Array(draws).fill(-Infinity);
	const mean: number[] = [];
	for (let s = 0; s < count; s++) {
		let sum = 0;
		for (let d = 0; d < draws; d++) {
			const score = values[s * draws + d];
			sum += score;
			if (score > top[d]) {
				top[d] = score;
				bestOf[d] = s;
			}
		}
		mean.push(sum / draws);
	}
	const highest = top.reduce((a, b) => a + b, 0) / draws;
	const chance = new Array<number>(count).fill(0);
	for (const s of bestOf) chance[s] += 1 / draws;
	const loss = mean.map((one) => highest - one);
	const open = loss.map((_, s) => !judged || judged[s]);
	const named = open.some(Boolean) ? loss.map((one, s) => (open[s] ? one : Infinity)) : loss;
	const best = named.indexOf(Math.min(...named));
	let regrets = 0;
	for (let d = 0; d < draws; d++) if (top[d] - values[best * draws + d] > REGRET) regrets++;
	const risk = regrets / draws;
	const settled = isSettled(loss[best], risk);
	return { chance, loss, mean, best, risk, settled, bestOf };
}

/**
 * Whether an answer with an expected loss and a risk of a regret is settled. The
 * risk is asked for too: answers are looked at after every pair, and a look that comes out well by
 * luck must not end them.
 */
export const isSettled = (loss: number, risk: number): boolean => loss < SETTLED && risk <= RISK;

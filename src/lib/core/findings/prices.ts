import { carriedStops } from './moved';
import type { Known } from './known';

/** Prices are taken for a product of stops if that gives every known price within this share. */
const CLOSE = 0.05;
const ROUNDS = 60;

/**
 * Works out what a take would cost from what takes have cost: a factor for every stop, as models, sizes
 * and steps multiply. New values of number dials lie on the line between their neighbours.
 *
 * @returns the price in credits by stops, with values for those that are null; null when it can't be told
 */
export function pricesOf({ evidence, settings, credits, carriedBy }: Known) {
	const known = settings.flatMap(({ stops }, s) => {
		const price = credits(s);
		return price === undefined ? [] : [{ stops, price, log: Math.log(price || 1e-9) }];
	});
	const seen = evidence.dials.map(({ stops }, d) =>
		stops.map((_, s) => known.some((one) => one.stops[d] === s))
	);
	let level = 0;
	const effects = evidence.dials.map(({ stops }) => stops.map(() => 0));
	const sum = (stops: readonly number[]) =>
		stops.reduce((all, stop, d) => all + effects[d][stop], level);
	for (let round = 0; round < ROUNDS && known.length; round++) {
		level += known.reduce((all, { stops, log }) => all + log - sum(stops), 0) / known.length;
		evidence.dials.forEach(({ stops }, d) =>
			stops.forEach((_, s) => {
				const here = known.filter((one) => one.stops[d] === s);
				if (!here.length) return;
				effects[d][s] += here.reduce((all, one) => all + one.log - sum(one.stops), 0) / here.length;
			})
		);
	}
	const fits = known.every(
		({ stops, price }) => Math.abs(Math.exp(sum(stops)) - price) <= CLOSE * price + 1e-6
	);
	/** A factor for a value between stops, as a logarithm. */
	const between = (d: number, value: number): number | null => {
		const at = evidence.dials[d].stops
			.map(({ at: place }, s) => ({ place: place ?? NaN, s }))
			.filter(({ s }) => seen[d][s])
			.sort((a, b) => a.place - b.place);
		const above = at.findIndex(({ place }) => place >= value);
		if (above < 0) return null;
		const [low, high] = [at[Math.max(0, above - 1)], at[above]];
		if (value < low.place) return null;
		const share = high.place > low.place ? (value - low.place) / (high.place - low.place) : 0;
		const factor = (s: number) => Math.exp(effects[d][s]);
		return Math.log(factor(low.s) + share * (factor(high.s) - factor(low.s)));
	};
	return (stops: readonly (number | null)[], values: readonly (number | null)[]): number | null => {
		const same = known.find((one) => one.stops.every((stop, d) => stop === stops[d]));
		if (same) return same.price;
		if (!fits || !known.length) return null;
		let log = level;
		for (const [d, stop] of stops.entries()) {
			const by = carriedBy[d];
			// Dials that always moved together have no price apart.
			if (by >= 0 && stop !== carriedStops(evidence, by, d)[stops[by] ?? -1]) return null;
			const one =
				stop === null ? between(d, values[d] ?? NaN) : seen[d][stop] ? effects[d][stop] : null;
			if (one === null || Number.isNaN(one)) return null;
			log += one;
		}
		return Number(Math.exp(log).toFixed(2));
	};
}

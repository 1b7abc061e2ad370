import {
	curveOf,
	effectIn,
	flattened,
	logistic,
	settingKey,
	scoresOf,
	type Scores
} from '$lib/core/judge';
import { normals, stream } from '$lib/core/random';
import { defineFinding } from '../finding';
import type { Known } from '../known';
import { pricesOf } from '../prices';
import { listed, many, percent, settingSays, short, stopSays } from '../words';
import { inOrder } from './best';

/** Stops of a proposal on a dial: those that were made, by their keys, and new ones in figures. */
interface ProposedStops {
	dial: string;
	keys: string[];
	values: number[];
}

/** A plan that would tell more. */
export interface Proposal {
	kind: 'finer' | 'seeds' | 'unseen';
	/** Dials that are varied or fixed; those that aren't named stay as they are. */
	stops: ProposedStops[];
	/** The settings to run, each with a stop on every dial of the evidence; null for a new value. */
	settings: { keys: (string | null)[]; values: (number | null)[] }[];
	/** Fresh seeds, each for every setting. */
	seeds: number;
	takes: number;
	/** Credits, worked out from what takes have cost; null when that can't be told. */
	credits: number | null;
	/** The expected gain: in score, as preference over today's best, and in words. */
	gain: number;
	preferred: number;
	gains: string;
	says: string;
	why: string;
}

/** Gains below this aren't worth a plan. */
const WORTH_IT = 0.02;
/** Proposals that are shown at most. */
const MOST = 3;
const FRESH = 4;
/** Draws that are taken for the truth, and draws that are weighed by what would be seen. */
const TRUTHS = 24;
const KEPT = 400;

/** A setting that may be run, with its score by draws. */
interface Candidate {
	/** Its place among the settings that were made; -1 for a new one. */
	made: number;
	stops: (number | null)[];
	values: (number | null)[];
	/** For one of the draws that are weighed. */
	score: (draw: number) => number;
}

interface Idea {
	kind: Proposal['kind'];
	candidates: Candidate[];
	seeds: number;
	says: string;
	why: string;
}

export const next = defineFinding<'next', Proposal>({
	id: 'next',
	question: 'What to run next?',
	method:
		'For every candidate plan, marks of its takes are drawn from what may be true, and all draws are weighed by them. The gain is how much better the settings chosen then would be than today\u2019s, on average (the knowledge gradient). The plans with the largest gains are shown, one of a kind.',
	source: 'Frazier 2009',
	place: 'answer',
	compute: (known) => {
		if (known.settings.length < 2 || !known.judged) return [];
		const ideas = [...finer(known), ...moreSeeds(known), ...unseen(known)];
		return ideas
			.map((idea) => proposalOf(known, idea))
			.filter(({ gain }) => gain > WORTH_IT)
			.sort((a, b) => b.gain - a.gain)
			.filter(({ kind }, i, all) => all.findIndex((one) => one.kind === kind) === i)
			.slice(0, MOST)
			.map((data) => ({
				id: data.kind,
				about: 'What to run next',
				says: data.says,
				data,
				drawing: null,
				table: null
			}));
	}
});

const scoreAt =
	({ values, draws }: Scores, setting: number) =>
	(draw: number): number =>
		values[setting * draws + draw];

const asCandidate = ({ settings, scores }: Known, made: number): Candidate => ({
	made,
	stops: [...settings[made].stops],
	values: settings[made].stops.map(() => null),
	score: scoreAt(scores, made)
});

/** The few that are close, on fresh seeds. */
function moreSeeds(known: Known): Idea[] {
	const { standing, settings, evidence } = known;
	if (standing.settled) return [];
	const close = settings
		.map((_, s) => s)
		.sort((a, b) => standing.chance[b] - standing.chance[a])
		.filter((s, i) => i < 2 || (i < 4 && standing.chance[s] > 0.1));
	return [
		{
			kind: 'seeds',
			candidates: close.map((s) => asCandidate(known, s)),
			seeds: FRESH,
			says: `${listed(close.map((s) => settingSays(evidence, settings[s].stops)))} on ${FRESH} fresh seeds`,
			why: 'They are close, and chance may have decided so far.'
		}
	];
}

/** Combinations of stops that nobody made and that may beat the best. */
function unseen(known: Known): Idea[] {
	const { evidence, fit, settings, standing, scores } = known;
	const made = new Set(settings.map(({ stops }) => settingKey(stops)));
	const levels = evidence.dials.map(({ stops }) => stops.length);
	const all = levels.reduce((product, n) => product * n, 1);
	if (all <= made.size || all > 20_000) return [];
	const open: number[][] = [];
	for (let i = 0; i < all; i++) {
		let rest = i;
		const stops = levels.map((n) => {
			const at = rest % n;
			rest = Math.floor(rest / n);
			return at;
		});
		if (!made.has(settingKey(stops))) open.push(stops);
	}
	const mean = (stops: readonly number[]) =>
		stops.reduce((sum, stop, d) => {
			let all = 0;
			for (let i = 0; i < fit.draws.count; i += 8)
				all += effectIn(fit.draws, fit.layout.dials[d] + stop, i);
			return sum + all / (fit.draws.count / 8);
		}, 0);
	const best = open
		.map((stops) => ({ stops, mean: mean(stops) }))
		.sort((a, b) => b.mean - a.mean)
		.slice(0, 2)
		.map(({ stops }) => stops);
	const theirs = scoresOf(
		fit,
		best.map((stops) => ({ stops }))
	);
	const beats = best.map((_, i) => {
		let count = 0;
		for (let d = 0; d < scores.draws; d++)
			if (scoreAt(theirs, i)(d) > scoreAt(scores, standing.best)(d)) count++;
		return count / scores.draws;
	});
	if (!best.length || beats[0] < 0.15) return [];
	return [
		{
			kind: 'unseen',
			candidates: best.map((stops, i) => ({
				made: -1,
				stops,
				values: stops.map(() => null),
				score: scoreAt(theirs, i)
			})),
			seeds: FRESH,
			says: `${listed(best.map((stops) => settingSays(evidence, stops)))} on ${FRESH} fresh seeds`,
			why: `Nobody has made ${best.length > 1 ? 'these' : 'this'} yet. ${best.length > 1 ? 'The first' : 'It'} has a ${percent(beats[0])} chance to beat today\u2019s best.`
		}
	];
}

/** Finer stops of a number dial round the peak of its curve, everything else as in the best settings. */
function finer(known: Known): Idea[] {
	const { evidence, fit, settings, standing } = known;
	const { draws, layout } = fit;
	const at = settings[standing.best].stops;
	return evidence.dials.flatMap((dial, d): Idea[] => {
		if (dial.kind !== 'number' || dial.stops.length < 3 || dial.step === undefined) return [];
		const PLACES = 33;
		const curve = curveOf(dial, PLACES);
		const mean = curve.at.map((_, g) => {
			let sum = 0;
			for (let s = 0; s < dial.stops.length; s++) {
				let effect = 0;
				for (let i = 0; i < draws.count; i += 8) effect += effectIn(draws, layout.dials[d] + s, i);
				sum += curve.weights.get(g, s) * (effect / (draws.count / 8));
			}
			return sum;
		});
		const top = mean.indexOf(Math.max(...mean));
		const places = dial.stops.map((stop) => stop.at ?? 0).sort((a, b) => a - b);
		const below = places.filter((one) => one <= curve.at[top]).at(-1) ?? places[0];
		const above = places.find((one) => one > curve.at[top]) ?? places.at(-1)!;
		const round = (value: number) =>
			Number((Math.round(value / dial.step!) * dial.step!).toFixed(6));
		const gap = above - below || places[1] - places[0];
		const wanted = [curve.at[top] - gap / 4, curve.at[top], curve.at[top] + gap / 4].map((value) =>
			round(Math.max(places[0], Math.min(places.at(-1)!, value)))
		);
		const fresh = [...new Set(wanted)].filter((value) => !places.includes(value));
		if (!fresh.length) return [];
		const { every, count } = someOf(draws);
		const noise = normals(977, d, count * PLACES);
		const scaleAt = layout.problem.blocks[d].scale;
		const candidates = fresh.map((value): Candidate => {
			const g = curve.at.reduce(
				(near, one, i) => (Math.abs(one - value) < Math.abs(curve.at[near] - value) ? i : near),
				0
			);
			const made = scoreAt(known.scores, standing.best);
			return {
				made: -1,
				stops: at.map((stop, i) => (i === d ? null : stop)),
				values: at.map((_, i) => (i === d ? value : null)),
				score: (draw) => {
					let effect = 0;
					for (let s = 0; s < dial.stops.length; s++)
						effect += curve.weights.get(g, s) * effectIn(draws, layout.dials[d] + s, draw);
					let rest = 0;
					for (let k = 0; k < PLACES; k++)
						rest += curve.open.get(g, k) * noise[(draw / every) * PLACES + k];
					effect += draws.scales[draw * layout.scales.length + scaleAt] * rest;
					return made(draw) - effectIn(draws, layout.dials[d] + at[d], draw) + effect;
				}
			};
		});
		const held = at.flatMap((stop, i) => (i === d ? [] : [stopSays(evidence.dials[i], stop)]));
		return [
			{
				kind: 'finer',
				candidates: [...candidates, asCandidate(known, standing.best)],
				seeds: FRESH,
				says: `${dial.label.toLowerCase()} ${listed([...fresh, dial.stops[at[d]].at ?? 0].sort((a, b) => a - b).map((v) => short(v)))}${
					held.length ? `, ${held.join(', ')},` : ''
				} on ${FRESH} fresh seeds`,
				why: `The best value of ${dial.label.toLowerCase()} seems to be near ${short(curve.at[top], 1)}${
					places.some((one) => Math.abs(one - curve.at[top]) < gap / 8)
						? ', and nothing close to it has been tried'
						: ', between your stops'
				}.`
			}
		];
	});
}

function proposalOf(known: Known, { kind, candidates, seeds, says, why }: Idea): Proposal {
	const { evidence } = known;
	const takes = candidates.length * seeds;
	const gain = gainOf(known, candidates, seeds);
	const priceOf = pricesOf(known);
	const prices = candidates.map(({ stops, values }) => priceOf(stops, values));
	const credits = prices.every((one) => one !== null)
		? prices.reduce((sum: number, one) => sum + one * seeds, 0)
		: null;
	const stops = evidence.dials.map((dial, d): ProposedStops => {
		const keys = candidates.flatMap((one) => {
			const stop = one.stops[d];
			return stop === null ? [] : [dial.stops[stop].key];
		});
		const values = candidates.flatMap((one) => one.values[d] ?? []);
		return { dial: dial.id, keys: [...new Set(keys)], values: [...new Set(values)] };
	});
	return {
		kind,
		stops,
		settings: candidates.map((one) => ({
			keys: one.stops.map((stop, d) => (stop === null ? null : evidence.dials[d].stops[stop].key)),
			values: one.values
		})),
		seeds,
		takes,
		credits,
		gain,
		preferred: logistic(gain),
		gains: `expected gain ${short((logistic(gain) - 0.5) * 100, 1)}%`,
		says: `${many(takes, 'take')}: ${says}.`,
		why
	};
}

/** How much better the setting chosen after the plan is than today's, on average. */
function gainOf(of: Known, candidates: readonly Candidate[], seeds: number): number {
	const { scores, fit } = of;
	const { draws, layout } = fit;
	const { every, count } = someOf(draws);
	const kept = Array.from({ length: count }, (_, i) => i * every);
	const runners = inOrder(of).slice(0, 10);
	const known = [
		...runners.map((s) => scoreAt(scores, s)),
		...candidates.map(({ score }) => score)
	].map((score) => Float64Array.from(kept, score));
	const seen = known.slice(runners.length);
	const scaleIn = (kind: 'seed' | 'take') => {
		const at = layout.scales.indexOf(kind);
		return (d: number) => (at < 0 ? 0 : draws.scales[d * layout.scales.length + at]);
	};
	const seedScale = scaleIn('seed');
	const chance = chancesOf(draws, kept, scaleIn('take'));
	const today = known[0].reduce((a, b) => a + b, 0) / kept.length;
	let sum = 0;
	for (let t = 0; t < TRUTHS; t++) {
		const draw = stream(`next|${t}`);
		const truth = Math.floor(((t + 0.5) * kept.length) / TRUTHS);
		const weights = new Float64Array(kept.length).fill(1);
		weights[truth] = 0;
		for (let s = 0; s < seeds; s++) {
			const actual = kept[truth];
			const seedEffect =
				seedScale(actual) *
				Math.sqrt(-2 * Math.log(draw.next())) *
				Math.cos(2 * Math.PI * draw.next());
			// The seed's effect counts as known when draws are weighed, so the gain is a little too high.
			const shown = seen.map((score) => score[truth] + seedEffect);
			const roll = seen.map(() => draw.next());
			for (let c = 0; c < seen.length; c++) {
				const low = chance(truth, shown[c], 0);
				const level = roll[c] < low ? 0 : roll[c] < low + chance(truth, shown[c], 1) ? 1 : 2;
				for (let i = 0; i < count; i++) weights[i] *= chance(i, seen[c][i] + seedEffect, level);
			}
		}
		let all = 0;
		for (const weight of weights) all += weight;
		if (!(all > 0)) continue;
		let top = -Infinity;
		for (const score of known) {
			let mean = 0;
			for (let i = 0; i < kept.length; i++) mean += weights[i] * score[i];
			top = Math.max(top, mean / all);
		}
		sum += top;
	}
	return Math.max(0, sum / TRUTHS - today);
}

/** Every which draw is weighed by what would be seen, and how many that are. */
function someOf({ count }: Known['fit']['draws']): { every: number; count: number } {
	const every = Math.max(1, Math.floor(count / KEPT));
	return { every, count: Math.floor(count / every) };
}

/** Chance of a mark in one of the draws that are weighed; cuts split takes in three if nothing was marked. */
function chancesOf(
	{ answers }: Known['fit']['draws'],
	kept: readonly number[],
	takeScale: (draw: number) => number
) {
	const cut = (at: number, none: number) =>
		Float64Array.from(kept, (d) => (Number.isNaN(answers[d * 5]) ? none : answers[d * 5 + at]));
	const cuts = [cut(0, -0.7), cut(1, 0.7)];
	const flat = Float64Array.from(kept, (d) => flattened(takeScale(d) ** 2));
	const below = (i: number, score: number, at: number) => logistic(flat[i] * (cuts[at][i] - score));
	return (i: number, score: number, level: number): number =>
		Math.max(
			1e-9,
			(level === 2 ? 1 : below(i, score, level)) - (level === 0 ? 0 : below(i, score, level - 1))
		);
}

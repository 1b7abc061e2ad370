import { logistic, noEvidence, type Evidence } from '$lib/core/judge';
import { stream, type Stream } from '$lib/core/random';

/** A made-up artist and pictures whose score is known: what findings say can be held against it. */
export interface World {
	evidence: Evidence;
	/** Score of a setting, by its stops. */
	score: (stops: readonly number[]) => number;
	/** Score of every stop of every dial: deviations that sum to zero. */
	effects: number[][];
	mark: (take: number) => 'drop' | 'maybe' | 'keep';
	/** What is answered about two takes, by place. */
	answer: (left: number, right: number) => 'left' | 'right' | 'neither';
}

/** A dial of which one stop is chosen, by their names. */
export const choiceDial = (
	id: string,
	labels: readonly string[],
	itself = true
): Evidence['dials'][number] => ({
	id,
	label: id.charAt(0).toUpperCase() + id.slice(1),
	kind: 'choice',
	itself,
	logarithmic: false,
	stops: labels.map((label) => ({ key: label, label }))
});

/** A guidance dial with stops at these values. */
export const guidanceDial = (stops: readonly number[]): Evidence['dials'][number] => ({
	id: 'guidance',
	label: 'Guidance',
	kind: 'number',
	itself: false,
	logarithmic: false,
	step: 0.1,
	stops: stops.map((at) => ({ key: `${at}`, label: `${at}`, at }))
});

/** How a world is made: what matters in it, and what its judge is like. */
export interface Rule {
	id: string;
	says: string;
	/** Deviation of the effects of every dial. */
	matters: readonly number[];
	/** Of the first two dials together. */
	together?: number;
	/** Whether the number dial has a peak between its ends. */
	peak?: boolean;
	/** Share of answers that are given without looking. */
	careless?: number;
	/** What being on the left is worth. */
	lean?: number;
	/** Deviation of take effects, beside those of seeds. */
	own?: number;
}

/** The rules that findings are held against: worlds that the model describes. */
export const rules: readonly Rule[] = [
	{ id: 'one', says: 'one dial matters', matters: [1.2, 0, 0] },
	{
		id: 'together',
		says: 'two dials matter, and how they work together',
		matters: [1, 0.8, 0],
		together: 0.6
	},
	{ id: 'peak', says: 'a peak between stops', matters: [0.4, 0, 0.2], peak: true },
	{ id: 'clear', says: 'a clear winner', matters: [2, 1.5, 1.5] },
	{ id: 'nothing', says: 'nothing matters', matters: [0, 0, 0] },
	{
		id: 'careless',
		says: 'one answer in five is given without looking',
		matters: [1.2, 0.6, 0.2],
		careless: 0.2
	},
	{ id: 'lean', says: 'a judge who likes the left', matters: [1, 0.6, 0.2], lean: 0.5 },
	{
		id: 'own',
		says: 'every take has an effect of its own',
		matters: [1, 0.6, 0.2],
		own: 0.5
	}
];

const GUIDANCE = [2, 3.5, 5, 7, 9];
const SEEDS = 4;

/** A standard normal deviate (Box and Muller 1958). */
const normal = (draw: Stream): number =>
	Math.sqrt(-2 * Math.log(draw.next())) * Math.cos(2 * Math.PI * draw.next());

const centred = (values: number[]): number[] => {
	const mean = values.reduce((a, b) => a + b, 0) / values.length;
	return values.map((value) => value - mean);
};

/** Score along a number dial: a slope and a bend, each of so much. */
function bend(at: readonly number[], much: number, draw: Stream): number[] {
	const [slope, curve] = [much * normal(draw), much * normal(draw)];
	const [least, most] = [at[0], at.at(-1)!];
	return at
		.map((one) => (2 * (one - least)) / (most - least) - 1)
		.map((x) => slope * x + curve * (1.5 * x * x - 0.5));
}

/** A world of a rule: three models, three or five guidance values, two wordings, four seeds. */
export function worldOf(rule: Rule, seed: number): World {
	const draw = stream(`world|${rule.id}|${seed}`);
	const guidance = rule.peak ? GUIDANCE : [GUIDANCE[0], GUIDANCE[2], GUIDANCE[4]];
	const stops = [3, guidance.length, 2];
	const effects = stops.map((n, d) =>
		centred(
			d === 1
				? bend(guidance, rule.matters[d], draw)
				: Array.from({ length: n }, () => rule.matters[d] * normal(draw))
		)
	);
	if (rule.peak) {
		const top = draw.between(3, 7.5);
		effects[1] = centred(guidance.map((at) => -0.25 * (at - top) ** 2).map((v) => Math.max(v, -3)));
	}
	const free = Array.from({ length: stops[0] }, () =>
		centred(Array.from({ length: stops[1] }, () => (rule.together ?? 0) * normal(draw)))
	);
	// Centred both ways: what two dials do together is what differs from the sum of both.
	const means = guidance.map((_, b) => free.reduce((sum, row) => sum + row[b], 0) / stops[0]);
	const together = free.map((row) => row.map((one, b) => one - means[b]));
	const seedEffect = Array.from({ length: SEEDS }, () => 0.7 * normal(draw));
	const takes: Evidence['takes'] = [];
	for (let s = 0; s < SEEDS; s++)
		for (let a = 0; a < stops[0]; a++)
			for (let b = 0; b < stops[1]; b++)
				for (let c = 0; c < stops[2]; c++)
					takes.push({
						id: `t${takes.length}`,
						stops: [a, b, c],
						chance: `${s}`,
						credits: 1 + a,
						seconds: 1 + b,
						faults: [],
						measures: {}
					});
	const own = takes.map(() => (rule.own ?? 0) * normal(draw));
	const score = ([a, b, c]: readonly number[]) =>
		effects[0][a] + effects[1][b] + effects[2][c] + together[a][b];
	const of = (take: number) =>
		score(takes[take].stops) + seedEffect[Number(takes[take].chance)] + own[take];
	const level = (u: number, cuts: readonly number[]) => {
		const roll = draw.next();
		return cuts.findIndex((cut) => roll < logistic(cut - u));
	};
	return {
		evidence: {
			...noEvidence(),
			dials: [
				choiceDial('model', ['Alder', 'Birch', 'Cedar']),
				guidanceDial(guidance),
				choiceDial('wording', ['at dusk', 'at dawn'], false)
			],
			takes
		},
		score,
		effects,
		mark: (take) => (['drop', 'maybe'] as const)[level(of(take), [-0.3, 1.2])] ?? 'keep',
		answer: (left, right) => {
			if (rule.careless && draw.chance(rule.careless))
				return draw.pick(['left', 'right', 'neither']);
			const by = of(left) - of(right) + (rule.lean ?? 0);
			return (['right', 'neither'] as const)[level(by, [-0.4, 0.4])] ?? 'left';
		}
	};
}

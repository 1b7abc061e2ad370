import type { Evidence } from './evidence';
import { basisOf, basisTogether, type Basis } from './kernel';
import { problemOf, type Answer, type Block, type Priors, type Problem } from './problem';
import { componentsOf } from './sparse';

const LEVELS = { drop: 0, maybe: 1, keep: 2 } as const;
const ANSWERS = { right: 0, neither: 1, left: 2 } as const;

/** Priors of what answers are like, in units of score, on which a logistic has deviation 1.8. */
export const priors: Priors = {
	cut: { mean: -1, deviation: 2 },
	gap: { mean: Math.log(1.5), deviation: 0.8 },
	tie: { mean: Math.log(0.35), deviation: 1 },
	lean: { mean: 0, deviation: 0.4 },
	// Judges, each drawn towards the common one.
	strict: { mean: 0, deviation: 1 },
	judgeLean: { mean: 0, deviation: 0.4 },
	/** From the first mark to the last. */
	drift: { mean: 0, deviation: 0.5 }
};

/**
 * Linked takes and seeds that are fitted with an effect each. Beyond, take effects are integrated out
 * answer by answer, as if no take had a second one.
 */
const MOST_LINKED = 600;

/** What to fit. */
export interface Wanted {
	/** Pairs of dials, by their indexes, whose interaction is fitted. */
	together: readonly (readonly [number, number])[];
	/** No priors and no effects of seeds and takes: maximum likelihood, as published fits are. */
	flat?: boolean;
	/** No effects of seeds and takes: for a first look. */
	alone?: boolean;
	/** One scale for all effects, in units of score, in place of integrated scales. */
	scale?: number;
	/** Whether judges may lean to one side. @default true, false when flat */
	lean?: boolean;
}

export type ScaleKind = 'dial' | 'together' | 'seed' | 'take' | 'factor' | 'slope';

/** Where effects stand among features, nodes and scales. */
export interface Layout {
	problem: Problem;
	/** The first feature of every dial, and of every two dials together. */
	dials: number[];
	together: { of: readonly [number, number]; feature: number }[];
	/** What every scale is of: a dial each, all pairs of dials, seeds, takes; slopes of pairs and of judges. */
	scales: ScaleKind[];
	/** How many features are effects of dials and of dials together. */
	effects: number;
	/** The node of a seed or of a picture, by what names it. */
	seedNodes: ReadonlyMap<string, number>;
	pictureNodes: ReadonlyMap<string, number>;
	/** Those who judged, in the order of the problem's judges. */
	judges: string[];
}

/**
 * Names a take's picture. If nothing else is said, takes of one seed with the same stops show the same
 * picture, and a take without a seed shows its own.
 */
export const pictureOf = ({ id, stops, chance, picture }: Evidence['takes'][number]): string =>
	picture !== undefined || chance ? `${stops.join(' ')}|${picture ?? chance}` : `take ${id}`;

/** Evidence as answers about sums of features and nodes. Equal answers are counted. */
export function compile(
	evidence: Evidence,
	{ together, flat, alone = flat, lean = !flat }: Wanted
): Layout {
	const blocks: Block[] = [];
	const scales: ScaleKind[] = [];
	let [feature, coefficient] = [0, 0];
	const add = (basis: Basis): number => {
		const { stops: size, rank } = basis;
		blocks.push({ scale: scales.length - 1, feature, coefficient, basis, size, rank });
		feature += size;
		coefficient += rank;
		return feature - size;
	};
	const bases = evidence.dials.map(basisOf);
	const dials = bases.map((basis) => {
		scales.push('dial');
		return add(basis);
	});
	if (together.length) scales.push('together');
	const pairsOf = together.map(([a, b]) => ({
		of: [a, b] as const,
		feature: add(basisTogether(bases[a], bases[b]))
	}));

	const takes = new Map(
		evidence.takes.map((take) => [
			take.id,
			{
				chance: take.chance,
				picture: pictureOf(take),
				/** In one order for all. */
				features: [
					...take.stops.map((stop, d) => dials[d] + stop),
					...pairsOf.map(
						({ of: [a, b], feature: at }) =>
							at + take.stops[a] * evidence.dials[b].stops.length + take.stops[b]
					)
				]
			}
		])
	);

	const when = alone ? evidence.marks.map(() => 0) : whenMarked(evidence.marks);
	// Answers as they were given: about one take, or about the difference of two.
	const given = [
		...evidence.marks.map(({ take, mark, judge }, i) => ({
			about: present(takes.get(take)),
			judge,
			when: when[i],
			pair: 0,
			level: LEVELS[mark]
		})),
		...evidence.pairs.map(({ left, right, answer, judge }) => ({
			about: [...present(takes.get(left)), ...present(takes.get(right))],
			judge,
			when: 0,
			pair: 1,
			level: ANSWERS[answer]
		}))
	].filter(
		({ about: [one, two], pair }) =>
			one !== undefined &&
			// A picture beside itself says nothing of settings.
			(!pair || (two !== undefined && one.picture !== two.picture))
	);

	const { seedNodes, pictureNodes } = alone
		? { seedNodes: new Map<string, number>(), pictureNodes: new Map<string, number>() }
		: nodesOf(given.map(({ about }) => about));
	const hasSeeds = seedNodes.size > 0;
	if (hasSeeds) scales.push('seed');
	const hasTakes = !alone && given.length > 0;
	if (hasTakes) scales.push('take');
	const scaleOf = (kind: ScaleKind) => scales.indexOf(kind);
	const judges = [...new Set(given.map(({ judge }) => judge))];
	const several = !flat && judges.length > 1;
	const paired = given.some(({ pair }) => pair);
	const marked = given.some(({ pair }) => !pair);
	if (!flat && marked && paired) scales.push('factor');
	if (several) scales.push(...judges.map(() => 'slope' as const));

	const counted = new Map<string | number, Answer>();
	let ties = 0;
	for (const { about, judge, when, pair, level } of given) {
		if (pair && level === ANSWERS.neither) ties++;
		const features = sums(about.map((take) => take.features));
		const nodes = sums(about.map((take) => nodesFor(take, seedNodes, pictureNodes)));
		const answer: Answer = {
			index: features.at,
			value: features.by,
			nodes: nodes.at,
			nodeValues: nodes.by,
			free: hasTakes ? about.filter(({ picture }) => !pictureNodes.has(picture)).length : 0,
			judge: judges.indexOf(judge),
			when,
			pair,
			level,
			count: 1
		};
		// Answers about single seeds and takes are hardly ever equal.
		const key =
			nodes.at.length || when
				? counted.size
				: `${answer.judge} ${pair} ${level} ${features.at.join()}`;
		const known = counted.get(key);
		if (known) known.count++;
		else counted.set(key, answer);
	}
	const answers = [...counted.values()];
	const by = (judge: number, pair: number) =>
		answers.some((one) => one.judge === judge && one.pair === pair);
	const nodeScale = new Int32Array(seedNodes.size + pictureNodes.size);
	for (const node of seedNodes.values()) nodeScale[node] = scaleOf('seed');
	for (const node of pictureNodes.values()) nodeScale[node] = scaleOf('take');
	return {
		problem: problemOf({
			blocks,
			features: feature,
			coefficients: coefficient,
			scales: scales.length,
			nodeScale,
			takeScale: scaleOf('take'),
			factorScale: scaleOf('factor'),
			slopeScale: Int32Array.from(judges, (_, j) => (several ? scaleOf('slope') + j : -1)),
			answers,
			levels: 3,
			free: {
				cuts: marked,
				// Without a prior, a tie that never came has no best value.
				tie: flat ? ties > 0 : paired,
				lean: lean && paired,
				judges: several ? judges.map((_, j) => ({ strict: by(j, 0), lean: lean && by(j, 1) })) : [],
				drifts: judges.map((_, j) => !alone && by(j, 0))
			},
			priors: flat ? null : priors
		}),
		dials,
		together: pairsOf,
		scales,
		effects: feature,
		seedNodes,
		pictureNodes,
		judges
	};
}

/** With fewer marks than this, a judge has had less time to change. */
const LONG = 24;

/** When marks were given among those of their judge, who gave them in this order: from -0.5 to 0.5. */
function whenMarked(marks: Evidence['marks']): number[] {
	const counts = new Map<string, number>();
	const turns = marks.map(({ judge }) => {
		const turn = counts.get(judge) ?? 0;
		counts.set(judge, turn + 1);
		return turn;
	});
	return marks.map(({ judge }, i) => {
		const last = counts.get(judge)! - 1;
		return (turns[i] - last / 2) / Math.max(last, LONG);
	});
}

const present = <T>(one: T | undefined): T[] => (one === undefined ? [] : [one]);

/** What names a take's seed and its picture. */
interface Placed {
	chance: string;
	picture: string;
}

/** The nodes of a take: of its seed, and of its picture; -1 for none. */
const nodesFor = (
	{ chance, picture }: Placed,
	seedNodes: ReadonlyMap<string, number>,
	pictureNodes: ReadonlyMap<string, number>
): number[] => [seedNodes.get(chance) ?? -1, pictureNodes.get(picture) ?? -1];

/**
 * What a take or the difference of two takes adds up to: indexes with their values, without zeros. Both
 * lists have one order; -1 stands for nothing.
 */
function sums([one, less]: readonly (readonly number[])[]): { at: number[]; by: number[] } {
	const out: { at: number[]; by: number[] } = { at: [], by: [] };
	const put = (at: number, by: number) => {
		if (at < 0) return;
		out.at.push(at);
		out.by.push(by);
	};
	one.forEach((at, i) => {
		if (less?.[i] === at) return;
		put(at, 1);
		if (less) put(less[i], -1);
	});
	return out;
}

/**
 * Seeds that an answer depends on, and pictures with more than one answer, each with its node. A pair on
 * one seed is free of that seed's effect.
 */
function nodesOf(abouts: readonly (readonly Placed[])[]) {
	const answersOf = new Map<string, number>();
	const seeds = new Set<string>();
	for (const about of abouts) {
		for (const { picture } of about) answersOf.set(picture, (answersOf.get(picture) ?? 0) + 1);
		const [one, two] = about;
		if (two?.chance !== one.chance) for (const { chance } of about) if (chance) seeds.add(chance);
	}
	const seedNodes = new Map([...seeds].map((seed, i) => [seed, i]));
	const several = [...answersOf].filter(([, count]) => count > 1);
	const pictureNodes = new Map(several.map(([picture], i) => [picture, seeds.size + i]));
	const links = abouts.flatMap((about) => {
		const { at } = sums(about.map((take) => nodesFor(take, seedNodes, pictureNodes)));
		return at.slice(1).map((node): [number, number] => [at[0], node]);
	});
	const largest = Math.max(
		0,
		...componentsOf(seedNodes.size + pictureNodes.size, links).map(({ length }) => length)
	);
	return {
		seedNodes:
			largest > MOST_LINKED && seedNodes.size > MOST_LINKED ? new Map<string, number>() : seedNodes,
		pictureNodes: largest > MOST_LINKED ? new Map<string, number>() : pictureNodes
	};
}

import { balancedFraction, effectsCount } from '$lib/core/designs';
import { noEvidence, type Evidence } from '$lib/core/judge';
import { diceOf } from './strangers';

/** A kind of world in which settings are looked for. */
export interface WorldKind {
	id: string;
	says: string;
	/** Stops of every dial: model, guidance, steps, style, wording. */
	stops: readonly number[];
	/** Largest effect of a stop, by dial. */
	matters: readonly number[];
	/** What pairs of a model and a style add by themselves. */
	together?: number;
	/** Models like their own guidance, and little else. */
	ownGuidance?: boolean;
	takeEffect?: number;
	/** Share of answers that are given by chance. */
	slips?: number;
}

export const worldKinds: readonly WorldKind[] = [
	{
		id: 'two',
		says: 'two dials of five matter',
		stops: [4, 4, 3, 3, 2],
		matters: [1.6, 0, 0, 1.4, 0]
	},
	{
		id: 'smooth',
		says: 'two choices and two smooth dials, with a weak interaction',
		stops: [4, 5, 4, 3],
		matters: [1.2, 0.8, 0.8, 1],
		together: 0.3
	},
	{
		id: 'together',
		says: 'model and style work together',
		stops: [4, 5, 3, 4],
		matters: [1.2, 0.8, 0.2, 1.2],
		together: 0.6
	},
	{
		id: 'peak',
		says: 'a peak between the ends of guidance',
		stops: [4, 9, 3, 3],
		matters: [0.6, 2, 0.6, 0.4]
	},
	{
		id: 'own guidance',
		says: 'a model that wins at its own guidance only',
		stops: [4, 6, 2, 3],
		matters: [1, 0, 0.2, 0.5],
		ownGuidance: true
	},
	{ id: 'nothing', says: 'nothing matters', stops: [4, 5, 3, 4], matters: [0, 0, 0, 0] },
	{
		id: 'takes',
		says: 'takes of one setting differ much',
		stops: [4, 5, 3, 4],
		matters: [1.4, 1, 0.4, 1],
		takeEffect: 0.7
	},
	{
		id: 'careless',
		says: 'one answer in five is given without looking',
		stops: [4, 5, 3, 4],
		matters: [1.4, 1, 0.4, 1],
		slips: 0.2
	},
	{
		id: 'large',
		says: '400 settings, every dial matters',
		stops: [5, 5, 4, 4],
		matters: [1.2, 1, 0.8, 1]
	}
];

/** A world of a kind: what settings are worth, what their takes cost, and what is answered about two takes. */
export interface NarrowingWorld {
	dials: Evidence['dials'];
	settings: { stops: number[]; credits: number; seconds: number }[];
	levels: readonly number[];
	/** The place of a setting among all. */
	place: (stops: readonly number[]) => number;
	/** Places of the settings of a balanced fraction of this size or of the least that tells all dials apart. */
	fraction: (size: number, name: number) => number[];
	score: (stops: readonly number[]) => number;
	/** What a take is worth, by its setting and seed: always the same. */
	take: (setting: number, seed: number) => number;
	answer: (left: number, right: number) => 'left' | 'right' | 'neither';
}

const names = ['Model', 'Guidance', 'Steps', 'Style', 'Wording'];

export function narrowingWorld(kind: WorldKind, seed: number): NarrowingWorld {
	const { roll, bell } = diceOf(`narrowing ${kind.id}#${seed}`);
	const isNumber = (d: number) => d === 1 || d === 2;
	const plain = kind.stops.map((n, d) => {
		const most = kind.matters[d];
		if (!isNumber(d)) return Array.from({ length: n }, () => most * (2 * roll() - 1));
		const [top, width] = [roll() * (n - 1), (0.3 + 0.3 * roll()) * n];
		return Array.from({ length: n }, (_, i) => most * 1.5 * Math.exp(-(((i - top) / width) ** 2)));
	});
	const cells = Array.from({ length: 64 }, () => (kind.together ?? 0) * bell());
	const likes = Array.from({ length: kind.stops[0] }, () => roll() * (kind.stops[1] - 1));
	let all: number[][] = [[]];
	for (const n of kind.stops)
		all = all.flatMap((at) => Array.from({ length: n }, (_, i) => [...at, i]));
	const raw = (stops: readonly number[]) =>
		stops.reduce((sum, stop, d) => sum + plain[d][stop], cells[stops[0] * 8 + stops[3]]) +
		(kind.ownGuidance ? 2 * Math.exp(-((stops[1] - likes[stops[0]]) ** 2)) : 0);
	const mean = all.reduce((sum, stops) => sum + raw(stops), 0) / all.length;
	const score = (stops: readonly number[]) => raw(stops) - mean;
	const places = new Map(all.map((stops, i) => [stops.join(), i]));
	const place = (stops: readonly number[]) => places.get(stops.join())!;
	// Prices differ tenfold between the cheapest model and the most expensive one, in no order of quality.
	const prices = Array.from(
		{ length: kind.stops[0] },
		(_, i) => 0.25 * 10 ** (i / (kind.stops[0] - 1))
	);
	for (let i = prices.length - 1; i > 0; i--) {
		const j = Math.floor(roll() * (i + 1));
		[prices[i], prices[j]] = [prices[j], prices[i]];
	}
	const seedEffects = Array.from({ length: 64 }, () => 0.7 * bell());
	const takeEffects = new Map<string, number>();
	const salt = Math.floor(roll() * 2 ** 31);
	return {
		dials: kind.stops.map((n, d) => ({
			id: names[d].toLowerCase(),
			label: names[d],
			kind: isNumber(d) ? ('number' as const) : ('choice' as const),
			itself: d === 0,
			logarithmic: d === 2,
			...(isNumber(d) ? { step: 0.1 } : {}),
			stops: Array.from({ length: n }, (_, i) => ({
				key: `${i}`,
				label: `${names[d]} ${i + 1}`,
				...(d === 1
					? { at: 2 + (8 * i) / (n - 1) }
					: d === 2
						? { at: 10 * 2 ** (i / (n - 1)) }
						: {})
			}))
		})),
		settings: all.map((stops) => ({
			stops,
			credits: prices[stops[0]] * (0.75 + 0.25 * stops[2]),
			seconds: 1
		})),
		levels: kind.stops,
		place,
		fraction: (size, name) =>
			balancedFraction(kind.stops, Math.max(size, effectsCount(kind.stops)), {
				name: `${name}`
			}).rows.map(place),
		score,
		take: (setting, on) => {
			const key = `${setting} ${on}`;
			let own = takeEffects.get(key);
			if (own === undefined) {
				own = (kind.takeEffect ?? 0.3) * diceOf(salt ^ (setting * 7919 + on * 104_729)).bell();
				takeEffects.set(key, own);
			}
			return score(all[setting]) + seedEffects[on] + own;
		},
		answer: (left, right) => {
			if (roll() < (kind.slips ?? 0))
				return (['left', 'right', 'neither'] as const)[Math.floor(3 * roll())];
			const p = Math.min(1 - 1e-12, Math.max(1e-12, roll()));
			const by = left - right + Math.log(p) - Math.log(1 - p);
			return by > 0.4 ? 'left' : by < -0.4 ? 'right' : 'neither';
		}
	};
}

export const noTakes = (dials: Evidence['dials']): Evidence => ({ ...noEvidence(), dials });

import type { Evidence } from '$lib/core/judge';

/**
 * Worlds in which judging is like real judging: judges differ, drift and slip, takes have effects
 * of their own, not all combinations are made. Their generator shares nothing with the model that is
 * fitted: its own random numbers, people who choose by noisy scores, effects that aren't normal.
 */
export interface Stranger {
	id: string;
	says: string;
	/** Stops of a choice dial, a number dial, and any further choice dials. */
	stops: readonly number[];
	seeds: number;
	/** Combinations that are made. @default all */
	made?: number;
	/** Largest effect of a stop, by dial. */
	matters: readonly number[];
	/** Deviation of what every combination is worth by itself, beside the sum of its stops. */
	own?: number;
	/** Size of take effects, and whether it is normal or Student's t with 3 degrees. */
	takeEffect?: number;
	heavy?: boolean;
	/** Deviation of how seeds suit models. */
	suits?: number;
	/** Whether people choose by normal noise. @default logistic */
	normal?: boolean;
	judges: readonly {
		name: string;
		/** Added to the cuts of marks. */
		strict?: number;
		/** How much stricter from the first mark to the last. */
		tires?: number;
		/** Share of answers that are given by chance. */
		slips?: number;
		/** Added to the first model while the settings are in sight. */
		favours?: number;
		lean?: number;
		/** Share of takes that are marked. @default 1 */
		marks?: number;
	}[];
	/** Whether no pairs are answered. */
	marksOnly?: boolean;
}

const you = { name: '' };

export const strangers: readonly Stranger[] = [
	{
		id: 'two judges',
		says: 'one strict and one lenient judge, each marks 60% of the takes, take effects are heavy-tailed',
		stops: [3, 3, 2],
		seeds: 4,
		matters: [1.6, 1.2, 0.4],
		takeEffect: 0.4,
		heavy: true,
		judges: [
			{ name: '', strict: 0.8, marks: 0.6 },
			{ name: 'Wren', strict: -0.8, marks: 0.6 }
		]
	},
	{
		id: 'fraction',
		says: '24 of 72 combinations of four dials, three seeds',
		stops: [3, 3, 4, 2],
		seeds: 3,
		made: 24,
		matters: [1.4, 1.2, 0.8, 0.3],
		judges: [you]
	},
	{
		id: 'tired',
		says: 'a judge who gets stricter and favours the expensive model while settings are in sight, 3% slips',
		stops: [3, 3, 2],
		seeds: 4,
		matters: [1.4, 1.2, 0.4],
		judges: [{ name: '', tires: 0.8, favours: 0.3, slips: 0.03 }]
	},
	{
		id: 'normal',
		says: 'normal noise, seeds that suit one model and not another, 5% slips',
		stops: [3, 3, 2],
		seeds: 4,
		matters: [1.6, 1.2, 0.4],
		normal: true,
		suits: 0.3,
		judges: [{ name: '', slips: 0.05 }]
	},
	{
		id: 'marks only',
		says: 'three models, three seeds, marks only',
		stops: [3],
		seeds: 3,
		matters: [1.6],
		marksOnly: true,
		judges: [you]
	},
	{
		id: 'own worth',
		says: 'every combination is also worth something by itself',
		stops: [4, 3, 2],
		seeds: 3,
		matters: [1.4, 1, 0.4],
		own: 0.3,
		takeEffect: 0.3,
		judges: [you]
	},
	{
		id: 'random judge',
		says: 'two careful judges and one who answers by chance',
		stops: [3, 4],
		seeds: 4,
		matters: [1.6, 1.2],
		takeEffect: 0.3,
		judges: [
			{ name: '', marks: 0.7 },
			{ name: 'Wren', marks: 0 },
			{ name: 'Tern', marks: 0, slips: 1 }
		]
	},
	{
		id: 'sides',
		says: 'two judges who lean to opposite sides, pairs only, takes have effects of their own',
		stops: [4, 3],
		seeds: 3,
		matters: [1.6, 1],
		takeEffect: 0.5,
		judges: [
			{ name: '', marks: 0, lean: 0.9 },
			{ name: 'Wren', marks: 0, lean: -0.9 }
		]
	},
	{
		id: 'two seeds',
		says: 'few takes: two seeds, heavy-tailed take effects, 5% slips',
		stops: [3, 3],
		seeds: 2,
		matters: [1.8, 1.2],
		takeEffect: 0.4,
		heavy: true,
		judges: [{ name: '', slips: 0.05 }]
	},
	{
		id: 'only luck',
		says: 'nothing matters but effects of single takes',
		stops: [3, 3, 2],
		seeds: 4,
		matters: [0, 0, 0],
		takeEffect: 0.6,
		judges: [you]
	}
];

/** A small generator of its own (mulberry32, public domain, from memory). */
export function numbersFrom(seed: number): () => number {
	let state = seed >>> 0;
	return () => {
		state = (state + 0x6d2b79f5) >>> 0;
		let t = Math.imul(state ^ (state >>> 15), state | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}

/** Numbers by chance that a name or a number stands for: even ones from 0 to 1, and nearly normal ones. */
export function diceOf(name: string | number) {
	let hash = typeof name === 'number' ? name : 2166136261;
	if (typeof name === 'string')
		for (const letter of name) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619);
	const roll = numbersFrom(hash);
	for (let i = 0; i < 8; i++) roll();
	/** Sum of twelve even numbers: nearly normal. */
	const bell = () => Array.from({ length: 12 }, roll).reduce((a, b) => a + b, -6);
	return { roll, bell };
}

/** A judged plan whose truth is known: takes, marks, and who answers what about two takes. */
export interface StrangeWorld {
	evidence: Evidence;
	score: (stops: readonly number[]) => number;
	/** Score of every stop, averaged over all combinations. */
	effects: number[][];
	/** An answer about two takes, by place; judges take turns. */
	answer: (left: number, right: number) => Omit<Evidence['pairs'][number], 'left' | 'right'>;
}

export function strangeWorld(rule: Stranger, seed: number): StrangeWorld {
	const { roll, bell } = diceOf(`${rule.id}#${seed}`);
	const t3 = () => bell() / Math.sqrt((bell() ** 2 + bell() ** 2 + bell() ** 2) / 3);
	const noise = () => {
		if (rule.normal) return 1.8 * bell();
		const p = Math.min(1 - 1e-12, Math.max(1e-12, roll()));
		return Math.log(p) - Math.log(1 - p);
	};
	const numberAt = Array.from({ length: rule.stops[1] ?? 0 }, (_, i) => 2 + 2.5 * i);
	const plain = rule.stops.map((n, d) => {
		const most = rule.matters[d];
		if (d !== 1) return Array.from({ length: n }, () => most * (2 * roll() - 1));
		// A hill somewhere along the dial, with its height.
		const [top, width] = [roll() * (n - 1), 0.8 + 1.4 * roll()];
		return Array.from({ length: n }, (_, i) => most * 1.5 * Math.exp(-(((i - top) / width) ** 2)));
	});
	let all: number[][] = [[]];
	for (const n of rule.stops)
		all = all.flatMap((at) => Array.from({ length: n }, (_, i) => [...at, i]));
	const own = new Map(all.map((stops) => [stops.join(), (rule.own ?? 0) * bell()]));
	const raw = (stops: readonly number[]) =>
		stops.reduce((sum, stop, d) => sum + plain[d][stop], own.get(stops.join())!);
	const mean = all.reduce((sum, stops) => sum + raw(stops), 0) / all.length;
	const score = (stops: readonly number[]) => raw(stops) - mean;
	const effects = rule.stops.map((n, d) =>
		Array.from({ length: n }, (_, i) => {
			const here = all.filter((stops) => stops[d] === i);
			return here.reduce((sum, stops) => sum + score(stops), 0) / here.length;
		})
	);
	let made = all;
	if (rule.made) {
		made = [...all];
		for (let i = made.length - 1; i > 0; i--) {
			const j = Math.floor(roll() * (i + 1));
			[made[i], made[j]] = [made[j], made[i]];
		}
		made = made.slice(0, rule.made);
	}
	// Stops that nobody made are not on the dials.
	const used = rule.stops.map((_, d) =>
		[...new Set(made.map((stops) => stops[d]))].sort((a, b) => a - b)
	);
	const takes: Evidence['takes'] = [];
	const [truth, open]: [number[], number[]] = [[], []];
	const seedEffect = Array.from({ length: rule.seeds }, () => 0.7 * bell());
	const suits = Array.from({ length: rule.seeds }, () =>
		Array.from({ length: rule.stops[0] }, () => (rule.suits ?? 0) * bell())
	);
	for (const stops of made)
		for (let s = 0; s < rule.seeds; s++) {
			takes.push({
				id: `p${takes.length}`,
				stops: stops.map((stop, d) => used[d].indexOf(stop)),
				chance: `seed ${s}`,
				credits: 1 + stops[0],
				faults: [],
				measures: {}
			});
			const takeEffect = (rule.takeEffect ?? 0) * (rule.heavy ? t3() : bell());
			truth.push(score(stops) + seedEffect[s] + suits[s][stops[0]] + takeEffect);
			open.push(stops[0] === 0 ? 1 : 0);
		}
	const marks: Evidence['marks'] = [];
	for (const {
		name,
		strict = 0,
		tires = 0,
		slips = 0,
		favours = 0,
		marks: share = 1
	} of rule.judges)
		takes.forEach(({ id }, i) => {
			if (roll() >= share) return;
			const at = strict + tires * (i / takes.length - 0.5);
			const seen = truth[i] + favours * open[i] + noise();
			const kinds = ['drop', 'maybe', 'keep'] as const;
			const mark =
				roll() < slips
					? kinds[Math.floor(3 * roll())]
					: seen < at - 0.4
						? 'drop'
						: seen < at + 1.1
							? 'maybe'
							: 'keep';
			marks.push({ take: id, mark, judge: name, blind: favours === 0 });
		});
	let turn = 0;
	return {
		evidence: {
			format: 'dial-pick/evidence',
			version: 1,
			names: { faults: {}, measures: {} },
			dials: used.map((of, d) => ({
				id: ['model', 'guidance', 'wording', 'style'][d],
				label: ['Model', 'Guidance', 'Wording', 'Style'][d],
				kind: d === 1 ? ('number' as const) : ('choice' as const),
				itself: d === 0,
				logarithmic: false,
				...(d === 1 ? { step: 0.1 } : {}),
				stops: of.map((stop) => ({
					key: `${stop}`,
					label: `${'ABCD'[d]}${stop}`,
					...(d === 1 ? { at: numberAt[stop] } : {})
				}))
			})),
			takes,
			marks,
			pairs: []
		},
		score: (stops) => score(stops.map((stop, d) => used[d][stop])),
		effects: effects.map((row, d) => used[d].map((stop) => row[stop])),
		answer: (left, right) => {
			const { name, slips = 0, lean = 0 } = rule.judges[turn++ % rule.judges.length];
			const kinds = ['left', 'right', 'neither'] as const;
			if (roll() < slips) return { judge: name, answer: kinds[Math.floor(3 * roll())] };
			const by = truth[left] - truth[right] + lean + noise();
			return { judge: name, answer: by > 0.4 ? 'left' : by < -0.4 ? 'right' : 'neither' };
		}
	};
}

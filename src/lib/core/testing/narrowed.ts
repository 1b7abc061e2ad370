import { chooserOf, fit, nextPair, wantedFor, type Evidence, type Shown } from '$lib/core/judge';
import { Narrower, type Field, type Ordered } from '$lib/core/narrowing';
import { narrowingWorld, noTakes, type NarrowingWorld, type WorldKind } from './narrowing-worlds';
import { numbersFrom } from './strangers';

/** A way to choose which takes are made. */
export type Policy = 'narrow' | 'fraction' | 'rounds' | 'random';

/** What may be used. */
export interface Budget {
	credits: number;
	pairs: number;
	/** @default no bound but the credits */
	takes?: number;
}

/** What settings were found, and what it took. */
export interface Found {
	/** Score that the setting named loses against the best of all. */
	loss: number;
	credits: number;
	takes: number;
	pairs: number;
	/** Whether it ended because the answer was decided. */
	decided: boolean;
}

const SEEDS = 8;
/** Answers between two fits. */
const BETWEEN = 3;

/** A made-up artist at work: what was made so far, what it cost, what was answered. */
class Desk {
	readonly evidence: Evidence;
	readonly ordered: Ordered[] = [];
	readonly #truth = new Map<string, number>();
	spent = 0;

	constructor(readonly world: NarrowingWorld) {
		this.evidence = noTakes(world.dials);
	}

	make(takes: readonly Ordered[]): void {
		for (const { setting, seed } of takes) {
			const { stops, credits } = this.world.settings[setting];
			const id = `t${this.evidence.takes.length}`;
			this.#truth.set(id, this.world.take(setting, seed));
			this.spent += credits;
			this.ordered.push({ setting, seed });
			this.evidence.takes.push({ id, stops, chance: `${seed}`, credits, faults: [], measures: {} });
		}
	}

	answer({ left, right }: Shown): void {
		const answer = this.world.answer(this.#truth.get(left)!, this.#truth.get(right)!);
		this.evidence.pairs.push({ left, right, judge: '', answer });
	}

	/** What was made and said until now: later answers don't change it. */
	now(): Evidence {
		const { takes, pairs } = this.evidence;
		return { ...this.evidence, takes: [...takes], pairs: [...pairs] };
	}

	chooser() {
		const evidence = this.now();
		return chooserOf(fit(evidence, wantedFor(evidence)));
	}

	/** Answers pairs as Pairs shows them. */
	judge(pairs: number): void {
		for (let asked = 0; asked < pairs;) {
			const chooser = this.chooser();
			for (let i = 0; i < BETWEEN && asked < pairs; i++, asked++) {
				const pair = nextPair(chooser, null, this.evidence.pairs);
				if (!pair) return;
				this.answer(pair);
			}
		}
	}

	found(decided = false): Found {
		const { settings, standing } = this.chooser();
		const { world } = this;
		const best = Math.max(...world.settings.map(({ stops }) => world.score(stops)));
		return {
			loss: best - world.score(settings[standing.best].stops),
			credits: this.spent,
			takes: this.evidence.takes.length,
			pairs: this.evidence.pairs.length,
			decided
		};
	}
}

/** Looks for the best settings of a world, in some way, within a budget. */
export function narrowed(kind: WorldKind, seed: number, policy: Policy, budget: Budget): Found {
	const desk = new Desk(narrowingWorld(kind, seed));
	return policies[policy](desk, budget, seed);
}

const onSeeds = (settings: readonly number[], seeds: readonly number[]): Ordered[] =>
	seeds.flatMap((seed) => settings.map((setting) => ({ setting, seed })));

/** Settings in some order, as many as so many credits pay for on so many seeds. */
function paid({ world }: Desk, settings: readonly number[], credits: number, seeds: number) {
	let sum = 0;
	return settings.filter((s) => {
		const price = world.settings[s].credits * seeds;
		if (sum + price > credits) return false;
		sum += price;
		return true;
	});
}

/** A balanced fraction on two seeds that costs about so much. */
function fraction(desk: Desk, credits: number, name: number): Ordered[] {
	const { settings, levels } = desk.world;
	const mean = settings.reduce((sum, one) => sum + one.credits, 0) / settings.length;
	const least = 1 + levels.reduce((sum, n) => sum + n - 1, 0);
	const size = Math.min(settings.length, Math.max(least, Math.floor(credits / mean / 2)));
	return onSeeds(desk.world.fraction(size, name), [0, 1]);
}

const policies: Record<Policy, (desk: Desk, budget: Budget, seed: number) => Found> = {
	random: (desk, { credits, pairs }, seed) => {
		const roll = numbersFrom(seed + 1);
		const order = desk.world.settings.map((_, s) => ({ s, at: roll() }));
		const settings = order.sort((a, b) => a.at - b.at).map(({ s }) => s);
		desk.make(onSeeds(paid(desk, settings, credits, 2), [0, 1]));
		desk.judge(pairs);
		return desk.found();
	},
	fraction: (desk, { credits, pairs }, seed) => {
		desk.make(fraction(desk, credits, seed));
		desk.judge(pairs);
		return desk.found();
	},
	// Half of all for a fraction; the other half for what is left of it, on fresh seeds.
	rounds: (desk, { credits, pairs }, seed) => {
		desk.make(fraction(desk, credits / 2, seed));
		desk.judge(pairs >> 1);
		const { settings, standing } = desk.chooser();
		const order = settings.map((_, s) => s).sort((a, b) => standing.loss[a] - standing.loss[b]);
		let [first, chance] = [order.length, 0];
		while (first > 1 && chance + standing.chance[order[first - 1]] <= 0.02)
			chance += standing.chance[order[--first]];
		const left = order.slice(0, first).map((s) => desk.world.place(settings[s].stops));
		for (let on = 2; on < SEEDS; on++)
			desk.make(onSeeds(paid(desk, left, credits - desk.spent, 1), [on]));
		desk.judge(pairs - desk.evidence.pairs.length);
		return desk.found();
	},
	narrow: (desk, { credits, pairs, takes = Infinity }) => {
		const narrower = new Narrower();
		const first = desk.world.fraction(0, 0);
		const field = (): Field => ({
			evidence: desk.now(),
			candidates: desk.world.settings.map((one) => ({ ...one, out: false })),
			seeds: Array.from({ length: SEEDS }, (_, i) => `${i}`),
			ordered: [...desk.ordered],
			waiting: [],
			first,
			spent: desk.spent
		});
		for (;;) {
			const of = field();
			const ask = (ahead: Shown[]) =>
				narrower.narrow({
					field: of,
					credits: desk.evidence.takes.length < takes ? credits - desk.spent : 0,
					pairs: pairs - desk.evidence.pairs.length,
					stay: [],
					taken: [],
					before: of.evidence.pairs,
					skipped: [],
					ahead
				});
			const { round, end, next } = ask([]);
			if (end) return desk.found(end === 'decided');
			if (round?.due) {
				desk.make(round.takes);
				continue;
			}
			const ahead: Shown[] = [];
			for (let at = next; at && ahead.length < BETWEEN; at = ask(ahead).next) ahead.push(at);
			if (!ahead.length) return desk.found();
			for (const one of ahead.slice(0, pairs - desk.evidence.pairs.length)) desk.answer(one);
		}
	}
};

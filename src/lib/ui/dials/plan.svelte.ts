import { dialOf, stopKey, type DialId, type Stop } from '$lib/core/dials';
import {
	affordable,
	atMeasuredPace,
	countSettings,
	combinations,
	costOf,
	countRepeats,
	designSays,
	measuredPace,
	planProblems,
	planRack,
	reckon,
	spentSince,
	workOut,
	type WorkedOut
} from '$lib/core/plan';
import type { Design, PlanRack } from '$lib/core/schema';
import * as store from '$lib/store';
import { live, newPlan, session, type Work } from '$lib/ui/shared';
import { workOutDesign } from '$lib/workers';

/** Midnight of today, here. */
const midnight = () => new Date().setHours(0, 0, 0, 0);

/** More takes than this are asked about before they are made, whatever they cost. */
const MANY = 2000;

/** The plan that the dials make: its settings, its price, and what stands in its way. */
export class PlanDesk {
	readonly #work: Work;
	/** The latest fraction that came back from its worker, and what it was asked for. */
	#fraction = $state.raw<{ asked: string; result: WorkedOut } | null>(null);
	fractionProblem = $state<string | null>(null);
	readonly purse = live(() => store.purse, store.emptyPurse);
	readonly #allTakes = live(() => store.latestTakes, []);
	readonly #spentToday = live(() => () => store.spentOverall(midnight()), 0);

	constructor(work: Work) {
		this.#work = work;
	}

	readonly brief = $derived.by(() => this.#work.brief!);
	readonly rack: PlanRack = $derived.by(() => planRack(this.brief));
	readonly design: Design = $derived.by(() => this.brief.design);
	readonly settings: number = $derived.by(() => countSettings(this.rack, this.design));
	readonly takes: number = $derived.by(() => this.settings * countRepeats(this.rack));
	readonly #asked = $derived.by(() => JSON.stringify([this.rack, this.design]));

	/** The design worked out; null while a fraction is being searched for. */
	readonly worked: WorkedOut | null = $derived.by(() => {
		if (this.design.kind !== 'fraction') return workOut(this.rack, this.design);
		return this.#fraction?.asked === this.#asked ? this.#fraction.result : null;
	});

	/** Searches for the fraction that is asked for, in a worker. */
	search(): void {
		if (this.design.kind !== 'fraction') return;
		const asked = this.#asked;
		workOutDesign($state.snapshot(this.rack), $state.snapshot(this.design))
			.then((result) => {
				this.#fraction = { asked, result };
				this.fractionProblem = null;
			})
			.catch((cause: Error) => (this.fractionProblem = cause.message));
	}

	/** How much slower than its card each model was here. */
	readonly pace = $derived.by(() => measuredPace(this.#allTakes.current, session.cards));
	readonly cost = $derived.by(() => {
		const cards = atMeasuredPace(session.cards, this.pace);
		return costOf(this.worked?.rack ?? this.rack, cards, 2, this.worked ?? undefined);
	});
	readonly account = $derived.by(() => ({
		allowance: this.brief.allowance,
		dayAllowance: this.purse.current.dayAllowance,
		spent: spentSince(this.#work.takes, 0),
		spentToday: this.#spentToday.current
	}));
	readonly reckoning = $derived.by(() => reckon(this.account, this.cost.credits));
	readonly affordable = $derived.by(() =>
		affordable(
			{ settings: this.settings, seeds: this.rack.seed.length, credits: this.cost.credits },
			this.reckoning.room
		)
	);
	readonly says = $derived.by(() =>
		this.worked
			? designSays(this.rack, this.design, this.worked.efficiency)
			: (this.fractionProblem ?? 'Looking for a balanced fraction …')
	);
	readonly problems = $derived.by(() =>
		planProblems(this.worked?.rack ?? this.rack, session.cards)
	);
	readonly ready = $derived.by(
		() =>
			this.worked !== null &&
			!this.problems.length &&
			this.takes > 0 &&
			this.takes <= MANY * 50 &&
			session.cards.length > 0
	);
	/** Whether a clear yes is wanted before it is run. */
	readonly askFirst = $derived.by(() => this.reckoning.over !== null || this.takes > MANY);

	/** The stops of a dial, with their keys and in words. */
	stopsOf(dial: DialId): { key: string; says: string }[] {
		const stops: readonly Stop[] = this.rack[dial];
		return stops.map((stop) => ({
			key: stopKey(stop),
			says: dialOf(dial).format(stop, session.cards)
		}));
	}

	setDesign(design: Design): void {
		this.#work.change({ design });
	}

	/** Adds the plan, or so many of its seeds or settings, to the queue. Returns its id. */
	async run(only: { seeds?: number; settings?: number } = {}): Promise<string> {
		let rack: PlanRack = $state.snapshot(this.rack);
		let design: Design = $state.snapshot(this.design);
		if (only.seeds) rack = { ...rack, seed: rack.seed.slice(0, only.seeds) };
		if (only.settings) design = { kind: 'fraction', settings: only.settings, pairs: [] };
		const worked = only.settings || only.seeds ? await workOutDesign(rack, design) : this.worked!;
		const plan = newPlan(this.brief.id, design, $state.snapshot(worked.rack));
		await store.addPlan(plan, combinations(plan.rack, worked), () => crypto.randomUUID());
		return plan.id;
	}
}

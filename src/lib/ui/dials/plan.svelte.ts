import { countSettings, designOf, designSays, workOut, type WorkedOut } from '$lib/core/designs';
import { dialOf, stopKey, type DialId, type Stop, countRepeats, planRack } from '$lib/core/dials';
import {
	atMeasuredPace,
	combinations,
	costOf,
	countChosen,
	measuredPace,
	nearCopiesOf,
	planProblems,
	preparedLately,
	reckon,
	waitOf,
	type Account
} from '$lib/core/plan';
import type { Design, Line, PlanRack, Rack } from '$lib/core/schema';
import * as store from '$lib/store';
import {
	addOrder,
	door,
	freshSeeds,
	live,
	midnight,
	newPlan,
	withLine,
	session,
	type Work
} from '$lib/ui/shared';
import { workOutDesign, workOutOffers } from '$lib/workers';

/** The plan that the dials make: its settings, its price, and what stands in its way. */
/** Whose rack a plan is made from, and what changes it. */
export type PlanHost = Pick<Work, 'brief' | 'change' | 'replace'>;

export class PlanDesk {
	readonly #work: PlanHost;
	/** The takes that what is made comes from. */
	readonly #line: (() => Line) | undefined;
	/** The latest fraction that came back from its worker, and what it was asked for. */
	#fraction = $state.raw<{ asked: string; result: WorkedOut } | null>(null);
	fractionProblem = $state<string | null>(null);
	readonly purse = live(() => store.purse, store.emptyPurse);
	readonly #allTakes = live(() => store.latestTakes, []);
	readonly #account = live(
		() =>
			(
				(id) => () =>
					store.account(id, midnight())
			)(this.#work.brief!.id),
		null
	);

	constructor(work: PlanHost, line?: () => Line) {
		this.#work = work;
		this.#line = line;
	}

	readonly brief = $derived.by(() => this.#work.brief!);
	readonly rack: PlanRack = $derived.by(() => planRack(this.brief));
	readonly design: Design = $derived.by(() => this.brief.design);
	/** How many settings are run: those of the design once it is worked out, till then those asked for. */
	readonly settings: number = $derived.by(
		() => this.worked?.rows?.length ?? countSettings(this.rack, this.design)
	);
	readonly takes: number = $derived.by(() =>
		this.worked
			? countChosen(this.worked.rack, this.worked)
			: this.settings * countRepeats(this.rack)
	);
	readonly #asked = $derived.by(() => JSON.stringify([this.rack, this.design]));

	/** The design worked out; null while a fraction is being searched for. */
	readonly worked: WorkedOut | null = $derived.by(() => {
		if (!designOf(this.design.kind).slow) return workOut(this.rack, this.design);
		return this.#fraction?.asked === this.#asked ? this.#fraction.result : null;
	});

	/** Searches for the fraction that is asked for, in a worker. */
	search(): void {
		if (!designOf(this.design.kind).slow) return;
		const asked = this.#asked;
		workOutDesign($state.snapshot(this.rack), $state.snapshot(this.design))
			.then((result) => {
				this.#fraction = { asked, result };
				this.fractionProblem = null;
			})
			.catch((cause: Error) => (this.fractionProblem = cause.message));
	}

	/** How much slower than its card each model was here. */
	readonly pace = $derived.by(() =>
		measuredPace(this.#allTakes.current, session.cards, session.threads)
	);
	readonly #cards = $derived.by(() => atMeasuredPace(session.cards, this.pace));
	readonly #isPrepared = $derived.by(() => preparedLately(this.#allTakes.current));
	readonly cost = $derived.by(() =>
		costOf(
			this.worked?.rack ?? this.rack,
			this.#cards,
			session.threads,
			this.worked ?? undefined,
			this.#isPrepared
		)
	);
	readonly #ahead = live(() => store.takesAhead, []);
	/** Seconds until what is in the queue already is made. */
	readonly before = $derived.by(() => waitOf(this.#ahead.current, this.#cards, session.threads));
	/** What may be spent, what was, and what waits in the queue. */
	readonly account: Account = $derived.by(() => {
		const known = this.#account.current ?? nothingSpent;
		// What is typed into the brief, or the purse, counts at once.
		const { allowance } = this.brief;
		return { ...known, allowance, dayAllowance: this.purse.current.dayAllowance };
	});
	readonly reckoning = $derived.by(() => reckon(this.account, this.cost.credits));
	readonly says = $derived.by(() =>
		this.worked
			? designSays(this.rack, this.design, this.worked.efficiency)
			: (this.fractionProblem ?? `Looking for a ${designOf(this.design.kind).label} …`)
	);
	readonly problems = $derived.by(() =>
		planProblems(this.worked?.rack ?? this.rack, session.cards, this.worked ?? undefined)
	);
	readonly #starts = live(() => store.startSeeds, new Map<string, number>());
	/** What will hardly differ from the picture that it starts from. */
	readonly nearCopies = $derived.by(() =>
		nearCopiesOf(this.worked?.rack ?? this.rack, (id) => this.#starts.current.get(id))
	);

	/** Draws seeds that the plan did not have. */
	freshSeeds(): void {
		const seed = freshSeeds(this.brief.rack.seed.length);
		this.#work.replace({ rack: { ...this.brief.rack, seed } }, 'Fresh seeds are on the dial.');
	}

	readonly ready = $derived.by(
		() =>
			this.worked !== null && !this.problems.length && this.takes > 0 && session.cards.length > 0
	);

	/** The stops of a dial, with their keys and in words. */
	stopsOf(dial: DialId): { key: string; says: string }[] {
		const stops: readonly Stop[] = this.rack[dial];
		return stops.map((stop) => ({
			key: stopKey(stop),
			says: dialOf(dial).format(stop, session.cards)
		}));
	}

	/** Mends what stands in the way, as the button beside it says. */
	mend(change: Partial<Rack>, says: string): void {
		this.#work.replace({ rack: { ...this.brief.rack, ...change } }, `${says}: done.`);
	}

	setDesign(design: Design): void {
		this.#work.change({ design });
	}

	/**
	 * Puts the plan into the queue, or what of it can be paid and is agreed to. Resolves to the plan's
	 * id, or null when it was left.
	 */
	async run(): Promise<string | null> {
		let id: string | null = null;
		const { id: briefId } = this.brief;
		const rack: PlanRack = $state.snapshot(this.rack);
		const design: Design = $state.snapshot(this.design);
		const line = this.#line?.();
		const add = async (made: Design, worked: WorkedOut, within: store.Within) => {
			const plan = newPlan(briefId, { design: made, rack: worked.rack, chosen: worked });
			const takes = withLine(combinations(plan.rack, worked), line);
			await addOrder(plan, takes, countChosen(plan.rack, worked), within);
			id = plan.id;
		};
		const whole: WorkedOut = $state.snapshot(this.worked)!;
		const { takes, credits, seconds } = this.cost;
		await door.pass({
			briefId,
			what: this.takes === 1 ? 'Run one take' : `Run ${this.takes.toLocaleString('en')} takes`,
			takes,
			credits,
			seconds,
			said: true,
			parts: async (room) =>
				(await workOutOffers(rack, design, $state.snapshot(session.cards), room)).map((offer) => ({
					says:
						offer.kind === 'seeds'
							? `Run ${offer.count} of ${rack.seed.length} seeds`
							: `Run ${offer.count} settings, a ${designOf(offer.design.kind).label}`,
					takes: offer.takes,
					credits: offer.credits,
					go: (within) => add(offer.design, offer.worked, within)
				})),
			go: (within) => add(design, whole, within)
		});
		return id;
	}
}

const nothingSpent: Account = {
	allowance: null,
	dayAllowance: null,
	spent: 0,
	queued: 0,
	spentToday: 0,
	queuedOverall: 0
};

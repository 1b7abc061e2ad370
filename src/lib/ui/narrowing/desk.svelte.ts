import { untrack } from 'svelte';
import {
	droppedSince,
	fieldOf,
	onSeed,
	outOf,
	roundsOf,
	groundOf,
	type Field,
	type Narrowed,
	type NextRound
} from '$lib/core/narrowing';
import { reckon } from '$lib/core/plan';
import type { Narrowing, PlanRack, StopRef } from '$lib/core/schema';
import * as store from '$lib/store';
import { PairsState } from '$lib/ui/pairs';
import {
	addOrder,
	midnight,
	openAccount,
	planOf,
	session,
	type Judged,
	type Work
} from '$lib/ui/shared';
import { narrowOn } from '$lib/workers';

/** A narrowing that goes on: what is known, what is shown, and what is ordered next. */
export class NarrowingDesk {
	readonly #work: Work;
	readonly #judged: Judged;
	readonly pairs: PairsState<Narrowed>;
	/** Whether the settings of the pair are in sight: its answer doesn't count as blind. */
	open = $state(false);
	/** Why a round couldn't be ordered; null when nothing is wrong. */
	trouble = $state<string | null>(null);
	#ordering = false;
	/** How many rounds were in sight, with their takes, when what is known was asked for; -1 for none to go by. */
	#askedAt = -1;
	readonly #account: ReturnType<typeof openAccount>;

	constructor(work: Work, judged: Judged) {
		this.#work = work;
		this.#judged = judged;
		this.#account = openAccount(work);
		this.pairs = new PairsState<Narrowed>({
			briefId: () => work.brief!.id,
			answers: () => this.#answers,
			choose: async (after) => {
				const at = this.#allInSight ? this.rounds.length : -1;
				const known = await narrowOn({
					field: this.field!,
					credits: this.creditsLeft,
					pairs: this.pairsLeft,
					...$state.snapshot(this.#hand),
					...after
				});
				this.#askedAt = at;
				return known;
			},
			open: () => this.open
		});
	}

	readonly narrowing: Narrowing = $derived.by(() => this.#work.brief!.narrowing!);
	readonly rounds = $derived.by(() => roundsOf(this.#work.plans, this.narrowing));
	readonly #rack = $derived.by(() => JSON.stringify(this.narrowing.rack));
	readonly #ground = $derived.by(() => groundOf(JSON.parse(this.#rack) as PlanRack));
	readonly field: Field | null = $derived.by(() =>
		this.#judged.ready &&
		session.cards.length &&
		this.#account.current &&
		this.#work.brief?.narrowing
			? fieldOf({
					...this.#judged.gathered(),
					ground: this.#ground,
					narrowing: $state.snapshot<Narrowing>(this.narrowing),
					plans: this.#work.plans
				})
			: null
	);
	/** Stops that stay in, and that were taken out, by their places. */
	readonly #hand = $derived.by(() => {
		const places = (stops: readonly StopRef[]) =>
			outOf(this.field!.evidence, stops).map((all) => [...all]);
		return { stay: places(this.narrowing.stay), taken: places(this.narrowing.out) };
	});
	readonly #answers = $derived.by(() => this.#judged.answers.filter(({ judge }) => judge === ''));

	/** Pairs that were answered since it was begun, and those that are left. */
	readonly answered = $derived.by(
		() => this.#answers.filter(({ at }) => at >= this.narrowing.begunAt).length
	);
	readonly pairsLeft = $derived.by(() => Math.max(0, this.narrowing.pairs - this.answered));

	/** What the brief and the day have left. */
	readonly room = $derived.by(() =>
		this.#account.current ? reckon(this.#account.current, 0).room : 0
	);
	/** Credits of the budget that are left, and that may be spent: less where brief or day have less. */
	readonly budgetLeft = $derived.by(() =>
		Math.max(0, this.narrowing.credits - (this.field?.spent ?? 0))
	);
	readonly creditsLeft = $derived.by(() => Math.min(this.budgetLeft, this.room));

	/** Whether the takes of the last round are told by the store, as its plan is. */
	get #allInSight(): boolean {
		const last = this.rounds.at(-1);
		return !last || this.#work.takes.some(({ planId }) => planId === last.id);
	}

	/** Takes of its rounds: how many are made, being made, and failed. */
	readonly takes = $derived.by(() => {
		const own = new Set(this.rounds.map(({ id }) => id));
		const all = this.#work.takes.filter(({ planId }) => own.has(planId));
		const count = (...states: string[]) => all.filter(({ state }) => states.includes(state)).length;
		return { made: count('done'), open: count('waiting', 'running'), failed: count('failed') };
	});
	/** A round that waits, and why. */
	readonly held = $derived.by(
		() => this.rounds.find(({ paused, says }) => paused && says && this.takes.open) ?? null
	);
	readonly ended = $derived.by(() =>
		this.narrowing.stoppedAt !== undefined ? 'stopped' : (this.pairs.known?.end ?? null)
	);
	/** What the pairs are chosen from: when it changes, they are chosen anew. */
	readonly question = $derived.by(() => (this.field ? String(this.narrowing.begunAt) : ''));
	/** What changes what is known. */
	readonly basis = $derived.by(() =>
		this.field
			? JSON.stringify([
					this.field.evidence.takes.length,
					this.field.ordered.length,
					this.field.waiting.length,
					this.#judged.answers.length,
					this.#judged.marks.length,
					this.narrowing.out,
					this.narrowing.stay,
					this.narrowing.pairs,
					this.creditsLeft,
					this.rounds.length
				])
			: ''
	);

	#set(change: Partial<Narrowing>, told?: string): void {
		const narrowing = { ...$state.snapshot<Narrowing>(this.narrowing), ...change };
		if (told) this.#work.replace({ narrowing }, told);
		else this.#work.change({ narrowing });
	}

	pause(): void {
		this.#set({ paused: !this.narrowing.paused });
	}

	stop(): void {
		this.#set({ stoppedAt: Date.now() }, 'Stopped narrowing down.');
	}

	goOn(): void {
		this.#set({ stoppedAt: undefined, paused: false });
	}

	budget(change: Partial<Pick<Narrowing, 'credits' | 'pairs'>>): void {
		this.#set(change);
	}

	/** Takes a stop out by hand, or puts one back that was dropped. */
	turn(dial: string, key: string, out: boolean): void {
		const without = (all: readonly StopRef[]) =>
			all.filter((one) => one.dial !== dial || one.key !== key);
		const { out: outs, stay } = $state.snapshot<Narrowing>(this.narrowing);
		this.#set({
			out: out ? [...without(outs), { dial, key }] : without(outs),
			stay: out ? without(stay) : [...without(stay), { dial, key }]
		});
	}

	/** Orders the next round once it is due, unless what is known is older than the last round. */
	async order(): Promise<void> {
		const round = this.pairs.known?.round;
		const busy = this.#ordering || this.narrowing.paused || this.ended || !this.field;
		if (!round?.due || busy || this.#askedAt !== this.rounds.length || !this.#account.current)
			return;
		this.#ordering = true;
		try {
			await this.#add(round);
			this.trouble = null;
		} catch (cause) {
			// Another tab ordered this round, or spent what was left: what is known is asked for again.
			if (!(cause instanceof store.LessIsLeft) && !isThere(cause))
				this.trouble = store.problemSays(cause);
		} finally {
			this.#askedAt = -1;
			this.#ordering = false;
		}
	}

	async #add({ takes, why }: NextRound): Promise<void> {
		const { rack, begunAt } = $state.snapshot<Narrowing>(this.narrowing);
		const { settings } = this.#ground;
		const made = takes.map(({ setting, seed }) => onSeed(settings[setting], rack.seed[seed]));
		const number = (this.rounds.at(-1)?.round?.number ?? 0) + 1;
		const briefId = this.#work.brief!.id;
		const dropped = droppedSince(this.rounds, this.pairs.known?.dials ?? []);
		const plan = {
			...planOf(briefId, made),
			// Two tabs that order the same round put it into the queue once.
			id: `${briefId} ${begunAt} ${number}`.slice(-100),
			name: `Round ${number}`,
			round: { begunAt, number, why, ...(dropped.length ? { dropped } : {}) }
		};
		await addOrder(plan, made, made.length, {
			seen: this.#account.current!,
			midnight: midnight()
		});
	}

	/** The settings of a take in words, for who looks behind the pair. */
	stopsOf(takeId: string): string {
		const { evidence } = this.field!;
		const take = evidence.takes.find(({ id }) => id === takeId);
		return take ? take.stops.map((stop, d) => evidence.dials[d].stops[stop].label).join(' · ') : '';
	}

	refresh(): void {
		untrack(() => this.pairs.refresh());
	}
}

/** Whether a record of this id is there already. */
const isThere = (cause: unknown): boolean =>
	cause instanceof Error && (cause.name === 'ConstraintError' || cause.name === 'BulkError');

/** Begins a narrowing: its first round is ordered at once. */
export const begun = (
	rack: PlanRack,
	{ credits, pairs }: { credits: number; pairs: number }
): Narrowing => ({
	rack,
	credits,
	pairs,
	out: [],
	stay: [],
	paused: false,
	begunAt: Date.now()
});

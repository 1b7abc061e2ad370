import { untrack } from 'svelte';
import type { PairsKnown, Shown } from '$lib/core/judge';
import type { Answer } from '$lib/core/schema';
import { closer, WHOLE, type Look } from '$lib/core/sheet';
import * as store from '$lib/store';
import { undo } from '$lib/ui/shared';
import { LoupeState } from '$lib/ui/takes';
import { decoded, type Decoded } from './decoded';

/** A pair with its pictures, ready to be shown. */
export interface Ready extends Shown {
	pictures: [Decoded, Decoded];
}

/** Pairs that were answered or skipped, and those that lie ready. */
interface PairsAfter {
	before: readonly Pick<Shown, 'left' | 'right'>[];
	skipped: readonly Shown[];
	ahead: readonly Shown[];
}

export interface PairsSources<Known> {
	briefId: () => string;
	/** Answers of the one who judges here, in order. */
	answers: () => readonly Answer[];
	/** Chooses the next pair. */
	choose: (after: PairsAfter) => Promise<Known>;
	/** Whether the settings are in sight. @default false */
	open?: () => boolean;
}

/** Pairs that are decoded before they are wanted. */
const AHEAD = 1;

/** A pair without its pictures, as a worker takes it. */
const plain = ({ left, right, again }: Shown): Shown => ({ left, right, again });

/** Blind pairs, one after the other; what else is known comes with each. */
export class PairsState<Known extends { next: Shown | null } = PairsKnown> {
	readonly #from: PairsSources<Known>;
	now = $state.raw<Ready | null>(null);
	#ahead = $state.raw<Ready[]>([]);
	#skipped = $state.raw<Shown[]>([]);
	known = $state.raw<Known | null>(null);
	/** Why no pair is shown; null while one is, or is coming. */
	none = $state<string | null>(null);
	look = $state.raw<Look>(WHOLE);
	readonly loupe = new LoupeState();
	blinking = $state(false);
	/** Answers that were given, and may not be in the store's answer yet. */
	#given: { left: string; right: string }[] = [];
	#asking = false;
	#again = false;
	#ended = false;
	/** Counts changes of what is asked: what was chosen before is not shown. */
	#question = 0;

	constructor(from: PairsSources<Known>) {
		this.#from = from;
	}

	/** Begins anew: something else is asked, or other takes are shown. */
	begin(): void {
		this.#question++;
		this.#ahead = [];
		this.now = null;
		this.none = null;
		this.look = WHOLE;
		this.#given = untrack(() => this.#from.answers().map(({ left, right }) => ({ left, right })));
		void this.#fill();
	}

	/** Asks how far it is settled, after something was said. */
	refresh(): void {
		if (!this.#question) return;
		if (untrack(() => this.#answeredElsewhere())) this.begin();
		else void this.#fill();
	}

	/** Whether the pair in sight was answered in another tab meanwhile. */
	#answeredElsewhere(): boolean {
		const shown = this.now;
		const answers = this.#from.answers();
		if (!shown || shown.again || answers.length <= this.#given.length) return false;
		const isShown = ({ left, right }: Pick<Shown, 'left' | 'right'>) =>
			[left, right].every((id) => id === shown.left || id === shown.right);
		return answers.some(isShown) && !this.#given.some(isShown);
	}

	end(): void {
		this.#ended = true;
	}

	/** Chooses what comes next, until enough lies ready. */
	async #fill(): Promise<void> {
		this.#again = true;
		if (this.#asking) return;
		this.#asking = true;
		try {
			while (this.#again && !this.#ended) {
				this.#again = false;
				await this.#choose();
			}
		} catch (cause) {
			this.now = null;
			this.none = cause instanceof Error ? cause.message : String(cause);
		}
		this.#asking = false;
	}

	async #choose(): Promise<void> {
		const question = this.#question;
		// Where something else is asked meanwhile, what was chosen is not shown: it is chosen anew.
		const isPast = () => question !== this.#question;
		const waiting = [this.now, ...this.#ahead].flatMap((one) => one ?? []);
		const known = await untrack(() =>
			this.#from.choose({
				before: this.#given,
				skipped: this.#skipped,
				ahead: waiting.map(plain)
			})
		);
		if (isPast()) return;
		this.known = known;
		if (this.now && this.#ahead.length >= AHEAD) return;
		const { next } = known;
		if (!next) {
			if (!this.now) this.none = 'There is no pair left to compare among these takes.';
			return;
		}
		const [one, two] = await Promise.all([decoded(next.left), decoded(next.right)]);
		if (isPast()) return;
		if (!one || !two) {
			// A picture that is missing cannot be judged: the pair is passed over.
			this.#skipped = [...this.#skipped, next];
			this.#again = true;
			return;
		}
		this.none = null;
		const ready: Ready = { ...next, pictures: [one, two] };
		if (this.now) this.#ahead = [...this.#ahead, ready];
		else {
			this.now = ready;
			this.#again = true;
		}
	}

	#advance(): void {
		const [next, ...rest] = this.#ahead;
		this.now = next ?? null;
		this.#ahead = rest;
		this.look = WHOLE;
		if (!this.now) void this.#fill();
	}

	/** Answers the pair in sight. The next one stands at once. */
	async answer(answer: Answer['answer']): Promise<void> {
		const shown = this.now;
		if (!shown) return;
		const given: Answer = {
			id: crypto.randomUUID(),
			briefId: this.#from.briefId(),
			left: shown.left,
			right: shown.right,
			answer,
			judge: '',
			again: shown.again,
			...(this.#from.open?.() ? { open: true } : {}),
			at: Date.now()
		};
		this.#given = [...this.#given, { left: shown.left, right: shown.right }];
		const kept = store.addAnswers([given]);
		this.#advance();
		await kept;
		undo.push({
			says: 'the answer',
			back: async () => {
				await store.deleteAnswers([given.id]);
				this.#given = this.#given.slice(0, -1);
				this.#back(shown);
			},
			again: async () => {
				await store.addAnswers([given]);
				this.#given = [...this.#given, { left: shown.left, right: shown.right }];
				if (this.now?.left === shown.left && this.now.right === shown.right) this.#advance();
			}
		});
	}

	/** Shows a pair again whose answer was taken back. */
	#back(shown: Ready): void {
		if (this.#ended) return;
		if (this.now) this.#ahead = [this.now, ...this.#ahead];
		this.now = shown;
		this.none = null;
		void this.#fill();
	}

	/** Leaves a pair unanswered; it does not come again in this sitting. */
	skip(): void {
		if (!this.now) return;
		this.#skipped = [...this.#skipped, plain(this.now)];
		this.#advance();
		void this.#fill();
	}

	/** Looks closer, or less close, at the same place of both. */
	lookTimes(by: number): void {
		this.look = closer(this.look, by);
	}
}

import { reckon, type Account, type Reckoning } from '$lib/core/plan';
import type { Purse } from '$lib/core/schema';
import * as store from '$lib/store';

/** Something that costs credits. */
interface Ask {
	briefId: string;
	/** What it is, as a heading: "The same on 3 fresh seeds". */
	what: string;
	takes: number;
	credits: number;
	/** Whether it may come to less. @default false */
	atMost?: boolean;
	/** Credits of it that wait in the queue, and so are counted already. @default 0 */
	reckoned?: number;
	/** About how long it takes; null where that is not known. */
	seconds: number | null;
	/** Whether count, price and what is left were in sight when it was asked for. */
	said?: boolean;
	/** What of it can be paid, when all of it goes beyond what is left. */
	parts?: (room: number) => Promise<Part[]>;
	go: Go;
}

/** Begins what was asked for, with what was seen of the account: less may be left by now. */
type Go = (within: store.Within) => Promise<unknown>;

/** A part of what was asked for: what it says is what is run. */
export interface Part {
	says: string;
	takes: number;
	credits: number;
	go: Go;
}

/** The largest part of so many that there is room for; none when not even one can be paid. */
export function largestPart(
	all: number,
	room: number,
	of: (count: number) => Omit<Part, 'says'>,
	says: (count: number) => string
): Promise<Part[]> {
	for (let count = all - 1; count > 0; count--) {
		const part = of(count);
		if (part.credits <= room) return Promise.resolve([{ ...part, says: says(count) }]);
	}
	return Promise.resolve([]);
}

/** More takes than this are asked about before they are made, whatever they cost. */
const MANY = 2000;

/** Midnight of today, here. */
export const midnight = (): number => new Date().setHours(0, 0, 0, 0);

/** What is asked at the door. */
interface Asking {
	ask: Ask;
	account: Account;
	purse: Purse;
	reckoning: Reckoning;
	/** Null while it is being reckoned what can be paid. */
	parts: Part[] | null;
	answer: (go: Go | null) => void;
}

/**
 * The one door for all that costs credits: it says how many takes, their price and what is left, and
 * asks before anything goes beyond that. One at a time: what was let in before counts.
 */
class Door {
	asking = $state.raw<Asking | null>(null);
	/** Whether anything was asked yet. */
	opened = $state(false);
	#last: Promise<unknown> = Promise.resolve();

	/** Lets something in, or asks about it first. Resolves to whether it went in. */
	pass(ask: Ask): Promise<boolean> {
		// While one question stands, no other is put behind it by further presses.
		if (this.asking) return Promise.resolve(false);
		const passed = this.#last.catch(() => undefined).then(() => this.#pass(ask));
		this.#last = passed;
		return passed;
	}

	/** Asks again where another tab began a run between the look at the account and the start. */
	async #pass(ask: Ask): Promise<boolean> {
		for (;;)
			try {
				return await this.#ask(ask);
			} catch (cause) {
				if (!(cause instanceof store.LessIsLeft)) throw cause;
			}
	}

	async #ask(ask: Ask): Promise<boolean> {
		const today = midnight();
		const [account, purse] = await Promise.all([store.account(ask.briefId, today), store.purse()]);
		const within = { seen: account, midnight: today };
		const reckoning = reckon(account, ask.credits - (ask.reckoned ?? 0));
		if (ask.said && !reckoning.over && ask.takes <= MANY) {
			await ask.go(within);
			return true;
		}
		const go = await new Promise<Go | null>((answer) => {
			const begun: Asking = { ask, account, purse, reckoning, parts: null, answer };
			this.asking = begun;
			this.opened = true;
			const parts = reckoning.over ? ask.parts?.(reckoning.room) : undefined;
			void Promise.resolve(parts ?? [])
				.catch(() => [])
				.then((found) => {
					if (this.asking === begun) this.asking = { ...begun, parts: found };
				});
		});
		this.asking = null;
		await go?.(within);
		return go !== null;
	}
}

export const door = new Door();

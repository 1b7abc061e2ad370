import { picturesIn } from '$lib/core/contract';
import type { Plan, Take, TakeRequest } from '$lib/core/schema';
import * as store from '$lib/store';
import { bringAlong } from './bring';
import { follow, nameOf, type Means } from './follow';
import type { Route, Routes } from './services';
import { backOff, verdictOn } from './verdict';

/** Where the driving of a plan stands. */
export type RunState =
	/** A part is on its way to its service. */
	| { at: 'sending'; key: string }
	/** The service makes a part, and what it finishes is kept. */
	| { at: 'following'; key: string }
	/** Something stands in the way; tried again at an instant. */
	| { at: 'waiting'; says: string; until: number }
	/** There is nothing to be driven now. */
	| { at: 'ended'; why: 'done' | 'cut' | 'held' };

/** What driving a plan needs besides the plan. */
export interface Driving extends Means {
	routes: Routes;
	onState: (state: RunState) => void;
	/** Whether the browser has room for what is made; throws StorageFull when not. */
	hasRoom: () => Promise<void>;
}

/**
 * Most takes that are sent as one job. A plan goes out in parts, so that the queue's order, a pause
 * and the other plan have a say soon, and a large plan is within any service's limits.
 */
const PART = 48;

/** Jobs in a row that may end without a picture before the run is paused. */
const FRUITLESS = 8;

/** Takes one plan to its end, however often it must begin again. All that must last is in the store. */
export class PlanDrive {
	readonly #id: string;
	readonly #means: Driving;
	readonly #cut: AbortSignal;
	/** Tries and jobs in a row in which nothing was kept. */
	#failures = 0;
	#fruitless = 0;
	#during: 'sending' | 'following' = 'sending';
	/** Takes that were kept on the way. */
	settled = 0;

	constructor(id: string, means: Driving, cut: AbortSignal) {
		this.#id = id;
		this.#means = means;
		this.#cut = cut;
	}

	async run(): Promise<RunState> {
		const end = (why: Extract<RunState, { at: 'ended' }>['why']): RunState => {
			const state: RunState = { at: 'ended', why };
			this.#means.onState(state);
			return state;
		};
		for (;;) {
			if (this.#cut.aborted) return end('cut');
			const plan = await store.plan(this.#id);
			if (!plan || plan.stopped || plan.paused) return end('held');
			const rows = await store.jobsOfPlan(this.#id);
			const row = rows.find(({ wanted }) => wanted) ?? null;
			const leaving = new Set(rows.filter(({ wanted }) => !wanted).flatMap(({ refs }) => refs));
			const open = row ? [] : await store.nextTakes(this.#id, PART, leaving);
			if (!row && !open.length) {
				if (!(await store.nextTakes(this.#id, 1)).length) return end('done');
				// What was called back goes out again once the service has confirmed that it stopped.
				await this.#wait(
					'The render service has not said yet that it stopped. Waiting for it.',
					300
				);
				continue;
			}
			await this.#step(plan, row, open);
		}
	}

	/** Sends a part, or joins the job that was sent before, and follows it. */
	async #step(plan: Plan, known: store.StoredJob | null, open: readonly Take[]): Promise<void> {
		let row = known;
		this.#during = 'sending';
		try {
			await this.#means.hasRoom();
			row ??= await this.#prepare(plan, open);
			if (!row) return;
			this.#means.onState({ at: 'sending', key: row.key });
			const client = this.#means.routes.at(row.address);
			const job = await nameOf(row, client);
			if (!job) return void (await store.endJob(row.key));
			this.#during = 'following';
			const { key } = row;
			const { settled, ended } = await follow(row, job, client, this.#means, this.#cut, {
				onBegun: () => this.#means.onState({ at: 'following', key }),
				onOutcome: (outcome) => this.#count(outcome.settled)
			});
			if (!ended) {
				if (this.#cut.aborted) return;
				throw new Error('The stream broke off.');
			}
			// A job that has ended has nothing more to give: what is still open needs a new one.
			await store.endJob(key);
			if (settled === 0) await this.#endedInVain();
		} catch (cause) {
			if (!this.#cut.aborted) await this.#meet(cause, row, known === null, open);
		}
	}

	#count(settled: number): void {
		if (!settled) return;
		this.settled += settled;
		this.#failures = 0;
		this.#fruitless = 0;
	}

	/** A service that ends jobs without a picture is given time, and in the end left alone. */
	async #endedInVain(): Promise<void> {
		// Takes that were left out by hand are no fault of the service.
		if (!(await store.nextTakes(this.#id, 1)).length) return;
		const says = 'The render service ended a job without making a picture.';
		if (++this.#fruitless >= FRUITLESS)
			return store.pausePlan(
				this.#id,
				true,
				`The run waits: the render service ended ${FRUITLESS} jobs in a row without making a picture. Look after the service, then let it go on.`
			);
		await this.#wait(`${says} Trying again.`, backOff(this.#fruitless));
	}

	async #meet(
		cause: unknown,
		row: store.StoredJob | null,
		fresh: boolean,
		open: readonly Take[]
	): Promise<void> {
		const verdict = verdictOn(cause, this.#during);
		switch (verdict.then) {
			case 'pause':
				return store.pausePlan(this.#id, true, verdict.says);
			case 'anew':
				if (row) await store.endJob(row.key);
				if (++this.#failures > 1)
					await this.#wait(
						'The render service forgot a job. Sending it anew.',
						backOff(this.#failures)
					);
				return;
			case 'fail': {
				if (!row) {
					// A picture that was sent ahead was refused: the takes that bring one along cannot be made.
					const starts = open.filter(
						({ settings }) => settings.adapters ?? picturesIn(settings).length
					);
					const lost = (starts.length ? starts : open).map(({ id }) => id);
					this.#count(await store.failOpenTakes(lost, verdict.says));
					return;
				}
				await store.endJob(row.key);
				// A body that was kept may name pictures that the service has forgotten since.
				if (!fresh) return;
				const refs = verdict.takes?.flatMap((place) => row.refs[place] ?? []) ?? row.refs;
				const named = refs.length ? refs : row.refs;
				this.#count(await store.failOpenTakes(named, verdict.says));
				return;
			}
			case 'again': {
				this.#failures++;
				if (this.#failures >= verdict.most)
					return store.pausePlan(this.#id, true, `The run waits. ${verdict.says}`);
				const wait = Math.max(backOff(this.#failures), verdict.wait ?? 0);
				return this.#wait(verdict.says, wait);
			}
		}
	}

	/** Notes a part for one service, with its start pictures sent ahead; null when there is none. */
	async #prepare(plan: Plan, open: readonly Take[]): Promise<store.StoredJob | null> {
		const route = this.#means.routes.of(open[0].settings.model);
		if (!route) {
			const lost = open.filter(({ settings }) => !this.#means.routes.of(settings.model));
			await store.failOpenTakes(
				lost.map(({ id }) => id),
				'The render service of this model was taken off. Add it again under Models, then try again.'
			);
			return null;
		}
		const body = { key: crypto.randomUUID(), takes: await this.#requests(open, route) };
		return store.addJob({
			planId: plan.id,
			briefId: plan.briefId,
			service: route.service,
			address: route.address,
			models: body.takes.map(({ ref }) => open.find(({ id }) => id === ref)!.settings.model),
			body,
			sentAt: this.#means.clock.now()
		});
	}

	async #requests(open: readonly Take[], route: Route): Promise<TakeRequest[]> {
		const most = Math.max(1, Math.min(PART, route.limits?.maxTakesPerJob ?? PART));
		const part = open
			.flatMap((take) => {
				const to = this.#means.routes.of(take.settings.model);
				return to?.service === route.service ? [{ take, model: to.model }] : [];
			})
			.slice(0, most);
		const known = await bringAlong(
			route.client,
			part.map(({ take }) => take.settings)
		);
		return part.map(({ take: { id, settings }, model }) => ({
			...known(settings),
			model,
			ref: id,
			output: { format: 'webp', preview: true }
		}));
	}

	async #wait(says: string, milliseconds: number): Promise<void> {
		const { clock, onState } = this.#means;
		onState({ at: 'waiting', says, until: clock.now() + milliseconds });
		await clock.sleep(milliseconds, this.#cut);
	}
}

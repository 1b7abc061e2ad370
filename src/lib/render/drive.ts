import { picturesIn } from '$lib/core/contract';
import type { Plan, Take, TakeRequest } from '$lib/core/schema';
import * as store from '$lib/store';
import { bringAlong } from './bring';
import { follow, nameOf, type Means } from './follow';
import type { Route, Routes } from './services';
import { backOff, verdictOn, type Verdict } from './verdict';

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

/** Most pictures that the takes of one job bring along: a service holds all of them at once. */
const PICTURES = 8;

/** How often pictures are sent again that a service has lost, before their takes fail. */
const RESENDS = 4;

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
	/** How often in a row the service asked for pictures again. */
	#resent = 0;
	#during: 'sending' | 'following' = 'sending';
	/** Jobs that have ended and whose last pictures are still on their way, by key. */
	readonly #late = new Map<string, Promise<void>>();
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
			const row = rows.find(({ key, wanted }) => wanted && !this.#late.has(key)) ?? null;
			const away = rows.filter(({ key, wanted }) => !wanted || this.#late.has(key));
			const leaving = new Set(away.flatMap(({ refs }) => refs));
			const open = row ? [] : await store.nextTakes(this.#id, PART, leaving);
			if (!row && !open.length) {
				if (this.#late.size) {
					await Promise.race([...this.#late.values(), this.#means.clock.sleep(1000, this.#cut)]);
					continue;
				}
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
			const { settled, ended, late } = await follow(row, job, client, this.#means, this.#cut, {
				onBegun: () => this.#means.onState({ at: 'following', key }),
				onOutcome: (outcome) => this.#count(outcome.settled)
			});
			if (!ended) {
				if (this.#cut.aborted) return;
				throw new Error('The stream broke off.');
			}
			if (late) return this.#waitFor(key, late);
			// A job that has ended has nothing more to give: what is still open needs a new one.
			await store.endJob(key);
			if (settled === 0) await this.#endedInVain();
		} catch (cause) {
			if (!this.#cut.aborted) await this.#meet(cause, row, known === null, open);
		}
	}

	/** Lets the run go on while the last pictures of a job that has ended come. */
	#waitFor(key: string, late: Promise<void>): void {
		const coming = late
			// A picture that could not be had is asked for again by following the job once more.
			.then(() => store.endJob(key))
			.catch(() => void this.#failures++)
			.finally(() => this.#late.delete(key));
		this.#late.set(key, coming);
	}

	#count(settled: number): void {
		if (!settled) return;
		this.#resent = 0;
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
			case 'resend':
				if (row) await store.endJob(row.key);
				if (++this.#resent < RESENDS)
					return this.#wait(
						'The render service has lost pictures that were sent to it. Sending them again.',
						backOff(this.#resent)
					);
				return this.#fail(verdict, row, fresh, open);
			case 'fail':
				return this.#fail(verdict, row, fresh, open);
			case 'again': {
				this.#failures++;
				if (this.#failures >= verdict.most)
					return store.pausePlan(this.#id, true, `The run waits. ${verdict.says}`);
				const wait = Math.max(backOff(this.#failures), verdict.wait ?? 0);
				return this.#wait(verdict.says, wait);
			}
		}
	}

	/** Takes that the service refuses for good fail with its sentence. */
	async #fail(
		verdict: Extract<Verdict, { then: 'fail' | 'resend' }>,
		row: store.StoredJob | null,
		fresh: boolean,
		open: readonly Take[]
	): Promise<void> {
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
		const pictures = new Set<string>();
		const part = open
			.flatMap((take) => {
				const to = this.#means.routes.of(take.settings.model);
				return to?.service === route.service ? [{ take, model: to.model }] : [];
			})
			.slice(0, most)
			.filter(({ take }, i) => {
				for (const id of picturesIn(take.settings)) pictures.add(id);
				return i === 0 || pictures.size <= PICTURES;
			});
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

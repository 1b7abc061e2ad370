import { SvelteMap } from 'svelte/reactivity';
import { expectedCredits } from '$lib/core/plan';
import type { Limits, ModelCard, Plan, TaughtAdapter } from '$lib/core/schema';
import { many } from '$lib/core/wording';
import * as store from '$lib/store';
import {
	askService,
	newService,
	readAddress,
	routesAmong,
	Runner,
	serviceId,
	shippedService,
	theShippedService,
	type Progress,
	type Service
} from '$lib/render';

/** Least time between two showings of progress, in milliseconds. */
const TELL_EVERY = 120;
/** More takes than this are never being made at once. */
const MOST_MAKING = 256;

/** A service's cards with the adapters that it was taught from here, on models that can be taught. */
const withTaught = (
	cards: readonly ModelCard[],
	service: string,
	taught: readonly TaughtAdapter[]
): ModelCard[] => {
	const own = taught
		.filter((one) => one.service === service)
		.map(({ id, name, pictures }) => ({
			id,
			name,
			summary: `Taught from ${many(pictures.length, 'picture')} of your own`
		}));
	return cards.map((card) =>
		own.length && card.features.includes('teach')
			? { ...card, adapters: [...card.adapters, ...own] }
			: card
	);
};

/** What is true for the whole tab: the render service, its models, and what is being made. */
class Session {
	/** The render services, the one that ships first. */
	services = $state.raw<Service[]>([theShippedService()]);
	readonly routes = routesAmong(() => this.services);
	/** The models of all services that answer. */
	readonly cards: ModelCard[] = $derived.by(() =>
		this.services.flatMap(({ id, cards }) => withTaught(cards, id, this.taught))
	);
	/** Adapters that were taught here. */
	taught = $state.raw<TaughtAdapter[]>([]);
	readonly limits: Limits | null = $derived.by(() => this.services[0].limits);
	/** How many takes are made at once. */
	readonly threads: number = $derived.by(() => this.limits?.takesAtOnce ?? 2);
	/** The service that ships: it helps with words, too. */
	get client() {
		return this.services[0].client;
	}
	/** How far every take is that is being made now. */
	readonly progress = new SvelteMap<string, Progress>();
	/** What stands in the way of runs, and why runs wait that were not paused by hand. */
	#runTrouble = $state<string | null>(null);
	#heldSays = $state<string | null>(null);
	/** What stands in the way of runs, as a sentence. */
	readonly trouble: string | null = $derived.by(
		() => this.services[0].says ?? this.#runTrouble ?? this.#heldSays
	);
	/** What stands in the way of keeping anything. */
	storeTrouble = $state<string | null>(null);
	/** Whether the queue is in sight. */
	queueOpen = $state(false);
	readonly runner = new Runner(this.routes, {
		onProgress: (progress) => this.#hear(progress),
		onTrouble: (says) => (this.#runTrouble = says),
		onFinished: (plan) => void this.#tell(plan)
	});
	/** Whether keys of one letter act: whoever speaks to the machine can switch them off (WCAG 2.1.4). */
	letters = $state(true);
	#started = false;
	/** What was told since it was shown last. */
	#heard = new Map<string, Progress>();

	/** Progress is shown a few times a second, however often it is told. */
	#hear(progress: Progress): void {
		if (!this.#heard.size) setTimeout(() => this.#show(), TELL_EVERY);
		const { takeId } = progress;
		const before = this.#heard.get(takeId) ?? this.progress.get(takeId);
		this.#heard.set(takeId, { ...progress, preview: progress.preview ?? before?.preview });
	}

	#show(): void {
		for (const [id, progress] of this.#heard) {
			// The latest stand last; the first are of takes that are long made.
			this.progress.delete(id);
			this.progress.set(id, progress);
		}
		this.#heard = new Map();
		for (const id of this.progress.keys()) {
			if (this.progress.size <= MOST_MAKING) break;
			this.progress.delete(id);
		}
	}

	start(): void {
		if (this.#started) return;
		this.#started = true;
		void store.openStore((says) => (this.storeTrouble = says));
		window.addEventListener('unhandledrejection', ({ reason }) => {
			if (store.isOfStore(reason)) this.storeTrouble = store.problemSays(reason);
		});
		void this.#readModels();
		// Services may be added and taken off in any tab, and the one that drives the runs must know.
		let begun = false;
		store.watch(store.services, (added) => {
			this.#know(added);
			if (!begun) this.runner.start();
			begun = true;
		});
		store.watch(store.taughtAdapters, (taught) => (this.taught = taught));
		store.watch(store.letters, (on) => (this.letters = on));
		store.watch(store.queuedPlans, (plans) => {
			this.#heldSays = plans.find(({ paused, says }) => paused && says)?.says ?? null;
		});
	}

	/** The services that were added: a run may need them. */
	#know(added: readonly store.AddedService[]): void {
		const known = new Map(this.services.map((one) => [one.id, one]));
		const asked = [
			{ id: '', address: shippedService, ...added.find(({ id }) => !id) },
			...added.filter(({ id }) => id)
		].map(({ id, address, token }) => {
			const one = known.get(id);
			return one && one.token === token ? one : newService(id, address, token);
		});
		this.services = asked;
		for (const one of asked) if (one !== known.get(one.id)) void this.ask(one.id);
	}

	/** Prices what waits in the queue from before it had a price. */
	async #price(): Promise<void> {
		await store.priceWaiting((made) => expectedCredits(made, this.cards)).catch(() => undefined);
	}

	/** Asks a service again for its models. */
	async ask(id: string): Promise<Service | undefined> {
		const service = this.services.find((one) => one.id === id);
		if (!service) return undefined;
		const next = await askService(service);
		this.services = this.services.map((one) => (one.id === id ? next : one));
		return next;
	}

	/** Adds a service by its address. Returns what is wrong with it, or null. */
	async addService(text: string, token?: string): Promise<string | null> {
		const address = readAddress(text);
		if (!address)
			return 'That is no address. Write one such as http://127.0.0.1:7070/api/render/v1';
		if (this.services.some((one) => one.address === address))
			return 'That service is here already.';
		const id = serviceId(
			address,
			this.services.map((one) => one.id)
		);
		const asked = await askService(newService(id, address, token));
		if (asked.state !== 'answers') return `${asked.says} Nothing was added.`;
		this.services = [...this.services, asked];
		await store.addService({ id, address, token, addedAt: Date.now() });
		return null;
	}

	/** Gives a service another token; it is asked again with it. */
	async giveToken({ id, address }: Service, token: string): Promise<void> {
		const before = (await store.services()).find((one) => one.id === id);
		const addedAt = before?.addedAt ?? Date.now();
		await store.addService({ id, address, token: token.trim() || undefined, addedAt });
	}

	/** Takes a service off; its takes stay. */
	async dropService(id: string): Promise<void> {
		await store.dropService(id);
	}

	/** Says that a run is done: in the title, and by the system where that is allowed. */
	async #tell({ briefId, id }: Plan): Promise<void> {
		const [brief, counts] = await Promise.all([store.brief(briefId), store.takeCounts(id)]);
		const says = `${counts.done} takes of ${brief?.name ?? 'a brief'} are made`;
		if (document.hidden || !document.hasFocus()) {
			const before = document.title;
			document.title = `\u2713 ${says}`;
			window.addEventListener('focus', () => (document.title = before), { once: true });
		}
		if (typeof Notification !== 'undefined' && Notification.permission === 'granted')
			new Notification('Dial Pick', { body: `${says}.`, tag: id });
	}

	async #readModels(): Promise<void> {
		for (;;) {
			const asked = await this.ask('');
			if (asked?.state === 'answers') return this.#price();
			await new Promise((resolve) => setTimeout(resolve, 3000));
		}
	}

	/** A model's card, when its service is there. */
	card(id: string): ModelCard | undefined {
		return this.cards.find((card) => card.id === id);
	}
}

export const session = new Session();

import { SvelteMap } from 'svelte/reactivity';
import type { Limits, ModelCard, Plan } from '$lib/core/schema';
import * as store from '$lib/store';
import { RenderClient, Runner, shippedService, type Progress } from '$lib/render';

/** What is true for the whole tab: the render service, its models, and what is being made. */
class Session {
	readonly client = new RenderClient(shippedService);
	cards = $state.raw<ModelCard[]>([]);
	limits = $state.raw<Limits | null>(null);
	/** How far every take is that is being made now. */
	readonly progress = new SvelteMap<string, Progress>();
	/** What stands in the way of runs, as a sentence. */
	trouble = $state<string | null>(null);
	/** Whether the queue is in sight. */
	queueOpen = $state(false);
	readonly runner = new Runner(this.client, {
		onProgress: (progress) => {
			const before = this.progress.get(progress.takeId);
			this.progress.set(progress.takeId, {
				...progress,
				preview: progress.preview ?? before?.preview
			});
		},
		onTrouble: (says) => (this.trouble = says),
		onFinished: (plan) => void this.#tell(plan)
	});
	#started = false;

	start(): void {
		if (this.#started) return;
		this.#started = true;
		void this.#readModels();
		this.runner.start();
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
			try {
				[this.cards, this.limits] = await Promise.all([this.client.models(), this.client.limits()]);
				this.trouble = null;
				return;
			} catch {
				this.trouble = 'The render service does not answer. Is the program still running?';
				await new Promise((resolve) => setTimeout(resolve, 3000));
			}
		}
	}

	/** A model's card, when its service is there. */
	card(id: string): ModelCard | undefined {
		return this.cards.find((card) => card.id === id);
	}
}

export const session = new Session();

import { SvelteMap } from 'svelte/reactivity';
import type { Limits, ModelCard } from '$lib/core/schema';
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
	readonly runner = new Runner(this.client, {
		onProgress: (progress) => {
			const before = this.progress.get(progress.takeId);
			this.progress.set(progress.takeId, {
				...progress,
				preview: progress.preview ?? before?.preview
			});
		},
		onTrouble: (says) => (this.trouble = says)
	});
	#started = false;

	start(): void {
		if (this.#started) return;
		this.#started = true;
		void this.#readModels();
		this.runner.start();
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

import { rackElsewhere, type Way } from '$lib/core/rework';
import type { Brief, Line, ModelCard, Rack, Take } from '$lib/core/schema';
import { plainWords, wordingStops } from '$lib/core/wording';
import { type Bench, type PlanHost } from '$lib/ui/dials';
import { freshSeeds, loadSettings, session } from '$lib/ui/shared';

/** The rack of one way of rework: all dials held at what made the take, but those that it turns. */
export class WayBench implements Bench, PlanHost {
	readonly #of: () => Brief;
	readonly #take: Take;
	readonly #way: Way;
	#turned = $state.raw<Partial<Rack>>({});
	#words = $state.raw<Partial<Pick<Brief, 'prompt' | 'words'>>>({});

	constructor(
		of: () => Brief,
		take: Take,
		way: Way,
		size: { width: number; height: number },
		image: string,
		other?: string
	) {
		this.#of = of;
		this.#take = take;
		this.#way = way;
		const seeds = new Map<number, number[]>();
		const begin = (rack: Rack, card?: ModelCard) =>
			way.begin({
				rack,
				// An edited picture has other pixels than its settings say.
				settings: { ...take.settings, ...size },
				image,
				other,
				offers: (feature) => !!card?.features.includes(feature),
				leastGuidance: card?.guidance.min ?? 1,
				multiple: card?.sizeMultiple ?? 64,
				// However often it is asked what a way begins with, it begins with the same seeds.
				fresh: (count) => {
					const drawn = seeds.get(count) ?? freshSeeds(count);
					seeds.set(count, drawn);
					return drawn;
				}
			});
		this.#held = $derived.by(() => {
			const brief = this.#of();
			const loaded = loadSettings(brief, take);
			if (session.card(take.settings.model)) return { ...brief, ...loaded };
			const rack = rackElsewhere(brief.rack, session.cards, (card) => begin(brief.rack, card));
			// Words that the picture came with go on; without any the brief's do.
			return take.settings.prompt ? { ...brief, ...loaded, rack } : { ...brief, rack };
		});
		this.#turned = begin(this.#held.rack, session.card(this.#held.rack.model[0]));
	}

	readonly #held: Brief;
	readonly brief: Brief = $derived.by(() => ({
		...this.#held,
		...this.#words,
		rack: { ...this.#held.rack, ...this.#turned },
		design: { kind: 'all' }
	}));
	/** The wordings, one a line. */
	readonly wordings: string = $derived.by(() => wordingStops(this.brief.words).join('\n'));

	/** The first model on the rack takes sizes that are multiples of so many pixels. */
	readonly multiple: number = $derived.by(
		() => session.card(this.brief.rack.model[0])?.sizeMultiple ?? 64
	);

	line = (): Line => [{ take: this.#take.id, number: this.#take.number, as: this.#way.id }];

	setRack(change: Partial<Rack>): void {
		this.#turned = { ...this.#turned, ...change };
	}

	/** Other words, one wording a line: each is a stop. */
	setWordings(text: string): void {
		const lines = text.split('\n').flatMap((line) => line.trim() || []);
		const [prompt = '', ...versions] = lines;
		const change = plainWords(this.brief.words, { prompt }, () => crypto.randomUUID());
		this.#words = { ...change, words: { ...change.words, versions } };
	}

	change(change: Partial<Brief>): void {
		if (change.rack) this.#turned = change.rack;
	}

	replace(change: Partial<Brief>): void {
		this.change(change);
	}
}

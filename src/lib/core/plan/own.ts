import { dialOf, ownDials, ownStops, type OwnDialId } from '$lib/core/dials';
import type { ModelCard, Rack } from '$lib/core/schema';

type Change = Partial<Pick<Rack, 'own' | OwnDialId>>;

/** How many stops a dial gets that had one. */
const LOW_MIDDLE_HIGH = 3;

/** So many stops from one end of a model's known good range to the other, each once. */
export function spreadStops(card: ModelCard, dial: OwnDialId, count: number): number[] {
	const { from, to } = card[dial];
	const { step = 1 } = dialOf(dial);
	const at = (i: number) =>
		count === 1 ? (from + to) / 2 : from + ((to - from) * i) / (count - 1);
	return [
		...new Set(
			Array.from({ length: count }, (_, i) => Number((Math.round(at(i) / step) * step).toFixed(3)))
		)
	];
}

const write = (rack: Rack, dial: OwnDialId, own: Record<string, number[]>): Change => ({
	own: { ...rack.own, [dial]: own }
});

/** Gives every model stops of its own on a dial, spread over its good range. */
export function giveOwn(rack: Rack, dial: OwnDialId, cards: readonly ModelCard[]): Change {
	const count = rack[dial].length > 1 ? rack[dial].length : LOW_MIDDLE_HIGH;
	return spreadAll(rack, dial, cards, count, {});
}

/** As many stops for every model: those that are given, and for the others such as are spread. */
function spreadAll(
	rack: Rack,
	dial: OwnDialId,
	cards: readonly ModelCard[],
	count: number,
	given: Record<string, number[]>
): Change {
	const own: Record<string, number[]> = {};
	for (const card of cards) {
		const stops = given[card.id] ?? rack.own[dial]?.[card.id];
		own[card.id] = stops?.length === count ? stops : spreadStops(card, dial, count);
	}
	const [first = []] = Object.values(own);
	return { ...write(rack, dial, own), [dial]: first };
}

/** Changes one model's own stops; the others get as many. */
export const setOwn = (
	rack: Rack,
	dial: OwnDialId,
	cards: readonly ModelCard[],
	model: string,
	stops: number[]
): Change => spreadAll(rack, dial, cards, stops.length, { [model]: stops });

/** Takes one place off a dial, for every model. */
export function dropPlace(rack: Rack, dial: OwnDialId, index: number): Change {
	const without = (stops: readonly number[]) => stops.filter((_, i) => i !== index);
	const own = Object.fromEntries(
		Object.entries(rack.own[dial] ?? {}).map(([model, stops]) => [model, without(stops)])
	);
	return { ...write(rack, dial, own), [dial]: without(rack[dial]) };
}

/** Lets all models share the stops of a dial again. */
export function shareStops(rack: Rack, dial: OwnDialId): Change {
	const { [dial]: _, ...own } = rack.own;
	return { own };
}

/** The own stops of a rack for other models: who is new gets as many as the others have. */
export function ownFor(rack: Rack, cards: readonly ModelCard[]): Rack['own'] {
	const own: Rack['own'] = {};
	for (const dial of ownDials) {
		if (!rack.own[dial]) continue;
		own[dial] = Object.fromEntries(
			cards.map((card) => {
				const known = rack.own[dial]?.[card.id];
				return [card.id, known ?? spreadStops(card, dial, ownStops(rack, dial, card.id).length)];
			})
		);
	}
	return own;
}

import { planProblems } from '$lib/core/plan';
import type { ModelCard, Rack } from '$lib/core/schema';

/**
 * The rack on which a picture is reworked whose model cannot be asked, since it was made elsewhere or
 * its model is gone: the brief's own, each dial held at its first stop, by the first of the brief's
 * models, then of all, that finds the least wrong with what a way begins with.
 *
 * @param begin what the way turns to begin with, by a model
 */
export function rackElsewhere(
	rack: Rack,
	cards: readonly ModelCard[],
	begin: (card: ModelCard) => Partial<Rack>
): Rack {
	const held = Object.fromEntries(
		Object.entries(rack).map(([id, stops]) => [
			id,
			Array.isArray(stops) ? (stops as unknown[]).slice(0, 1) : {}
		])
	) as unknown as Rack;
	const offered = rack.model.flatMap((id) => cards.find((card) => card.id === id) ?? []);
	const words = { wording: ['a picture'], negative: [''] };
	let best = { model: held.model, wrong: Infinity };
	for (const card of new Set([...offered, ...cards])) {
		const tried = { ...held, ...begin(card), ...words, model: [card.id] };
		const wrong = planProblems(tried, cards).length;
		if (wrong < best.wrong) best = { model: [card.id], wrong };
	}
	return { ...held, model: best.model };
}

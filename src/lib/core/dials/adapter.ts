import { z } from 'zod';
import type { ModelCard } from '$lib/core/contract';
import { defineDial, stopKey, type Made } from './dial';
import { partsOf, together } from './together';

/** The stop for no adapter. */
const NO_ADAPTER = '';

export const hasNoAdapter = ({ settings }: Made): boolean => !settings.adapters;

const namesOf = (stop: string, cards: readonly ModelCard[] = []): string =>
	partsOf(stop)
		.map((id) => cards.flatMap(({ adapters }) => adapters).find((one) => one.id === id)?.name ?? id)
		.join(' + ') || 'no adapter';

export const adapter = defineDial({
	id: 'adapter',
	label: 'Adapter',
	many: 'adapters',
	explained: 'Small add-on weights that push a model towards a look.',
	stop: z.string(),
	rest: NO_ADAPTER,
	restYields: true,
	read: ({ settings }) => together((settings.adapters ?? []).map(({ id }) => id)),
	// Its weight is turned after it.
	write: (draft, stop) => {
		const { adapters, ...settings } = draft.settings;
		if (stop === NO_ADAPTER) return { ...draft, settings };
		const weight = adapters?.[0]?.weight ?? 1;
		const ids = partsOf(stopKey(stop));
		return { ...draft, settings: { ...settings, adapters: ids.map((id) => ({ id, weight })) } };
	},
	said: ({ settings }) => !!settings.adapters,
	restIn: ({ settings }) => settings.model !== undefined,
	idle: hasNoAdapter,
	format: (stop, cards) => namesOf(stopKey(stop), cards),
	compare: () => 0,
	order: { plan: 100, rack: 60, sheet: 110, run: 70 },
	extra: { label: 'Adapter and weight' },
	problemsOf: (card, { stops, cards }) => {
		const unknown = stops.flatMap(partsOf).filter((id) => !card.adapters.some((a) => a.id === id));
		if (!unknown.length) return [];
		const kept = stops.filter((stop) => !partsOf(stop).some((id) => unknown.includes(id)));
		return [
			{
				says: `${card.name} does not have ${unknown.map((id) => namesOf(id, cards)).join(', ')}: take it off, or the model.`,
				mend: { says: 'Take it off', change: { adapter: kept.length ? kept : [NO_ADAPTER] } }
			}
		];
	},
	control: {
		kind: 'choice',
		taught: true,
		offered: ({ adapters }) => adapters.map(({ id, summary }) => ({ key: id, title: summary }))
	}
});

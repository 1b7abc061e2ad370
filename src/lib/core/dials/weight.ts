import { z } from 'zod';
import { hasNoAdapter } from './adapter';
import { defineDial, withField } from './dial';

export const weight = defineDial({
	id: 'weight',
	label: 'Weight',
	many: 'weights',
	explained: 'How far the adapter is followed: 0 leaves it out, 1 is as it was made.',
	stop: z.number().min(0).max(1),
	rest: 0.7,
	read: ({ settings }) => settings.adapters?.[0]?.weight ?? 0,
	write: (draft, stop) => {
		const { adapters } = draft.settings;
		if (!adapters) return draft;
		return withField(
			draft,
			'adapters',
			adapters.map(({ id }) => ({ id, weight: Number(stop) }))
		);
	},
	said: ({ settings }) => !!settings.adapters?.length,
	idle: hasNoAdapter,
	order: { plan: 110, rack: 70, sheet: 40, run: 80 },
	step: 0.05,
	moves: 3,
	figures: true,
	follows: {
		dial: 'adapter',
		alone: 'There is no adapter, so its weight changes nothing: choose one, or hold the weight.',
		beside:
			'Without an adapter every weight is the same picture: take \u201cno adapter\u201d off, a weight of 0 leaves it out.'
	},
	control: {
		kind: 'scale',
		min: 0,
		max: 1,
		nudge: 0.05,
		tick: 0.1,
		label: 0.5,
		ends: { top: '1 in full', bottom: '0 leaves it out' }
	},
	table: { number: { least: 0, most: 1, whole: false } }
});

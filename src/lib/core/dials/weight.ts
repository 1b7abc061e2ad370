import { hasNoAdapter } from './adapter';
import { defineDial, withField } from './dial';
import { share, shareScale } from './share';

export const weight = defineDial({
	...share,
	id: 'weight',
	label: 'Weight',
	many: 'weights',
	explained: 'How far the adapter is followed: 0 leaves it out, 1 is as it was made.',
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
	moves: 3,
	follows: {
		dial: 'adapter',
		alone: 'There is no adapter, so its weight changes nothing: choose one, or hold the weight.',
		beside:
			'Without an adapter every weight is the same picture: take \u201cno adapter\u201d off, a weight of 0 leaves it out.'
	},
	control: shareScale({ top: '1 in full', bottom: '0 leaves it out' })
});

import { z } from 'zod';
import { defineDial, stopKey, withField } from './dial';

export const model = defineDial({
	id: 'model',
	label: 'Model',
	many: 'models',
	explained: 'Which model makes the picture.',
	stop: z.string(),
	read: ({ settings }) => settings.model,
	write: (draft, stop) => withField(draft, 'model', stop),
	format: (stop, cards) => cards?.find(({ id }) => id === stop)?.name ?? stopKey(stop),
	order: { plan: 10, rack: 10, sheet: 130, run: 40 },
	priced: true,
	told: 'itself',
	problems: ({ stops, cards }) =>
		stops
			.filter((id) => !cards.some((card) => card.id === id))
			.map((id) => {
				const others = stops.filter((model) => model !== id);
				return {
					says: `No render service offers the model \u201c${id}\u201d now: take it off.`,
					...(others.length ? { mend: { says: 'Take it off', change: { model: others } } } : {})
				};
			}),
	control: { kind: 'models' },
	table: { names: ['checkpoint'] }
});

import { z } from 'zod';
import { defineDial, stopKey } from './dial';

/** The stop for a picture that is made as a whole. */
const WHOLE = '';

export const area = defineDial({
	id: 'area',
	label: 'Area',
	many: 'areas',
	explained: 'The part of the start picture that is made anew; outside it not one pixel changes.',
	/** SHA-256 of the bytes of a picture that is white there and black elsewhere. */
	stop: z.string().max(200),
	rest: WHOLE,
	read: ({ settings }) => settings.mask?.image ?? WHOLE,
	write: (draft, stop) => {
		const { mask: _, ...settings } = draft.settings;
		return {
			...draft,
			settings: stop === WHOLE ? settings : { ...settings, mask: { image: stopKey(stop) } }
		};
	},
	said: ({ settings }) => !!settings.mask,
	restIn: ({ settings }) => settings.model !== undefined,
	idle: ({ settings }) => !settings.mask,
	format: (stop) => (stop === WHOLE ? 'the whole picture' : `area ${stopKey(stop).slice(0, 6)}`),
	compare: () => 0,
	order: { plan: 127, rack: 87, sheet: 127, run: 57 },
	extra: { label: 'Area', brought: true },
	problemsOf: (card, { stops }) =>
		stops.some((stop) => stop !== WHOLE) && !card.features.includes('mask')
			? [
					{
						says: `${card.name} cannot make a part of a picture anew.`,
						mend: { says: 'Make the whole anew', change: { area: [WHOLE] } }
					}
				]
			: [],
	pictures: (stop) => (stop === WHOLE ? [] : [stopKey(stop)]),
	control: { kind: 'choice', ofAll: true, offered: () => [] }
});

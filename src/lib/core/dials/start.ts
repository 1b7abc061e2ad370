import { z } from 'zod';
import { defineDial, stopKey, type Made } from './dial';

/** The stop for no start picture. */
export const NO_START = '';

export const hasNoStart = ({ settings }: Made): boolean => !settings.start;

export const start = defineDial({
	id: 'start',
	label: 'Start picture',
	many: 'start pictures',
	explained: 'A picture to begin from instead of noise alone.',
	/** SHA-256 of the picture's bytes. */
	stop: z.string(),
	rest: NO_START,
	restYields: true,
	read: ({ settings }) => settings.start?.image ?? NO_START,
	// Its strength is turned after it.
	write: (draft, stop) => {
		const { start: before, ...settings } = draft.settings;
		if (stop === NO_START) return { ...draft, settings };
		const next = { strength: 0.5, ...before, image: stopKey(stop) };
		return { ...draft, settings: { ...settings, start: next } };
	},
	said: ({ settings }) => !!settings.start,
	restIn: ({ settings }) => settings.model !== undefined,
	idle: hasNoStart,
	format: (stop) =>
		stop === NO_START ? 'no start picture' : `picture ${stopKey(stop).slice(0, 6)}`,
	compare: () => 0,
	order: { plan: 120, rack: 80, sheet: 120, run: 50 },
	extra: { label: 'Start picture and strength' },
	problemsOf: (card, { stops }) =>
		stops.some((id) => id !== NO_START) && !card.features.includes('start')
			? [
					{
						says: `${card.name} cannot begin from a picture.`,
						mend: { says: 'Take the start picture off', change: { start: [NO_START] } }
					}
				]
			: [],
	pictures: (stop) => (stop === NO_START ? [] : [stopKey(stop)]),
	priced: true,
	control: { kind: 'pictures', none: 'none' }
});

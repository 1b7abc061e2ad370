import { z } from 'zod';
import { defineDial, withField } from './dial';
import { hasNoStart } from './start';

export const strength = defineDial({
	id: 'strength',
	label: 'Strength',
	many: 'strengths',
	explained: 'How far the start picture is left behind: 0 gives it back, 1 ignores it.',
	stop: z.number().min(0).max(1),
	rest: 0.5,
	read: ({ settings }) => settings.start?.strength ?? 1,
	write: (draft, stop) => {
		const { start } = draft.settings;
		return start ? withField(draft, 'start', { ...start, strength: Number(stop) }) : draft;
	},
	said: ({ settings }) => !!settings.start,
	idle: hasNoStart,
	order: { plan: 130, rack: 90, sheet: 30, run: 60 },
	step: 0.05,
	moves: 4,
	figures: true,
	follows: {
		dial: 'start',
		alone:
			'There is no start picture, so its strength changes nothing: choose one, or hold the strength.',
		beside:
			'Without a start picture every strength is the same: take \u201cno start picture\u201d off, a strength of 1 ignores it.'
	},
	control: {
		kind: 'scale',
		min: 0,
		max: 1,
		nudge: 0.05,
		tick: 0.1,
		label: 0.5,
		ends: { top: '1 ignores the picture', bottom: '0 gives it back' }
	},
	table: { number: { least: 0, most: 1, whole: false } }
});

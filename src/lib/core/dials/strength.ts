import { defineDial, withField } from './dial';
import { share, shareScale } from './share';
import { hasNoStart } from './start';

export const strength = defineDial({
	...share,
	id: 'strength',
	label: 'Strength',
	many: 'strengths',
	explained: 'How far the start picture is left behind: 0 gives it back, 1 ignores it.',
	rest: 0.5,
	read: ({ settings }) => settings.start?.strength ?? 1,
	write: (draft, stop) => {
		const { start } = draft.settings;
		return start ? withField(draft, 'start', { ...start, strength: Number(stop) }) : draft;
	},
	said: ({ settings }) => !!settings.start,
	idle: hasNoStart,
	order: { plan: 130, rack: 90, sheet: 30, run: 60 },
	moves: 4,
	follows: {
		dial: 'start',
		alone:
			'There is no start picture, so its strength changes nothing: choose one, or hold the strength.',
		beside:
			'Without a start picture every strength is the same: take \u201cno start picture\u201d off, a strength of 1 ignores it.'
	},
	priced: true,
	control: shareScale({ top: '1 ignores the picture', bottom: '0 gives it back' })
});

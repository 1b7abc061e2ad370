import { z } from 'zod';
import { StartFit, type TakeSettings } from '$lib/core/contract';
import { defineDial, stopKey, withField } from './dial';
import { hasNoStart } from './start';

/** The stop for a picture that is scaled and cropped to its frame. */
const FILL = 'fill';

const SHARE = String.raw`(0|1|0\.\d+)`;
const STOP = new RegExp(`^(${StartFit.options.join('|')})(?: at ${SHARE} ${SHARE})?$`);

type Start = NonNullable<TakeSettings['start']>;

/** How a start picture is set in, from a stop. */
function fitOf(stop: string): Pick<Start, 'fit' | 'at'> {
	const found = STOP.exec(stop);
	if (!found || found[1] === FILL) return {};
	const fit = StartFit.parse(found[1]);
	if (found[2] === undefined || fit !== 'extend') return { fit };
	return { fit, at: { x: Number(found[2]), y: Number(found[3]) } };
}

const words: Record<z.infer<typeof StartFit>, string> = {
	fill: 'fills the frame',
	extend: 'frame extended round it',
	enlarge: 'enlarged to the frame'
};

/**
 * The stop of a picture in a larger frame.
 * @param at which share of what is added lies at the left and at the top, 0 to 1
 */
export const extendedAt = (at: { x: number; y: number }): string =>
	at.x === 0.5 && at.y === 0.5 ? 'extend' : `extend at ${at.x} ${at.y}`;

export const fit = defineDial({
	id: 'fit',
	label: 'Set in',
	many: 'ways to set it in',
	explained:
		'How the start picture is set into the frame: cropped to it, extended at its own size, or enlarged.',
	stop: z.string().regex(STOP),
	rest: FILL,
	read: ({ settings: { start } }) =>
		start?.fit === 'extend' ? extendedAt(start.at ?? { x: 0.5, y: 0.5 }) : (start?.fit ?? FILL),
	write: (draft, stop) => {
		const { start } = draft.settings;
		if (!start) return draft;
		const { fit: _fit, at: _at, ...rest } = start;
		return withField(draft, 'start', { ...rest, ...fitOf(stopKey(stop)) });
	},
	said: ({ settings }) => !!settings.start,
	restIn: ({ settings }) => settings.model !== undefined,
	idle: hasNoStart,
	format: (stop) => {
		const { fit = FILL, at } = fitOf(stopKey(stop));
		return at ? `${words[fit]}, ${at.x} of it left and ${at.y} above` : words[fit];
	},
	compare: () => 0,
	order: { plan: 125, rack: 85, sheet: 125, run: 55 },
	extra: { label: 'Set in', brought: true },
	follows: {
		dial: 'start',
		alone:
			'There is no start picture, so how it is set in changes nothing: choose one, or hold it.',
		beside:
			'Without a start picture every way to set it in is the same: take \u201cno start picture\u201d off.'
	},
	problemsOf: (card, { stops }) =>
		[...new Set(stops.flatMap((stop) => fitOf(stopKey(stop)).fit ?? []))]
			.filter((wanted) => !card.features.includes(wanted))
			.map((wanted) => ({
				says: `${card.name} cannot ${wanted} a picture.`,
				mend: { says: 'Fill the frame', change: { fit: [FILL] } }
			})),
	control: { kind: 'choice', ofAll: true, offered: () => [] },
	table: {
		read: (text) =>
			STOP.test(text)
				? { stop: text }
				: { problem: `\u201c${text.slice(0, 80)}\u201d is none of fill, extend, enlarge` }
	}
});

import { z } from 'zod';
import { MOST_TURNS, type TakeSettings } from '$lib/core/contract';
import { defineDial, stopKey } from './dial';
import { formatSeed } from './seed';
import { partsOf } from './together';

type Turn = NonNullable<TakeSettings['variation']>;

/** The stop for noise that was not turned. */
const NOT = '';

const TURN = /^(0|1|0\.\d+) towards (\d+)$/;
const turnsOf = (stop: string): Turn[] =>
	partsOf(stop).flatMap((part) => {
		const found = TURN.exec(part);
		return found ? [{ amount: Number(found[1]), seed: Number(found[2]) }] : [];
	});
const stopOf = (turns: readonly Turn[]): string =>
	turns.map(({ amount, seed }) => `${amount} towards ${seed}`).join(' + ');

/** The stop for pictures that are varied from one with such settings: it keeps its own noise. */
export const turnedBy = ({ turned = [], variation }: Partial<TakeSettings>): string =>
	stopOf([...turned, ...(variation?.amount ? [variation] : [])].slice(-MOST_TURNS));

/** What a picture's noise was turned by before: one that was varied can be varied again. */
export const turned = defineDial({
	id: 'turned',
	label: 'Varied before',
	many: 'noises varied before',
	explained:
		'How the noise was turned before it is varied: the picture that is varied was itself varied from another.',
	stop: z
		.string()
		.max(1000)
		.refine((stop) => turnsOf(stop).length === partsOf(stop).length, 'it is no list of turns'),
	rest: NOT,
	read: ({ settings }) => stopOf(settings.turned ?? []),
	write: (draft, stop) => {
		const { turned: _, ...settings } = draft.settings;
		const turns = turnsOf(stopKey(stop));
		return { ...draft, settings: turns.length ? { ...settings, turned: turns } : settings };
	},
	said: ({ settings }) => !!settings.turned,
	restIn: ({ settings }) => settings.model !== undefined,
	idle: ({ settings }) => !settings.turned,
	format: (stop) =>
		turnsOf(stopKey(stop))
			.map(({ amount, seed }) => `${amount} towards ${formatSeed(seed)}`)
			.join(', then ') || 'not varied before',
	compare: () => 0,
	order: { plan: 147, rack: 54, sheet: 147, run: 22 },
	keepsPrepared: true,
	chance: true,
	extra: { label: 'Varied before', brought: true },
	problemsOf: (card, { stops }) =>
		stops.some((stop) => stop !== NOT) && !card.features.includes('variation')
			? [
					{
						says: `${card.name} cannot vary a picture that was varied before.`,
						mend: { says: 'Begin from the seed', change: { turned: [NOT] } }
					}
				]
			: [],
	control: { kind: 'choice', ofAll: true, offered: () => [] },
	table: {
		read: (text) =>
			turnsOf(text).length === partsOf(text).length
				? { stop: text }
				: {
						problem: `\u201c${text.slice(0, 80)}\u201d is no list of turns, as \u201c0.3 towards 4711\u201d`
					}
	}
});

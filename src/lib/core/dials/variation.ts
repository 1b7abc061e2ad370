import { hash32 } from '$lib/core/random';
import { defineDial, withField } from './dial';
import { share, shareScale } from './share';

/** The stop for the picture of the seed itself. */
const NONE = 0;

/** The seed that a picture is varied towards: of each seed another, and always the same. */
export const companion = (seed: number): number => hash32(`variation|${seed}`);

export const variation = defineDial({
	...share,
	id: 'variation',
	label: 'Variation',
	many: 'variations',
	explained:
		'How far the noise is turned towards another seed: 0 is the same picture, 1 another one altogether.',
	rest: NONE,
	read: ({ settings }) => settings.variation?.amount ?? NONE,
	write: (draft, stop) => {
		const { variation: before, ...settings } = draft.settings;
		const amount = Number(stop);
		if (amount === NONE) return { ...draft, settings };
		const seed = before?.seed ?? companion(settings.seed ?? 0);
		return withField({ ...draft, settings }, 'variation', { seed, amount });
	},
	said: ({ settings }) => !!settings.variation,
	restIn: ({ settings }) => settings.model !== undefined,
	idle: ({ settings }) => !settings.variation,
	order: { plan: 135, rack: 55, sheet: 45, run: 25 },
	keepsPrepared: true,
	moves: 5,
	extra: { label: 'Variation' },
	problemsOf: (card, { stops }) =>
		stops.some((amount) => amount > NONE) && !card.features.includes('variation')
			? [
					{
						says: `${card.name} cannot vary a picture.`,
						mend: { says: 'Take the variation off', change: { variation: [NONE] } }
					}
				]
			: [],
	control: shareScale({ top: '1 another picture', bottom: '0 the same' })
});

import { z } from 'zod';
import { defineDial, stopKey, withField } from './dial';

/** The stop for a picture that is made alone. */
export const ALONE = 0;

/** Places in a batch of so many pictures. */
export const batchPlaces = (pictures: number): number[] =>
	pictures < 2 ? [ALONE] : Array.from({ length: pictures }, (_, i) => i + 1);

/** A place in a batch, from 1. Pictures of one batch share part of their noise. */
export const batch = defineDial({
	id: 'batch',
	label: 'In the batch',
	many: 'in a batch',
	explained:
		'Pictures that are made together from one seed. They resemble each other more than pictures of separate seeds.',
	stop: z.int().min(0).max(64),
	rest: ALONE,
	read: ({ settings }) => (settings.batch ? settings.batch.index + 1 : ALONE),
	write: (draft, stop) => {
		const { batch: _, ...settings } = draft.settings;
		if (stop === ALONE) return { ...draft, settings };
		const place = { seed: settings.seed ?? 0, index: Number(stop) - 1 };
		return withField({ ...draft, settings }, 'batch', place);
	},
	said: ({ settings }) => !!settings.batch,
	restIn: ({ settings }) => settings.model !== undefined,
	idle: ({ settings }) => !settings.batch,
	format: (stop) => (stop === ALONE ? 'alone' : `picture ${stopKey(stop)} of its batch`),
	order: { plan: 150, rack: 50, sheet: 150, run: 20 },
	keepsPrepared: true,
	chance: true,
	figures: true,
	extra: { label: 'Pictures per batch' },
	problemsOf: (card, { stops }) =>
		stops.some((place) => place > 0) && !card.features.includes('batch')
			? [
					{
						says: `${card.name} makes pictures one by one: no batches.`,
						mend: { says: 'Make each alone', change: { batch: [ALONE] } }
					}
				]
			: [],
	control: { kind: 'batch' },
	table: { number: { least: 0, most: 64, whole: true } }
});

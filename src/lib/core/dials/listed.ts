import { z } from 'zod';
import type { ModelCard } from '$lib/core/contract';
import { defineDial, stopKey, withField, type Dial, type DialSpec } from './dial';

/**
 * A dial whose stops are ids that models' cards list.
 * @param listed the ids that a card lists
 * @param names ids in words
 */
export const listedDial = <const Id extends 'sampler' | 'schedule'>(
	listed: (card: ModelCard) => readonly string[],
	names: Readonly<Record<string, string>>,
	spec: Omit<DialSpec<Id, string>, 'stop' | 'read' | 'write' | 'control' | 'problemsOf'>
): Dial<Id, string> =>
	defineDial<Id, string>({
		stop: z.string(),
		read: ({ settings }) => settings[spec.id],
		write: (draft, stop) => withField(draft, spec.id, stop),
		format: (stop) => names[stopKey(stop)] ?? stopKey(stop),
		problemsOf: (card, { stops }) => {
			const offered = listed(card);
			const off = stops.filter((stop) => !offered.includes(stop));
			if (!off.length) return [];
			const kept = stops.filter((stop) => offered.includes(stop));
			return [
				{
					says: `${card.name} does not have ${off.join(', ')}.`,
					mend: {
						says: kept.length ? `Take ${off.join(', ')} off` : `Use ${offered[0]}`,
						change: { [spec.id]: kept.length ? kept : [offered[0]] }
					}
				}
			];
		},
		control: {
			kind: 'choice',
			ofAll: true,
			offered: (card) => listed(card).map((key) => ({ key }))
		},
		...spec
	});

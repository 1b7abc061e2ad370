import { z } from 'zod';
import type { ModelCard } from '$lib/core/contract';
import {
	defineDial,
	isOwnStop,
	levelName,
	stopKey,
	withField,
	type Dial,
	type DialProblem,
	type DialSpec,
	type Stop
} from './dial';

/** A number dial of which every model has a range, and may have stops of its own. */
export type OwnDial<Id extends string = string> = Dial<Id, number> & { own: true };

type Own = 'guidance' | 'steps';

/** A number dial on which models may have stops of their own: low, middle and high of their ranges. */
export function ownDial<const Id extends Own>(
	spec: Omit<DialSpec<Id, number>, 'read' | 'write' | 'stop' | 'problemsOf' | 'step'> & {
		step: number;
		whole?: boolean;
	}
): OwnDial<Id> {
	const { id, whole } = spec;
	const level = (stop: Stop): number => (isOwnStop(stop) ? stop.level : Infinity);
	return {
		...defineDial<Id, number>({
			stop: whole ? z.int() : z.number(),
			read: ({ settings, levels }) => {
				const own = levels?.[id];
				return own ? { ...own, value: settings[id] } : settings[id];
			},
			write: ({ levels, ...draft }, stop) => {
				const { [id as string]: _, ...others } = levels ?? {};
				if (!isOwnStop(stop))
					return {
						...withField(draft, id, stop),
						...(Object.keys(others).length ? { levels: others } : {})
					};
				const { value, ...own } = stop;
				return { ...withField(draft, id, value), levels: { ...others, [id]: own } };
			},
			format: (stop) => (isOwnStop(stop) ? levelName(stop) : stopKey(stop)),
			compare: (a, b) =>
				typeof a === 'number' && typeof b === 'number' ? a - b : level(a) - level(b) || 0,
			problemsOf: (card, at) => rangeProblems(id, card, at),
			...spec
		}),
		own: true
	};
}

/** Stops that a model does not take, and as many of its own as the dial has. */
function rangeProblems(
	id: Own,
	card: ModelCard,
	{ stops: all, own, rack, cards }: Parameters<NonNullable<Dial<string, number>['problemsOf']>>[1]
): DialProblem[] {
	const problems: DialProblem[] = [];
	const { min, max } = card[id];
	const stops = (own ? rack.own[id]?.[card.id] : undefined) ?? all;
	if (stops.length !== all.length)
		problems.push({
			says: `${card.name} has ${stops.length} stops of its own for ${id} and the dial has ${all.length}: give it as many.`,
			mend: {
				says: 'Let all models share the stops',
				change: { own: { ...rack.own, [id]: undefined } }
			}
		});
	const outside = stops.filter((stop) => stop < min || stop > max);
	if (!outside.length) return problems;
	return [
		...problems,
		{
			says: `${card.name} takes ${id} from ${min} to ${max}: ${outside.join(', ')} is outside.`,
			mend: mendOutside()
		}
	];

	/** Takes stops off that a model does not take, or brings the last one to where it does. */
	function mendOutside(): DialProblem['mend'] {
		if (own) {
			const within = stops.map((stop) => Math.min(max, Math.max(min, stop)));
			return {
				says: `Bring them within ${min} to ${max}`,
				change: { own: { ...rack.own, [id]: { ...rack.own[id], [card.id]: within } } }
			};
		}
		const kept = all.filter((stop) => stop >= min && stop <= max);
		if (kept.length) return { says: 'Take it off', change: { [id]: kept } };
		const models = cards.filter((one) => rack.model.includes(one.id));
		const from = Math.max(card[id].from, ...models.map((one) => one[id].from));
		const middle = Math.min(card[id].to, from);
		return { says: `Use ${middle}`, change: { [id]: [middle] } };
	}
}

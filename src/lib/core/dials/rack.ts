import { z } from 'zod';
import { stopKey, type BriefWords, type Dial, type Levels as OwnLevels, type Stop } from './dial';
import {
	dialOf,
	dials,
	chanceDials,
	isOwnDial,
	ownDials,
	type DialId,
	type OwnDialId,
	type RestDialId,
	type StopsByDial,
	type WordsDialId
} from './register';

/**
 * Stops that a model has instead of those of the dial, as many as the dial has: its first is compared
 * with the first of the others, its second with the second.
 */
export type OwnStops = { [Id in OwnDialId]?: Record<string, number[]> };

/** The stops on every dial of a plan, its words too. One stop holds a dial, two or more vary it. */
export type PlanRack = StopsByDial & { own: OwnStops };

/** The same without what a brief's words make. */
export type Rack = Omit<PlanRack, WordsDialId>;

const onRack = dials.filter(({ ofWords }) => !ofWords);

/** A rack that says nothing of a dial is held where that changes nothing. */
const stopsSchema = ({ stop, rest }: Dial) =>
	rest === undefined ? z.array(stop) : z.array(stop).default(() => [rest]);

const shapeOf = (some: readonly Dial[]) =>
	Object.fromEntries(some.map((dial) => [dial.id, stopsSchema(dial)]));

const own = z
	.object(
		Object.fromEntries(
			ownDials.map((id) => [id, z.record(z.string(), z.array(dialOf(id).stop)).optional()])
		)
	)
	.default(() => ({}));

export const Rack = z.object({ ...shapeOf(onRack), own }) as unknown as z.ZodType<Rack>;
export const PlanRack = z.object({ ...shapeOf(dials), own }) as unknown as z.ZodType<PlanRack>;

/** Which of a model's own stops a setting was made with: the `level`-th `of` so many, from 1. */
export const Levels = z.object(
	Object.fromEntries(
		ownDials.map((id) => [id, z.object({ level: z.int().min(1), of: z.int().min(1) }).optional()])
	)
) as unknown as z.ZodType<OwnLevels>;

/** Every dial that has one, held at the stop that changes nothing. */
export const restRack = (): Pick<Rack, RestDialId> & { own: OwnStops } =>
	({
		...Object.fromEntries(
			onRack.flatMap(({ id, rest }) => (rest === undefined ? [] : [[id, [rest]]]))
		),
		own: {}
	}) as unknown as Pick<Rack, RestDialId> & { own: OwnStops };

/** A rack as it was kept, with the dials that came since held at rest. */
export const completeRack = <R extends Partial<Rack>>(
	kept: R
): R & ReturnType<typeof restRack> => ({
	...restRack(),
	...kept
});

/** A rack with its dials in one order, so that the same rack is always the same text. */
export const orderedRack = <R extends Partial<PlanRack>>(rack: R): R =>
	({
		...Object.fromEntries(dials.flatMap(({ id }) => (id in rack ? [[id, rack[id]]] : []))),
		own: rack.own
	}) as unknown as R;

/** All stops of a brief: those of its rack, and those that its words put on their dials. */
export const planRack = (brief: BriefWords & { rack: Rack }): PlanRack =>
	({
		...brief.rack,
		...Object.fromEntries(
			dials.flatMap(({ id, ofWords }) => (ofWords ? [[id, ofWords(brief)]] : []))
		)
	}) as unknown as PlanRack;

/** Whether a dial stands where it changes nothing, and there alone. */
export function isAtRest(dial: Dial, stops: readonly Stop[]): boolean {
	if (dial.rest === undefined) return false;
	const rest = stopKey(dial.rest as Stop);
	return stops.every((stop) => stopKey(stop) === rest);
}

/**
 * What changes on a rack when stops are put on a dial: what follows it is held when there is nothing
 * left for it to do.
 */
export function withStops(
	rack: Pick<Rack, 'own'> & Partial<Rack>,
	id: DialId,
	stops: readonly Stop[]
): Partial<Rack> {
	const change: Partial<Record<DialId, readonly Stop[]>> = { [id]: stops };
	if (isAtRest(dialOf(id), stops))
		for (const { id: other, follows } of dials)
			if (follows?.dial === id)
				change[other] = ((rack as Partial<Record<DialId, Stop[]>>)[other] ?? []).slice(0, 1);
	return change as Partial<Rack>;
}

/** The stop for none gives way to the first other one that is put beside it. */
export function withoutRest(id: DialId, stops: readonly Stop[], before: readonly Stop[]): Stop[] {
	const dial = dialOf(id);
	if (!dial.restYields || !isAtRest(dial, before) || isAtRest(dial, stops)) return [...stops];
	return stops.filter((stop) => stopKey(stop) !== stopKey(dial.rest as Stop));
}

/** Takes of one setting: as many as it has seeds and places in a batch. */
export const countRepeats = (rack: PlanRack): number =>
	chanceDials.reduce((product, dial) => product * rack[dial].length, 1);

/** Whether the models of a rack are compared by the places of their own stops on a dial. */
export const ownsStops = (rack: Pick<PlanRack, 'own'>, dial: DialId): dial is OwnDialId =>
	isOwnDial(dial) && rack.own[dial] !== undefined;

/** The stops that a model has on a dial: its own, or those that all share. */
export const ownStops = (
	rack: Pick<PlanRack, 'own' | OwnDialId>,
	dial: OwnDialId,
	model: string
): readonly number[] => rack.own[dial]?.[model] ?? rack[dial];

/** The pictures that a rack's stops bring along, by the SHA-256 of their bytes. */
export const picturesOn = (rack: Rack): string[] => [
	...new Set(
		dials.flatMap(({ id, pictures }) =>
			pictures ? ((rack[id as keyof Rack] ?? []) as readonly Stop[]).flatMap(pictures) : []
		)
	)
];

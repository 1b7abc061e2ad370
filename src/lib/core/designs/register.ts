import { z } from 'zod';
import type { PlanRack } from '$lib/core/dials';
import { all } from './all';
import { around } from './around';
import {
	amongOf,
	nothingVaries,
	tellingOf,
	whole,
	type DesignKind,
	type WorkedOut
} from './design';
import { ends } from './ends';
import { fraction } from './fraction';
import { listed } from './listed';
import { rounds } from './rounds';
import { scatter } from './scatter';

/** Every design, in the order in which they are offered. A new one is a file and a line here. */
const register = [all, around, ends, fraction, scatter, rounds, listed] as const;

type Entry = (typeof register)[number];

/** Which settings of a rack are run, each on every seed. */
export type Design = NonNullable<Entry['schema']['_output']>;
export const Design = z.union(register.map(({ schema }) => schema)) as unknown as z.ZodType<Design>;

export const designs: readonly DesignKind<Design['kind'], Design>[] =
	register as unknown as readonly DesignKind<Design['kind'], Design>[];

const byKind = new Map(designs.map((design) => [design.kind, design]));

export const designOf = (kind: Design['kind']): DesignKind<Design['kind'], Design> =>
	byKind.get(kind)!;

/** The design as it begins when it is chosen. */
export const beginDesign = (kind: Design['kind'], rack: PlanRack): Design =>
	designOf(kind).begin(amongOf(rack));

/** How many settings a design has, without making it. */
export function countSettings(rack: PlanRack, design: Design): number {
	const among = amongOf(rack);
	return among.dials.length ? designOf(design.kind).count(among, design) : 1;
}

/** The least and most settings that a design may be asked for; null where it has as many as it has. */
export const boundsOf = (rack: PlanRack, design: Design) =>
	designOf(design.kind).bounds?.(amongOf(rack), design) ?? null;

/** Works a design out. A slow one takes up to a second or two: not on the page's thread. */
export function workOut(rack: PlanRack, design: Design): WorkedOut {
	const among = amongOf(rack);
	return among.dials.length ? designOf(design.kind).workOut(among, design) : whole(among);
}

/** The same design with so many settings, or a balanced fraction where it has no number of its own. */
export const withSettings = (design: Design, settings: number): Design =>
	'settings' in design ? { ...design, settings } : { kind: 'fraction', settings, pairs: [] };

/** What a design can and cannot tell apart, as a sentence. */
export function designSays(rack: PlanRack, design: Design, efficiency: number | null): string {
	const telling = tellingOf(rack, efficiency);
	return telling.dials.length ? designOf(design.kind).says(telling, design) : nothingVaries(rack);
}

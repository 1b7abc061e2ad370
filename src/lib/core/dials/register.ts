import { adapter } from './adapter';
import { area } from './area';
import { batch } from './batch';
import type { Dial } from './dial';
import { colours, coloursWeight } from './colours-lent';
import { content, contentWeight } from './content-lent';
import { fit } from './fit';
import { frame } from './frame';
import { guidance } from './guidance';
import { model } from './model';
import { look, lookWeight } from './look-lent';
import { negative } from './negative';
import { outline, outlineWeight } from './outline-lent';
import type { OwnDial } from './own';
import { sampler } from './sampler';
import { schedule } from './schedule';
import { seed } from './seed';
import { start } from './start';
import { steps } from './steps';
import { strength } from './strength';
import { style } from './style';
import { towards } from './towards';
import { turned } from './turned';
import { variation } from './variation';
import { weight } from './weight';
import { wording } from './wording';

/**
 * Every dial, in the order in which lists show them. A new one is a file and a line here: racks,
 * plans, sheets, archives, tables and the rack's view follow.
 */
const register = [
	model,
	frame,
	guidance,
	steps,
	sampler,
	schedule,
	adapter,
	weight,
	start,
	fit,
	area,
	strength,
	content,
	contentWeight,
	outline,
	outlineWeight,
	look,
	lookWeight,
	colours,
	coloursWeight,
	seed,
	turned,
	variation,
	towards,
	batch,
	wording,
	style,
	negative
] as const;

type Entry = (typeof register)[number];

export type DialId = Entry['id'];

/** Dials on which a model may have stops of its own. */
export type OwnDialId = Extract<Entry, { own: true }>['id'];

/** The stops of every dial. */
export type StopsByDial = { [E in Entry as E['id']]: NonNullable<E['stop']['_output']>[] };

/** Dials whose stops a brief's words make: they do not stand on its rack. */
export type WordsDialId = Extract<Entry, { ofWords: unknown }>['id'];

/** Dials that have a stop that changes nothing. */
export type RestDialId = Extract<Entry, { rest: unknown }>['id'];

export const dials: readonly Dial<DialId>[] = register as readonly Dial<DialId>[];

const byId = new Map(dials.map((dial) => [dial.id, dial]));

/** A dial by its id. Throws on an id that there is not. */
export function dialOf(id: DialId): Dial<DialId> {
	const dial = byId.get(id);
	if (!dial) throw new Error(`There is no dial "${id}".`);
	return dial;
}

/** Whether a text is the id of a dial, as when it comes from an address. */
export const isDialId = (id: string | null | undefined): id is DialId => byId.has(id as DialId);

const inOrder = (by: keyof Dial['order']): readonly DialId[] =>
	[...dials].sort((a, b) => a.order[by] - b.order[by]).map(({ id }) => id);

/** Dials as a plan is written, as a multiplication. */
export const rackDials = inOrder('plan');
/** Dials as they stand on the rack. */
export const rackPlaces = inOrder('rack');
/** Dials by how well they serve as an axis of a sheet. */
export const axisDials = inOrder('sheet');
/** Dials in the order in which a plan is run, the slowest to change first. */
export const runOrder = inOrder('run');

const which = (has: (dial: Dial) => boolean | undefined): readonly DialId[] =>
	dials.filter(has).map(({ id }) => id);

/** Dials of chance: their stops tell takes of one setting apart, and none is better than another. */
export const chanceDials = which(({ chance }) => chance);
/** Number dials along which movement can be seen. */
export const movingDials = dials
	.filter(({ moves }) => moves !== undefined)
	.sort((a, b) => a.moves! - b.moves!)
	.map(({ id }) => id);
/** Dials that price and time depend on. */
export const pricedDials = which(({ priced }) => priced);

/** Dials whose stops each need something prepared before a take is made: words, frames, pictures. */
export const preparedDials = which(({ keepsPrepared }) => !keepsPrepared);
export const ownDials = which((dial) => (dial as Partial<OwnDial>).own) as readonly OwnDialId[];

export const isOwnDial = (id: DialId): id is OwnDialId =>
	(ownDials as readonly DialId[]).includes(id);

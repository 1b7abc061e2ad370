import { clipped } from './clipped';
import { colourfulness } from './colourfulness';
import { contrast } from './contrast';
import { edges } from './edges';
import { lightness } from './lightness';
import type { Measure } from './measure';
import { noise } from './noise';
import { oversaturated } from './oversaturated';
import { sharpness } from './sharpness';
import { symmetry } from './symmetry';

/** Every measure of one picture, in the order in which they are shown. A new one is a file and a line here. */
const register = [
	sharpness,
	noise,
	contrast,
	lightness,
	colourfulness,
	clipped,
	oversaturated,
	edges,
	symmetry
] as const;

export type MeasureId = (typeof register)[number]['id'];

export const measures: readonly Measure<MeasureId>[] = register;

const byId = new Map(measures.map((measure) => [measure.id, measure]));

/** A measure by its id. Throws on an id that there is not. */
export function measureOf(id: MeasureId): Measure<MeasureId> {
	const measure = byId.get(id);
	if (!measure) throw new Error(`There is no measure "${id}".`);
	return measure;
}

/** Whether a text is the id of a measure, as when it comes from an address. */
export const isMeasureId = (id: string | null | undefined): id is MeasureId =>
	byId.has(id as MeasureId);

export type { Measure };

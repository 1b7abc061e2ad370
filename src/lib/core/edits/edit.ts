import type { z } from 'zod';
import type { Pixels } from '$lib/core/cut';

/** A picture in memory. */
export type Sheet = Pixels;

type Size = Pick<Pixels, 'width' | 'height'>;

/** One kind of change made to a picture on this machine: everything that the program knows of it. */
export interface Edit<Id extends string = string, V = unknown> {
	id: Id;
	label: string;
	/** A change as it is kept. */
	value: z.ZodType<V>;
	/** Whether it changes nothing. */
	idle: (value: V) => boolean;
	/** The picture with the change; the one that is given stays as it is. */
	apply: (sheet: Sheet, value: V) => Sheet;
	/** The picture's size afterwards, where that is another. */
	sizeAfter?: (size: Size, value: V) => Size;
	/** The change in a few words. */
	says: (value: V) => string;
}

export const defineEdit = <const Id extends string, V>(edit: Edit<Id, V>): Edit<Id, V> => edit;

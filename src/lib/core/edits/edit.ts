import type { z } from 'zod';

/** A picture in memory: `width * height * 4` bytes, red, green, blue, alpha, row by row. */
export interface Sheet {
	width: number;
	height: number;
	pixels: Uint8ClampedArray;
}

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
	/** The change in a few words. */
	says: (value: V) => string;
}

export const defineEdit = <const Id extends string, V>(edit: Edit<Id, V>): Edit<Id, V> => edit;

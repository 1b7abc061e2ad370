import { beach } from './beach';
import { dunes } from './dunes';
import { harbour } from './harbour';
import { marsh } from './marsh';
import type { Place } from './place';
import { sea } from './sea';

export type { Footing, Place } from './place';
export { mound } from './growth';

/** Every place that a prompt can name. A new one is one file and one entry here. */
export const places: Place[] = [sea, marsh, beach, dunes, harbour];

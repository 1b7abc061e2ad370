import type { Way } from '../way';
import { enlarge } from './enlarge';
import { extend } from './extend';
import { lend } from './lend';
import { repaint } from './repaint';
import { start } from './start';
import { vary } from './vary';

/** Every way of rework, in the order in which they stand. A new one is a file and a line here. */
export const ways: readonly Way[] = [vary, start, lend, repaint, extend, enlarge];

/** A way by its id; undefined for one that is not known here, as of a later version. */
export const wayOf = (id: string): Way | undefined => ways.find((way) => way.id === id);

import { z } from 'zod';
import type { Control, Dial } from './dial';

/** What dials of a share, 0 to 1, have in common. */
export const share = {
	stop: z.number().min(0).max(1),
	step: 0.05,
	figures: true,
	table: { number: { least: 0, most: 1, whole: false } }
} satisfies Partial<Dial>;

/** The scale of a share, with what its ends mean. */
export const shareScale = (ends: { top: string; bottom: string }): Control => ({
	kind: 'scale',
	min: 0,
	max: 1,
	nudge: 0.05,
	tick: 0.1,
	label: 0.5,
	ends
});

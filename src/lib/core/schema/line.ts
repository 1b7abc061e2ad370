import { z } from 'zod';

/**
 * A take that another one came from, and as what: the id of a way of rework. Its number stays readable
 * when it was deleted.
 */
export const LineStep = z.object({
	take: z.string().min(1).max(100),
	number: z.int().min(1),
	as: z.string().min(1).max(40)
});
export type LineStep = z.infer<typeof LineStep>;

/** The takes that one came from. */
export const Line = z.array(LineStep).max(16);
export type Line = z.infer<typeof Line>;

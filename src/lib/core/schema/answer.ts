import { z } from 'zod';

const id = z.string().min(1).max(100);

/** What was said of two takes side by side, usually with their settings hidden. */
export const Answer = z.object({
	id,
	briefId: id,
	/** Takes, as they stood. */
	left: id,
	right: id,
	answer: z.enum(['left', 'right', 'neither']),
	/** Whose eyes; an empty text is the artist. */
	judge: z.string().max(100),
	/** Whether it is a pair that was answered before, with its sides changed. */
	again: z.boolean(),
	/** Whether the settings were in sight. @default false */
	open: z.boolean().optional(),
	at: z.number().min(0)
});
export type Answer = z.infer<typeof Answer>;

/** Blind pairs that were given out in a file, so that the answers can be read back. */
export const Ballot = z.object({
	id,
	briefId: id,
	name: z.string().min(1).max(200),
	/** Takes, as they stand in the file, in its order. */
	pairs: z.array(z.object({ left: id, right: id })).max(500),
	/** Answer files that were read: each once. */
	read: z
		.array(z.object({ file: id, judge: z.string().max(100), at: z.number().min(0) }))
		.max(1000),
	createdAt: z.number().min(0)
});
export type Ballot = z.infer<typeof Ballot>;

import { z } from 'zod';

/** What an artist noted about a take besides its mark. */
export const Remark = z.object({
	takeId: z.string().min(1).max(100),
	briefId: z.string().min(1).max(100),
	/** Ids of faults that were seen in it. */
	faults: z.array(z.string().min(1).max(60)).max(60),
	note: z.string().max(5000),
	/** Words of the artist's own under which it is found again. */
	tags: z.array(z.string().min(1).max(40)).max(40).optional(),
	at: z.number().min(0)
});
export type Remark = z.infer<typeof Remark>;

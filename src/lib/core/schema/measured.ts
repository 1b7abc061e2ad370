import { z } from 'zod';

const share = z.number().min(0).max(1);

/** What was measured in one picture. `core/measure` says how. */
export const Measured = z.object({
	sharpness: z.number(),
	noise: z.number(),
	contrast: z.number(),
	lightness: z.number(),
	colourfulness: z.number(),
	clipped: share,
	oversaturated: share,
	edges: share,
	/** Largest share first. */
	palette: z.array(z.object({ name: z.string(), hex: z.string(), share })),
	/** Perceptual hash, 16 hexadecimal digits. */
	hash: z.string().regex(/^[0-9a-f]{16}$/)
});
export type Measured = z.infer<typeof Measured>;

/** What an artist noted about a take besides its mark. */
export const Remark = z.object({
	takeId: z.string().min(1).max(100),
	briefId: z.string().min(1).max(100),
	/** Ids of faults that were seen in it. */
	faults: z.array(z.string().min(1).max(60)).max(60),
	note: z.string().max(5000),
	at: z.number().min(0)
});
export type Remark = z.infer<typeof Remark>;

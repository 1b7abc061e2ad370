import { z } from 'zod';

/** An adapter that a service was taught from pictures that are kept here. */
export const TaughtAdapter = z.object({
	/** As the service named it. */
	id: z.string().min(1).max(100),
	/** The service, by the short word that parts it from others. */
	service: z.string().max(100),
	name: z.string().min(1).max(100),
	/** SHA-256 of the pictures' bytes. */
	pictures: z.array(z.string().min(1).max(200)).min(1).max(40),
	taughtAt: z.number().min(0)
});
export type TaughtAdapter = z.infer<typeof TaughtAdapter>;

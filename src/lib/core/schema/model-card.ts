import { z } from 'zod';

const sizePx = z.int().min(1).max(65_536);

/** A frame in pixels. */
export const Size = z.object({ width: sizePx, height: sizePx });
export type Size = z.infer<typeof Size>;

/** What a dial may be set to, and between which values the model is known to be good. */
const Range = z.object({ min: z.number(), max: z.number(), from: z.number(), to: z.number() });

/** What a render service says of one of its models. */
export const ModelCard = z.object({
	id: z.string().min(1).max(100),
	name: z.string().min(1).max(100),
	family: z.string(),
	version: z.string(),
	summary: z.string(),
	goodAt: z.array(z.string()),
	/** Sizes that the model was made for. */
	nativeSizes: z.array(Size).min(1),
	/** Both sides must be multiples of this many pixels. */
	sizeMultiple: z.int().min(1),
	maxPixels: z.int().min(1),
	guidance: Range,
	steps: Range,
	samplers: z.array(z.string()).min(1),
	schedules: z.array(z.string()).min(1),
	promptForm: z.enum(['sentences', 'keywords', 'either']),
	/** Words beyond this many are not read. */
	promptWords: z.int().min(1),
	features: z.array(z.string()),
	adapters: z.array(z.object({ id: z.string(), name: z.string(), summary: z.string() })),
	price: z.object({
		creditsPerTake: z.number().min(0),
		/** Added for every million pixels in every step. */
		creditsPerMegapixelStep: z.number().min(0)
	}),
	pace: z.object({ secondsPerMegapixelStep: z.number().min(0) })
});
export type ModelCard = z.infer<typeof ModelCard>;

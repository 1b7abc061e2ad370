import { z } from 'zod';

/** A text of a service, bounded: what it says is shown. */
const text = (most: number) => z.string().max(most);

const sizePx = z.int().min(1).max(65_536);

/** A frame in pixels. */
export const Size = z.object({ width: sizePx, height: sizePx });
export type Size = z.infer<typeof Size>;

/** What a dial may be set to, and between which values the model is known to be good. */
const Range = z
	.object({ min: z.number(), max: z.number(), from: z.number(), to: z.number() })
	.refine(({ min, from, to, max }) => min <= from && from <= to && to <= max, {
		message: 'the good range from..to must lie within min..max'
	});

/** A list in which nothing stands twice. */
export const distinct = <T extends z.ZodType>(
	one: T,
	key: (value: z.infer<T>) => unknown = (it) => it
) =>
	z
		.array(one)
		.refine((all) => new Set(all.map(key)).size === all.length, 'nothing may stand here twice');

/** What a render service says of one of its models. */
export const ModelCard = z.object({
	id: z.string().min(1).max(100),
	name: z.string().min(1).max(100),
	family: text(100),
	version: text(100),
	summary: text(2000),
	goodAt: distinct(text(60)).max(40),
	/** Sizes that the model was made for. */
	nativeSizes: z.array(Size).min(1).max(60),
	/** Both sides must be multiples of this many pixels. */
	sizeMultiple: z.int().min(1).max(4096),
	maxPixels: z.int().min(1),
	/** Longest side over the shortest that the model makes; a service that says nothing takes any. */
	maxRatio: z.number().min(1).max(1000).optional(),
	guidance: Range,
	steps: Range,
	samplers: distinct(text(100)).min(1).max(60),
	schedules: distinct(text(100)).min(1).max(60),
	promptForm: z.enum(['sentences', 'keywords', 'either']),
	/** Words beyond this many are not read. */
	promptWords: z.int().min(1),
	features: distinct(text(60)).max(60),
	adapters: distinct(
		z.object({ id: text(100).min(1), name: text(100), summary: text(2000) }),
		({ id }) => id
	).max(200),
	price: z.object({
		creditsPerTake: z.number().min(0).max(1e6),
		/** Added for every million pixels in every step. */
		creditsPerMegapixelStep: z.number().min(0).max(1e6)
	}),
	pace: z.object({
		secondsPerMegapixelStep: z.number().min(0).max(1e5),
		/** Of every take besides its steps. */
		secondsPerTake: z.number().min(0).max(1e5).optional(),
		/**
		 * More for the first takes of new words or a new frame: what those that are made at once do
		 * together, once.
		 */
		secondsOfNewWords: z.number().min(0).max(1e5).optional(),
		/** And more of that for every megapixel of the frame. */
		secondsPerNewMegapixel: z.number().min(0).max(1e5).optional()
	}),
	/** Pictures of it, by their addresses from the service's root, and what each shows. */
	samples: z
		.array(z.object({ picture: text(2000), shows: text(500) }))
		.max(40)
		.optional()
});
export type ModelCard = z.infer<typeof ModelCard>;

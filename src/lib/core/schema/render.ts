import { z } from 'zod';
import { ModelCard } from './model-card';

const seed = z.int().min(0).max(4_294_967_295);
/** An id that `POST /images` gave. */
const image = z.string().min(1).max(200);

/** What a reference lends: its colour statistics, its contours, itself as a scene, or its colours. */
export const ReferenceUse = z.enum(['look', 'outline', 'content', 'palette']);
export type ReferenceUse = z.infer<typeof ReferenceUse>;

/**
 * How a start picture is set into the frame. `fill`: scaled and cropped to it. `extend`: set in its
 * middle at its own size, what lies round it is made new. `enlarge`: scaled up to it and worked
 * over in overlapping tiles.
 */
export const StartFit = z.enum(['fill', 'extend', 'enlarge']);
export type StartFit = z.infer<typeof StartFit>;

/** Settings that a take may have or not; without one the picture is made as if there were no such. */
const optionalSettings = {
	/** Siblings: what they share is drawn from the batch's seed, what parts them from seed and index. */
	batch: z.strictObject({ seed, index: z.int().min(0).max(63) }).optional(),
	/** Turns the noise towards another seed's: 0 the same picture, 1 that seed's own. */
	variation: z.strictObject({ seed, amount: z.number().min(0).max(1) }).optional(),
	/** Add-on weights; 0 leaves one out, 1 is as it was made. */
	adapters: z
		.array(z.strictObject({ id: z.string().min(1).max(100), weight: z.number().min(0).max(1) }))
		.max(8)
		.optional(),
	/** A picture to start from. Strength 0 gives it back, 1 ignores it. */
	start: z
		.strictObject({ image, strength: z.number().min(0).max(1), fit: StartFit.optional() })
		.optional(),
	/** Where the start picture is made anew: white there, black where it stays. */
	mask: z.strictObject({ image }).optional(),
	references: z
		.array(z.strictObject({ image, use: ReferenceUse, weight: z.number().min(0).max(1) }))
		.max(8)
		.optional()
};

/** Every setting that decides a picture. The same settings give the same picture. */
export const TakeSettings = z.strictObject({
	model: z.string().min(1).max(100),
	prompt: z.string().max(20_000),
	negative: z.string().max(20_000),
	width: z.int().min(1).max(65_536),
	height: z.int().min(1).max(65_536),
	guidance: z.number().min(0).max(100),
	steps: z.int().min(1).max(1000),
	sampler: z.string().min(1).max(100),
	schedule: z.string().min(1).max(100),
	seed,
	...optionalSettings
});
export type TakeSettings = z.infer<typeof TakeSettings>;

/** How the picture is to be handed over; it changes nothing in the pixels. */
export const Output = z.strictObject({
	/** @default png */
	format: z.enum(['png', 'webp']).default('png'),
	/** Whether partial pictures are sent. @default false */
	preview: z.boolean().default(false)
});
export type Output = z.infer<typeof Output>;

export const TakeRequest = z.strictObject({
	...TakeSettings.shape,
	/** The caller's own id, handed back with every answer. */
	ref: z.string().min(1).max(200),
	output: Output.optional()
});
export type TakeRequest = z.infer<typeof TakeRequest>;

export const JobRequest = z.strictObject({
	/** The same key again gives the same job. */
	key: z.uuid(),
	takes: z.array(TakeRequest).min(1)
});
export type JobRequest = z.infer<typeof JobRequest>;

/** Answer to an upload: the id under which takes may ask for the picture. */
export const ImageTicket = z.object({ image, width: z.int(), height: z.int() });
export type ImageTicket = z.infer<typeof ImageTicket>;

/** Teaches an adapter from pictures that were sent before. */
export const TeachRequest = z.strictObject({
	name: z.string().min(1).max(100),
	images: z.array(image).min(1).max(40)
});
export type TeachRequest = z.infer<typeof TeachRequest>;

export const AdapterTicket = z.object({ adapter: z.string(), name: z.string() });
export type AdapterTicket = z.infer<typeof AdapterTicket>;

export const TakeState = z.enum(['waiting', 'running', 'done', 'failed', 'cancelled']);
export type TakeState = z.infer<typeof TakeState>;

export const JobTicket = z.object({
	job: z.string(),
	takes: z.array(z.object({ ref: z.string(), take: z.string() }))
});
export type JobTicket = z.infer<typeof JobTicket>;

export const JobStatus = z.object({
	job: z.string(),
	takes: z.array(
		z.object({
			take: z.string(),
			ref: z.string(),
			state: TakeState,
			step: z.int(),
			steps: z.int(),
			code: z.string().optional(),
			message: z.string().optional()
		})
	)
});
export type JobStatus = z.infer<typeof JobStatus>;

export const Models = z.object({ models: z.array(ModelCard) });

export const Limits = z.object({
	maxTakesPerJob: z.int(),
	maxPixels: z.int(),
	maxSteps: z.int(),
	maxQueuedTakes: z.int(),
	maxImageBytes: z.int()
});
export type Limits = z.infer<typeof Limits>;

/** Numbers that a service knows about its own result. */
export const Signals = z.record(z.string(), z.number());
export type Signals = z.infer<typeof Signals>;

export const RenderEvent = z.discriminatedUnion('type', [
	z.object({
		type: z.literal('progress'),
		take: z.string(),
		step: z.int(),
		steps: z.int(),
		/** A small picture as a data URL. */
		preview: z.string().startsWith('data:image/').optional()
	}),
	z.object({
		type: z.literal('done'),
		take: z.string(),
		/** SHA-256 of the picture's bytes, in hex; the ETag of the picture too. */
		image: z.string(),
		/** SHA-256 of the picture's pixels (red, green, blue bytes, row by row), in hex. */
		pixels: z.string().optional(),
		width: z.int(),
		height: z.int(),
		/** Time spent on this take alone. */
		seconds: z.number(),
		credits: z.number(),
		signals: Signals.optional(),
		unread: z.array(z.string()).optional()
	}),
	z.object({
		type: z.literal('failed'),
		take: z.string(),
		code: z.string(),
		message: z.string()
	}),
	z.object({ type: z.literal('cancelled'), take: z.string() }),
	z.object({ type: z.literal('end') })
]);
export type RenderEvent = z.infer<typeof RenderEvent>;

/** An error of the service: `application/problem+json`, RFC 9457. */
export const Problem = z.object({
	type: z.string().optional(),
	title: z.string(),
	status: z.int(),
	detail: z.string(),
	errors: z.array(z.object({ path: z.string(), message: z.string() })).optional()
});
export type Problem = z.infer<typeof Problem>;

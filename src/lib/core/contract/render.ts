import { z } from 'zod';
import { distinct, ModelCard } from './model-card';

/** Where the calls of the render service that ships begin. */
export const SHIPPED_SERVICE = '/api/render/v1';

const seed = z.int().min(0).max(4_294_967_295);
/** An id that a service, or whoever calls it, gave. */
const name = z.string().min(1).max(200);
/** An id that `POST /images` gave. */
const image = z.string().min(1).max(200);

/** What a reference lends: its colour statistics, its contours, itself as a scene, or its colours. */
export const ReferenceUse = z.enum(['look', 'outline', 'content', 'palette']);
export type ReferenceUse = z.infer<typeof ReferenceUse>;

/**
 * How a start picture is set into the frame. `fill`: scaled and cropped to it. `extend`: set into it
 * at its own size, what lies round it is made new. `enlarge`: scaled up to it and worked
 * over in overlapping tiles.
 */
export const StartFit = z.enum(['fill', 'extend', 'enlarge']);
export type StartFit = z.infer<typeof StartFit>;

const share = z.number().min(0).max(1);

/** How far noise is turned, and towards which seed's. */
const Turn = z.strictObject({ seed, amount: z.number().min(0).max(1) });

/** So many turns may lie before a variation. */
export const MOST_TURNS = 16;

/** Settings that a take may have or not; without one the picture is made as if there were no such. */
const optionalSettings = {
	/** Siblings: what they share is drawn from the batch's seed, what parts them from seed and index. */
	batch: z.strictObject({ seed, index: z.int().min(0).max(63) }).optional(),
	/** Turns that the noise had before, the first one first: a varied picture can be varied again. */
	turned: z.array(Turn).min(1).max(MOST_TURNS).optional(),
	/** Turns the noise towards another seed's: 0 the same picture, 1 that seed's own. */
	variation: Turn.optional(),
	/** Add-on weights; 0 leaves one out, 1 is as it was made. */
	adapters: z
		.array(z.strictObject({ id: z.string().min(1).max(100), weight: z.number().min(0).max(1) }))
		.max(8)
		.optional(),
	/** A picture to start from. Strength 0 gives it back, 1 ignores it. */
	start: z
		.strictObject({
			image,
			strength: z.number().min(0).max(1),
			fit: StartFit.optional(),
			/** Extended: which share of what is added lies at the left and at the top. @default the middle */
			at: z.strictObject({ x: share, y: share }).optional()
		})
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

/** The pictures that settings bring along, by the ids under which they stand there; each once. */
export const picturesIn = ({
	start,
	mask,
	references = []
}: Pick<TakeSettings, 'start' | 'mask' | 'references'>): string[] => [
	...new Set([start, mask, ...references].flatMap((one) => (one ? [one.image] : [])))
];

/** Settings with the pictures that they bring along under other ids. */
export const withPictures = <S extends Pick<TakeSettings, 'start' | 'mask' | 'references'>>(
	settings: S,
	idOf: (image: string) => string
): S => {
	const renamed = <T extends { image: string }>(one: T): T => ({ ...one, image: idOf(one.image) });
	const { start, mask, references } = settings;
	return {
		...settings,
		...(start && { start: renamed(start) }),
		...(mask && { mask: renamed(mask) }),
		...(references && { references: references.map(renamed) })
	};
};

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

/** More takes than this are no job, whatever a service's limits are. */
const MOST_TAKES_IN_JOB = 4096;

export const JobRequest = z.strictObject({
	/** The same key again gives the same job. */
	key: z.uuid(),
	takes: z.array(TakeRequest).min(1).max(MOST_TAKES_IN_JOB)
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
	job: name,
	takes: z.array(z.object({ ref: name, take: name })).max(MOST_TAKES_IN_JOB)
});
export type JobTicket = z.infer<typeof JobTicket>;

export const JobStatus = z.object({
	job: name,
	takes: z
		.array(
			z.object({
				take: name,
				ref: name,
				state: TakeState,
				step: z.int(),
				steps: z.int(),
				code: z.string().max(200).optional(),
				message: z.string().max(5000).optional()
			})
		)
		.max(MOST_TAKES_IN_JOB)
});
export type JobStatus = z.infer<typeof JobStatus>;

/** A service offers so many models at most. */
export const Models = z.object({ models: distinct(ModelCard, ({ id }) => id).max(300) });

export const Limits = z.object({
	maxTakesPerJob: z.int().min(1),
	maxPixels: z.int().min(1),
	maxSteps: z.int().min(1),
	maxQueuedTakes: z.int().min(1),
	maxImageBytes: z.int().min(1),
	/** How many takes are made at once. */
	takesAtOnce: z.int().min(1).max(100_000).optional()
});
export type Limits = z.infer<typeof Limits>;

/** Numbers that a service knows about its own result. */
export const Signals = z
	.record(z.string().max(60), z.number())
	.refine((signals) => Object.keys(signals).length <= 60, 'it has more than 60 signals');
export type Signals = z.infer<typeof Signals>;

const take = name;
const steps = z.int().min(0).max(100_000);

export const RenderEvent = z.discriminatedUnion('type', [
	z.object({
		type: z.literal('progress'),
		take,
		step: steps,
		steps,
		/** A small picture as a data URL; one that is none, or too large, is left out. */
		preview: z
			.string()
			.max(400_000)
			.regex(/^data:image\/(png|jpeg|webp);base64,/)
			.optional()
			.catch(undefined)
	}),
	z.object({
		type: z.literal('done'),
		take,
		/** SHA-256 of the picture's bytes, in hex; the ETag of the picture too. */
		image: z.string().max(200),
		/** SHA-256 of the picture's pixels (red, green, blue bytes, row by row), in hex. */
		pixels: z.string().max(200).optional(),
		width: z.int().min(1),
		height: z.int().min(1),
		/** Time spent on this take alone. */
		seconds: z.number().min(0).max(1e6),
		credits: z.number().min(0).max(1e6),
		signals: Signals.optional().catch(undefined),
		unread: z.array(z.string().max(500)).max(500).optional().catch(undefined)
	}),
	z.object({
		type: z.literal('failed'),
		take,
		code: z.string().max(200),
		message: z.string().max(5000)
	}),
	z.object({ type: z.literal('cancelled'), take }),
	z.object({ type: z.literal('end') })
]);
export type RenderEvent = z.infer<typeof RenderEvent>;

/** An error of the service: `application/problem+json`, RFC 9457. */
export const Problem = z.object({
	type: z.string().max(2000).optional(),
	title: z.string().max(500),
	status: z.int(),
	detail: z.string().max(5000),
	errors: z
		.array(z.object({ path: z.string().max(500), message: z.string().max(5000) }))
		.max(1000)
		.optional()
});
export type Problem = z.infer<typeof Problem>;

import { z } from 'zod';

/** What a phrase says of a picture, in the order in which a prompt is thought out. */
export const facets = [
	'subject',
	'trait',
	'action',
	'place',
	'light',
	'mood',
	'framing',
	'lens',
	'medium',
	'detail',
	'other'
] as const;
export const Facet = z.enum(facets);
export type Facet = z.infer<typeof Facet>;

/** Longest prompt, in characters (UTF-16 units). */
export const MAX_PROMPT = 20_000;

const seed = z.int().min(0).max(4_294_967_295);

/** Asks which words of a prompt a model has no notion of. */
export const ReadingRequest = z.strictObject({
	model: z.string().min(1).max(100),
	prompt: z.string().max(MAX_PROMPT),
	negative: z.string().max(MAX_PROMPT).optional()
});
export type ReadingRequest = z.infer<typeof ReadingRequest>;

export const Reading = z.object({
	/** Words of the prompt that the model has no notion of, in their order, each once. */
	unread: z.array(z.string()),
	/** The same for the negative prompt. */
	unreadNegative: z.array(z.string()).optional()
});
export type Reading = z.infer<typeof Reading>;

/** Asks for fuller versions of a plain line. The same request gives the same versions. */
export const FullerRequest = z.strictObject({
	line: z.string().min(1).max(MAX_PROMPT),
	negative: z.string().max(MAX_PROMPT).optional(),
	/** How the models that will read it are spoken to; `either` mixes both. */
	form: z.enum(['sentences', 'keywords', 'either']),
	/** Words that a version may have at most. */
	maxWords: z.int().min(5).max(2000),
	count: z.int().min(1).max(8),
	seed
});
export type FullerRequest = z.infer<typeof FullerRequest>;

/** A fuller version, and what it adds to the line. */
export const FullerVersion = z.object({
	text: z.string().max(MAX_PROMPT),
	added: z.array(z.object({ facet: Facet, phrase: z.string() }))
});
export type FullerVersion = z.infer<typeof FullerVersion>;
export const FullerVersions = z.object({ versions: z.array(FullerVersion) });
export type FullerVersions = z.infer<typeof FullerVersions>;

/** Asks what a picture that was sent before shows. */
export const DescriptionRequest = z.strictObject({
	image: z.string().min(1).max(200),
	/** The model that made it, where it is known. */
	model: z.string().min(1).max(100).optional()
});
export type DescriptionRequest = z.infer<typeof DescriptionRequest>;

/** What a picture shows, by facet, the likeliest first. */
export const Description = z.object({
	phrases: z.array(
		z.object({
			facet: Facet,
			phrase: z.string(),
			/** How sure it is, 0 to 1, among the phrases of its facet. */
			likelihood: z.number().min(0).max(1)
		})
	)
});
export type Description = z.infer<typeof Description>;

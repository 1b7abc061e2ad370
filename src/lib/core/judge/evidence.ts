import { z } from 'zod';

/** A version of the form in which evidence is written down. */
const EVIDENCE = { format: 'dial-pick/evidence', version: 1 } as const;

const text = z.string().min(1).max(200);

/** A stop of a dial that was varied. */
const EvidenceStop = z.object({
	/** Equal for equal stops alone. */
	key: z.string().max(20_000),
	/** The stop in words. */
	label: z.string().max(20_000),
	/** Its place on the dial's own scale; for number dials. */
	at: z.number().optional()
});

/** A dial that was varied: chosen among, or turned along a scale. */
export const EvidenceDial = z.object({
	id: text,
	label: text,
	kind: z.enum(['choice', 'number']),
	/** Whether its stops say by themselves what they are, as the names of models do. */
	itself: z.boolean().default(false),
	/** Whether equal steps of its scale are equal factors, as of a count of steps. */
	logarithmic: z.boolean().default(false),
	/** The least distance of two stops that is worth telling apart, on its scale. */
	step: z.number().positive().optional(),
	stops: z.array(EvidenceStop).min(1).max(4096)
});
export type EvidenceDial = z.infer<typeof EvidenceDial>;

/** A take that was made: where it stands on each dial, and what it is alike in by chance. */
const EvidenceTake = z.object({
	id: text,
	/** The index of its stop on each dial, in the order of the dials. */
	stops: z.array(z.int().min(0)).max(64),
	/** Takes of one chance, as of one seed, share its effect. */
	chance: z.string().max(400),
	/** Names its picture: equal for takes that show the same one. @default its stops and chance together */
	picture: z.string().min(1).max(200).optional(),
	credits: z.number().min(0).optional(),
	seconds: z.number().min(0).optional(),
	/** Ids of faults that were seen in it. */
	faults: z.array(z.string().max(60)).max(100).default([]),
	/** By the ids of measures. */
	measures: z.record(z.string().max(60), z.number()).default({})
});
type EvidenceTake = z.infer<typeof EvidenceTake>;

/** What was said of one take. */
const EvidenceMark = z.object({
	take: text,
	mark: z.enum(['drop', 'maybe', 'keep']),
	judge: z.string().max(200),
	/** Whether the settings were hidden. */
	blind: z.boolean()
});
type EvidenceMark = z.infer<typeof EvidenceMark>;

/** What was said of two takes side by side, usually with their settings hidden. */
export const EvidencePair = z.object({
	left: text,
	right: text,
	answer: z.enum(['left', 'right', 'neither']),
	judge: z.string().max(200),
	/** Whether the settings were in sight. @default false */
	open: z.boolean().optional()
});
export type EvidencePair = z.infer<typeof EvidencePair>;

/** All that is known of a brief's settings: what findings are worked out from. */
export const Evidence = z
	.object({
		format: z.literal(EVIDENCE.format),
		version: z.literal(EVIDENCE.version),
		dials: z.array(EvidenceDial).max(64),
		takes: z.array(EvidenceTake).max(100_000),
		/** In the order in which they were given. */
		marks: z.array(EvidenceMark).max(100_000),
		pairs: z.array(EvidencePair).max(100_000),
		/** Names of faults and measures, by id, as they are said. */
		names: z
			.object({
				faults: z.record(z.string(), z.string()).default({}),
				measures: z.record(z.string(), z.string()).default({})
			})
			.default({ faults: {}, measures: {} }),
		/** What a credit costs, where that was said. */
		money: z.object({ perCredit: z.number().min(0), currency: z.string().length(3) }).optional()
	})
	.superRefine(({ dials, takes }, context) =>
		takes.forEach(({ id, stops }, i) => {
			const at = stops.findIndex((stop, d) => !(stop < (dials[d]?.stops.length ?? 0)));
			const message =
				stops.length !== dials.length
					? `take ${id} has ${stops.length} stops, and there are ${dials.length} dials`
					: at >= 0
						? `take ${id} has stop ${stops[at]} on ${dials[at].label}, whose stops go from 0 to ${dials[at].stops.length - 1}`
						: null;
			if (message) context.addIssue({ code: 'custom', message, path: ['takes', i, 'stops'] });
		})
	);
export type Evidence = z.infer<typeof Evidence>;

/** Nothing known of nothing: evidence is made by filling it. */
export const noEvidence = (): Evidence => ({
	...EVIDENCE,
	dials: [],
	takes: [],
	marks: [],
	pairs: [],
	names: { faults: {}, measures: {} }
});

import { z } from 'zod';
import { MAX_PROMPT, Signals, Size, TakeSettings, TakeState } from '$lib/core/contract';
import { Design } from '$lib/core/designs';
import { Levels, PlanRack, Rack } from '$lib/core/dials';
import { Edits } from '$lib/core/edits';
import { MOST_USES, Use } from '$lib/core/frame';
import { TakeWords, Words } from '$lib/core/wording';
import { Line } from './line';
import { Narrowing, RoundOf } from './narrowing';

const id = z.string().min(1).max(100);
/** Milliseconds since 1970, as `Date.now()` gives them. */
const instant = z.number().min(0).max(8.64e15);

/** The most credits that one spending may be, and the most seconds that one take may need. */
const MOST_CREDITS = 1e6;
const MOST_SECONDS = 1e6;
const credits = z.number().min(0).max(MOST_CREDITS);

/** What a frame was wanted for: the size is found from it, and found again when it changes. */
export const FrameWish = z.object({
	/** The frame that was found for it. */
	size: Size,
	/** Width over height. */
	ratio: z.number().positive(),
	/** Pixels that are wanted in the end, as those of a print; null where a ratio alone was asked for. */
	target: Size.nullable(),
	/** As it was asked for: "21 x 29.7 cm at 150 dpi". */
	of: z.string().max(200)
});
export type FrameWish = z.infer<typeof FrameWish>;

/** One piece of work. Everything else belongs to one. */
export const Brief = z.object({
	id,
	name: z.string().min(1).max(200),
	purpose: z.string().max(5000),
	/** Credits that may be spent; null when nothing was said. */
	allowance: z.number().min(0).nullable(),
	/** What is sent, before styles: the text of the words' stack. */
	prompt: z.string().max(MAX_PROMPT),
	/** What is left out, before styles: the words' sets and the rest. */
	negative: z.string().max(MAX_PROMPT),
	words: Words,
	rack: Rack,
	design: Design,
	/** Colours that were read off pictures for it: sRGB, `#rrggbb`. */
	colours: z
		.array(z.string().regex(/^#[0-9a-f]{6}$/))
		.max(64)
		.optional(),
	/** Where its pictures go; without it, the usual destinations. */
	destinations: z.array(Use).max(MOST_USES).optional(),
	/** What its frames are wanted for, where that was said. */
	wishes: z.array(FrameWish).max(64).optional(),
	/** How its settings are narrowed down, if they are. */
	narrowing: Narrowing.optional(),
	/** The highest number that a take of it ever had: numbers are not used again. */
	numbered: z.int().min(0),
	createdAt: instant,
	updatedAt: instant
});
export type Brief = z.infer<typeof Brief>;

/**
 * Which settings of a rack were run: rows of indexes into the stops of some dials; all combinations
 * when there are no rows.
 */
const Chosen = z.object({
	rows: z.array(z.array(z.int().min(0))).nullable(),
	dials: z.array(z.string())
});

/** A list of combinations that was run or is to be run. */
export const Plan = z.object({
	id,
	briefId: id,
	design: Design,
	rack: PlanRack,
	/** The settings that it ran, whatever the design would choose today. */
	chosen: Chosen,
	/** Whether its takes were made elsewhere and brought in: there is nothing to be run again. */
	elsewhere: z.boolean(),
	/** Whether what is not finished was given up. */
	stopped: z.boolean(),
	/** Whether it waits until it is told to go on. */
	paused: z.boolean(),
	/** Whether its price is to be said before it goes on, as of one that came in with an archive. */
	unasked: z.boolean().optional(),
	/** Why it was paused, when it was not by hand. */
	says: z.string().optional(),
	/** Which round of narrowing down it is, if it is one. */
	round: RoundOf.optional(),
	/** What it is called, where it was named by hand. */
	name: z.string().min(1).max(120).optional(),
	/** Its place in the queue: smaller goes first. */
	place: z.number(),
	createdAt: instant
});
export type Plan = z.infer<typeof Plan>;

/** One picture with the complete settings that made it. */
export const Take = z.object({
	id,
	briefId: id,
	planId: id,
	/** Its place in the brief, from 1. */
	number: z.int().min(1),
	settings: TakeSettings,
	/** Where the words of the settings come from; without it they are as they were written. */
	words: TakeWords.optional(),
	levels: Levels.optional(),
	/** The takes that it came from; without it, it came from words alone. */
	line: Line.optional(),
	/** The take that this one is a copy of, where its brief was opened a second time. It was made and paid once. */
	copyOf: id.optional(),
	/** What was changed of its picture on this machine; the settings made the picture without. */
	edits: Edits.optional(),
	/** What the table of pictures made elsewhere said besides settings, by the names of its columns. */
	columns: z.record(z.string(), z.string()).optional(),
	state: TakeState,
	message: z.string().optional(),
	/** SHA-256 of the lossless pixels, when the service said so. */
	pixels: z.string().optional(),
	seconds: z.number().min(0).max(MOST_SECONDS).optional(),
	/** Credits that it was to cost by its model's card when it was put into the queue. */
	expected: credits.optional(),
	/** Credits that it did cost. */
	credits: credits.optional(),
	signals: Signals.optional(),
	unread: z.array(z.string()).optional(),
	createdAt: instant,
	madeAt: instant.optional(),
	/** When it was starred, where it was: the best across briefs. */
	starred: instant.optional()
});
export type Take = z.infer<typeof Take>;

/** What is true of spending for all briefs. */
export const Purse = z.object({
	/** Credits that may be spent in a day; null when nothing was said. */
	dayAllowance: z.number().min(0).nullable(),
	/** What a credit costs; null when it is not to be reckoned. */
	creditPrice: z.number().min(0).nullable(),
	/** ISO 4217 code. */
	currency: z.string().length(3)
});
export type Purse = z.infer<typeof Purse>;

/** Credits that were spent, once and for good: deleting what they paid for gives none back. */
export const Spending = z.object({
	/** Names the spending: the same one, in a copy of a brief, is not counted twice in a day. */
	id: z.string().min(1).max(200),
	briefId: id,
	model: z.string().max(200),
	credits,
	at: instant,
	/**
	 * Whose ledger the spending comes from. Without it, it is this browser's own. Spendings of others
	 * don't count against the day's allowance.
	 */
	by: id.optional()
});
export type Spending = z.infer<typeof Spending>;

export const MarkKind = z.enum(['keep', 'maybe', 'drop']);
export type MarkKind = z.infer<typeof MarkKind>;

export const Mark = z.object({
	takeId: id,
	briefId: id,
	kind: MarkKind,
	at: instant,
	/** Whether the settings were hidden when it was given. */
	blind: z.boolean().optional()
});
export type Mark = z.infer<typeof Mark>;

const share = z.number().min(0).max(1);
const figure = z
	.object({ mean: z.number(), low: z.number(), high: z.number() })
	.refine(({ low, high }) => low <= high, 'an interval must begin below its end');

/** Which takes were compared when settings were picked, and by whose judgements. */
export const PickScope = z.object({
	/** The id of the scope, as Findings has it in its address. */
	id: z.string().min(1).max(200),
	/** Takes by id, if they were chosen by hand. */
	takes: z.array(id).max(10_000).optional(),
	/** One judge alone (the artist is an empty text); everyone without it. */
	judge: z.string().max(200).optional()
});
export type PickScope = z.infer<typeof PickScope>;

/** What findings said of settings when they were picked. Shares are 0 to 1, intervals hold nine in ten. */
export const PickFound = z.object({
	/** The settings among which they stood: how many, and what was run, in words. */
	settings: z.int().min(1),
	plan: z.string().max(2000),
	/** Which takes and judgements the figures come from. */
	scope: PickScope.optional(),
	/** Whether the best settings were settled, and whether these were they. */
	settled: z.boolean(),
	best: z.boolean(),
	/** Chance of being the best of all, and score that is lost on average where another is. */
	chance: share,
	loss: z.number(),
	/** Preference over an even take. */
	preferred: figure,
	/** Kept of judged, with Wilson's 90% interval; 95% in picks from before. */
	kept: z
		.object({ count: z.int().min(0), of: z.int().min(0), low: share, high: share })
		.refine(({ count, of }) => count <= of, 'no more can be kept than were judged')
		.refine(({ low, high }) => low <= high, 'an interval must begin below its end')
		.nullable(),
	/** The model's chance of a keeper, credits that one costs, takes to be 95% sure of one. */
	keeps: figure.nullable(),
	cost: figure.nullable(),
	sure: z.int().nullable(),
	/** The next best, with the chance that it is as good, and that these are better. */
	runnerUp: z.object({ says: z.string().max(20_000), asGood: share, beaten: share }).nullable(),
	/** Whose eyes (the artist is an empty text), and how much they said. */
	judges: z.array(z.string().max(200)),
	marks: z.int(),
	blindMarks: z.int(),
	pairs: z.int(),
	/** Those of the pairs that were judged with the settings in sight. @default 0 */
	openPairs: z.int().min(0).optional()
});
export type PickFound = z.infer<typeof PickFound>;

/** Settings chosen at the end, with what speaks for them. */
export const Pick = z.object({
	id,
	briefId: id,
	name: z.string().min(1).max(200),
	reason: z.string().max(5000),
	/** Whether one take was picked, or a stop of one dial for all its takes. */
	from: z.discriminatedUnion('kind', [
		z.object({ kind: z.literal('take'), takeId: id }),
		z.object({
			kind: z.literal('stop'),
			dial: z.string(),
			stop: z.string(),
			/** Stops of other dials among which this one was picked, by dial. */
			among: z.record(z.string(), z.string()).optional()
		}),
		/** The settings that findings named, by the keys of their stops. */
		z.object({ kind: z.literal('findings'), stops: z.record(z.string(), z.string()) })
	]),
	/** What is picked. A setting that the pick leaves open is not there. */
	settings: TakeSettings.partial(),
	words: TakeWords.partial().optional(),
	evidence: z
		.object({
			takes: z.int().min(0),
			kept: z.int().min(0),
			maybe: z.int().min(0),
			dropped: z.int().min(0),
			found: PickFound.optional()
		})
		.refine(
			({ takes, kept, maybe, dropped }) => kept + maybe + dropped <= takes,
			'no more takes can be judged than there are'
		),
	createdAt: instant
});
export type Pick = z.infer<typeof Pick>;

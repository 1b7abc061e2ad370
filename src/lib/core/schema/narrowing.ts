import { z } from 'zod';
import { PlanRack } from '$lib/core/dials';

/** Milliseconds since 1970. */
const instant = z.number().min(0).max(8.64e15);

/** A stop of a dial, by its key. */
const StopRef = z.object({ dial: z.string().min(1).max(100), key: z.string().max(20_000) });
export type StopRef = z.infer<typeof StopRef>;

/** Settings that are narrowed down to the best ones: what may vary, and what may be spent on it. */
export const Narrowing = z.object({
	/** Every stop that may be tried. Its seeds are those on which settings are compared. */
	rack: PlanRack,
	/** Credits and pairs that may be used. */
	credits: z.number().min(0).max(1e6),
	pairs: z.int().min(1).max(10_000),
	/** Stops that the artist took out, and stops that stay in whatever the answers say. */
	out: z.array(StopRef).max(1000),
	stay: z.array(StopRef).max(1000),
	/** Whether no more takes are ordered until it goes on. */
	paused: z.boolean(),
	/** When the artist ended it; without it, it goes on. */
	stoppedAt: instant.optional(),
	begunAt: instant
});
export type Narrowing = z.infer<typeof Narrowing>;

/** Which round of narrowing down a run is, and why its settings were chosen. */
export const RoundOf = z.object({
	/** When that narrowing was begun. */
	begunAt: instant,
	number: z.int().min(1),
	why: z.string().max(500),
	/** Values that answers or the artist had dropped since the round before: “guidance 12”. */
	dropped: z.array(z.string().max(300)).max(1000).optional()
});

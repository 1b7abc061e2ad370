import type { Take } from '$lib/core/schema';

/** How many takes of a plan are in each state. */
export type TakeCounts = Record<Take['state'], number>;

/** How far a run is. */
export interface RunProgress {
	/** Takes that have come to an end, of all that were asked for. */
	ended: number;
	all: number;
	/** 0 to 1. */
	share: number;
	/** The same in whole per cents: 100 only when nothing is to go. */
	percent: number;
	/** Takes finished in a minute, by the latest ones; null before three are there. */
	takesAMinute: number | null;
	/** Seconds until the end at that pace; null where it is not known. */
	secondsLeft: number | null;
}

/** Takes that the pace is told from. */
const LATEST = 12;

/**
 * How far a run is and when it will be done.
 * @param made when its latest takes were finished, in milliseconds, in any order
 */
export function progressOf(counts: TakeCounts, made: readonly number[]): RunProgress {
	const open = counts.waiting + counts.running;
	const ended = counts.done + counts.failed + counts.cancelled;
	const all = open + ended;
	const latest = [...made].sort((a, b) => a - b).slice(-LATEST);
	const span = latest.length > 2 ? latest.at(-1)! - latest[0] : 0;
	const takesAMinute = span > 0 ? ((latest.length - 1) * 60_000) / span : null;
	return {
		ended,
		all,
		share: all ? ended / all : 1,
		percent: all ? Math.floor((100 * ended) / all) : 100,
		takesAMinute,
		secondsLeft: open === 0 ? 0 : takesAMinute ? (open * 60) / takesAMinute : null
	};
}

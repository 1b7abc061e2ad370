import type { z } from 'zod';
import {
	chanceDials,
	countRepeats,
	dialOf,
	rackDials,
	stopKey,
	type DialId,
	type PlanRack,
	type Stop
} from '$lib/core/dials';
import { listed } from '$lib/core/wording';

/** A design worked out for a rack: which settings are run, each on the same seeds. */
export interface WorkedOut {
	/** The rack that the settings point into. A scatter puts stops of its own on the number dials. */
	rack: PlanRack;
	/** One row a setting: the index of the stop on each of `dials`. Null for all combinations. */
	rows: number[][] | null;
	/** The dials that the rows are about, in their order: those with two stops or more, but chance. */
	dials: DialId[];
	/**
	 * D-efficiency of the rows for the effects of every dial by itself, 0 to 1. Null for a scatter,
	 * which is not made for stops but for what lies between them.
	 */
	efficiency: number | null;
}

/** What a design chooses among, and the words for it. */
export interface Among {
	rack: PlanRack;
	dials: DialId[];
	/** Numbers of stops of those dials, and of all their combinations. */
	levels: number[];
	all: number;
}

/** What the words of a design are made of. */
export interface Telling extends Among {
	/** "guidance, steps and model". */
	listed: string;
	/** Names of the dials, in the middle of a sentence. */
	names: string[];
	/** "on the same 3 seeds". */
	on: string;
	/** " Efficiency 92%.", or nothing. */
	percent: string;
}

/** A way to choose which settings of a rack are run: everything that the program knows of it. */
export interface DesignKind<Kind extends string = string, D = unknown> {
	kind: Kind;
	label: string;
	/** The design as briefs and plans keep it. */
	schema: z.ZodType<D>;
	/** The design as it begins when it is chosen. */
	begin: (among: Among) => D;
	/** How many settings it has, without making it; only where dials vary. */
	count: (among: Among, design: D) => number;
	/** Works it out; only where dials vary. */
	workOut: (among: Among, design: D) => WorkedOut;
	/** What it can and cannot tell apart, as a sentence. */
	says: (telling: Telling, design: D) => string;
	/** The least and most settings that it may be asked for, where it may be asked for a number. */
	bounds?: (among: Among, design: D) => { least: number; most: number; ofAll: boolean };
	/** Whether working it out takes longer than a frame: then it is done in a worker. */
	slow?: boolean;
}

export const defineDesign = <const Kind extends string, D extends { kind: Kind }>(
	design: DesignKind<Kind, D>
): DesignKind<Kind, D> => design;

/** Dials with two stops or more, but those of chance: what a design chooses among. */
export const chosenAmong = (rack: PlanRack): DialId[] =>
	rackDials.filter((dial) => !chanceDials.includes(dial) && rack[dial].length > 1);

export function amongOf(rack: PlanRack): Among {
	const dials = chosenAmong(rack);
	const levels = dials.map((dial) => rack[dial].length);
	return { rack, dials, levels, all: levels.reduce((product, n) => product * n, 1) };
}

/** All combinations. */
export const whole = ({ rack, dials }: Among): WorkedOut => ({
	rack,
	rows: null,
	dials,
	efficiency: 1
});

/** The stop round which dials are turned: the one that is named, else the middle one of its dial. */
export function baseIndex(rack: PlanRack, dial: DialId, key: string | undefined): number {
	const stops: readonly Stop[] = rack[dial];
	const named = stops.findIndex((stop) => stopKey(stop) === key);
	if (named >= 0) return named;
	return dialOf(dial).step === undefined ? 0 : Math.floor((stops.length - 1) / 2);
}

/** The words that designs are told in. */
export function tellingOf(rack: PlanRack, efficiency: number | null): Telling {
	const among = amongOf(rack);
	const names = among.dials.map((dial) => dialOf(dial).label.toLowerCase());
	const seeds = rack.seed.length;
	return {
		...among,
		names,
		listed: listed(names),
		on: seeds === 1 ? 'on one seed: luck may decide, draw another' : `on the same ${seeds} seeds`,
		percent: efficiency === null ? '' : ` Efficiency ${Math.round(efficiency * 100)}%.`
	};
}

/** What there is to say where nothing varies but chance. */
export const nothingVaries = (rack: PlanRack): string =>
	countRepeats(rack) > 1
		? 'Only the seed varies: this shows how much chance does.'
		: 'One take. Put a second stop on a dial to compare.';

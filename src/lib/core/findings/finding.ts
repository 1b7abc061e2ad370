import type { Known } from './known';

/** Numbers of a finding as a table, for those who do not see its drawing, and for copying. */
interface Table {
	columns: string[];
	rows: (string | number)[][];
}

/** A middle with its ends, on a line of its own. */
export interface Interval {
	label: string;
	middle: number;
	low: number;
	high: number;
	/** Whether it is the one that leads. */
	leads: boolean;
}

/** How a finding is drawn: each kind has one component in the interface. */
export type Drawing =
	/** A dot and a bar a stop; shares 0 to 1, `even` in the middle. */
	| { kind: 'intervals'; rows: Interval[]; even: number; unit: string }
	/** A line with its band along a number dial, stops as dots. */
	| {
			kind: 'curve';
			at: number[];
			middle: number[];
			low: number[];
			high: number[];
			stops: Interval[];
			stopsAt: number[];
			even: number;
			axis: string;
			logarithmic: boolean;
			peak: { low: number; high: number; at: number } | null;
	  }
	/** Two dials together: what differs from the sum of both, in score. */
	| { kind: 'grid'; rows: string[]; columns: string[]; values: number[][]; axes: [string, string] }
	/** Settings by cost and quality, with those that nothing beats in both. */
	| {
			kind: 'frontier';
			points: {
				label: string;
				x: number;
				y: number;
				low: number;
				high: number;
				on: boolean;
				best: boolean;
			}[];
			x: string;
	  }
	/** Shares that were counted. */
	| { kind: 'rates'; rows: (Interval & { count: number; of: number })[]; unit: string };

/** One thing that a finding says. */
export interface Said<Data = unknown> {
	/** Tells it apart from what else the finding says. */
	id: string;
	/** Its title: what it is about. */
	about: string;
	/** The answer, in one or two sentences. */
	says: string;
	/** Its figures, as plain data. */
	data: Data;
	drawing: Drawing | null;
	table: Table | null;
	/** Takes to look at with it, by id. */
	shows?: string[];
}

/** A question that evidence answers: everything that the program knows of it. */
export interface FindingKind<Id extends string = string, Data = unknown> {
	id: Id;
	question: string;
	/** How its figures are worked out, in plain words. */
	method: string;
	/** Where the method is written down. */
	source: string;
	/** Where it stands: beside the answer, among what dials do, or in detail below. */
	place: 'answer' | 'dials' | 'more';
	/** What it says; nothing where evidence says nothing of it. */
	compute: (known: Known) => Said<Data>[];
}

export const defineFinding = <const Id extends string, Data>(
	finding: FindingKind<Id, Data>
): FindingKind<Id, Data> => finding;

import type { Seen } from '../seen';

/** A number that is measured in one picture: everything that the program knows of it. */
export interface Measure<Id extends string = string> {
	id: Id;
	label: string;
	/** What it says of a picture, in a sentence. */
	explained: string;
	/** Where its formula comes from. */
	source: string;
	compute: (picture: Seen) => number;
	/** Its smallest and largest value; no largest where there is no end. */
	scale: { least: number; most?: number };
	/** Which way is better, where one is whatever the picture shows. */
	better?: 'more' | 'less';
	/** The value from which more is a warning, such as burnt colours. */
	warnsFrom?: number;
	/** How it is written. */
	format: (value: number) => string;
}

export const defineMeasure = <const Id extends string>(measure: Measure<Id>): Measure<Id> =>
	measure;

/** Written with so many digits after the point. */
export const digits = (count: number) => (value: number) => value.toFixed(count);

/** A share, 0 to 1, in percent. */
export const percent = (value: number) =>
	value > 0 && value < 0.001 ? '< 0.1%' : `${(value * 100).toFixed(1)}%`;

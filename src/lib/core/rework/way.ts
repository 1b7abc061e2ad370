import type { DialId } from '$lib/core/dials';
import type { TakeSettings } from '$lib/core/contract';
import type { Rack } from '$lib/core/schema';

/** What a way begins from. */
interface Parent {
	/** The rack with every dial held at what made the take. */
	rack: Rack;
	/** What made it. */
	settings: TakeSettings;
	/** SHA-256 of its picture's bytes, under which it is kept; empty where none is begun from. */
	image: string;
	/** The same of another take's that was chosen with it. */
	other?: string;
	/** Whether its model offers something: the name of a feature as cards have it. */
	offers: (feature: string) => boolean;
	/** The lowest guidance that its model takes. */
	leastGuidance: number;
	/** Its model takes sizes that are multiples of so many pixels. */
	multiple: number;
	/** Seeds that were not drawn before. */
	fresh: (count: number) => number[];
}

/** One way of making a nearly right take right: everything that the program knows of it. */
export interface Way<Id extends string = string> {
	id: Id;
	label: string;
	/** What it does to a picture, in a sentence. */
	explained: string;
	/** How a result came from its parent: "varied", "started from it". */
	as: string;
	/** The dials that it turns, in the order in which they stand. */
	dials: readonly DialId[];
	/** Where it turns many: what each few of them fill, of which one is open. */
	slots?: readonly { label: string; dials: readonly DialId[] }[];
	/** Whether an area of the picture is drawn for it. */
	draws?: boolean;
	/** Whether it takes other words. */
	words: boolean;
	/** Whether it makes the picture again from its settings: not where its model cannot be asked. */
	again: boolean;
	/** Whether its picture comes along: as one that takes begin from, or as a lender. */
	begins: boolean;
	/** What it turns on the parent's rack to begin with. */
	begin: (parent: Parent) => Partial<Rack>;
}

export const defineWay = <const Id extends string>(way: Way<Id>): Way<Id> => way;

import type { z } from 'zod';
import type { ModelCard, Size, TakeSettings } from '$lib/core/contract';
import { hash32 } from '$lib/core/random';
import type { Style, TakeWords, Words } from '$lib/core/wording';

/** One of a model's own stops: the `level`-th of so many, and what it comes to for that model. */
export interface OwnStop {
	level: number;
	of: number;
	value: number;
}

/** A value put on a dial. */
export type Stop = string | number | Size | readonly Style[] | OwnStop;

/** Which of a model's own stops something was made with, by dial: the `level`-th `of` so many, from 1. */
export type Levels = Record<string, { level: number; of: number }>;

/** Something with settings, such as a take. */
export interface Made {
	settings: TakeSettings;
	words?: TakeWords;
	levels?: Levels;
}

/** Settings in the making. */
export interface Draft {
	settings: Partial<TakeSettings>;
	words?: Partial<TakeWords>;
	levels?: Levels;
}

/** What a dial sees of the rack that it stands on. */
interface RackSeen {
	model: readonly string[];
	/** Models' own stops, by dial and by model. */
	own: Readonly<Record<string, Readonly<Record<string, readonly number[]>> | undefined>>;
}

/** What of a brief its words put on dials. */
export interface BriefWords {
	prompt: string;
	negative: string;
	words: Pick<Words, 'stack' | 'versions' | 'negatives'>;
}

/** Why a dial cannot be run as it is set. */
export interface DialProblem {
	says: string;
	mend?: {
		/** As a button says it. */
		says: string;
		/** Stops by dial; absent where it is mended under Words. */
		change?: Record<string, unknown>;
	};
}

/** Which control turns a dial. */
export type Control =
	| { kind: 'models' | 'seeds' | 'batch' | 'wordings' | 'styles' | 'negatives' }
	/** Pictures that are kept here; `none` says what is so without one. */
	| { kind: 'pictures'; none: string }
	/** Set on a board of its own, not on the rack. */
	| { kind: 'board' }
	/** An upright scale. */
	| {
			kind: 'scale';
			/** Its ends, and the smallest stop where it begins below that. */
			min: number;
			max: number;
			least?: number;
			/** What an arrow key moves a stop by. */
			nudge: number;
			/** Distance of the ticks, and of those that carry a number. @default tick */
			tick: number;
			label?: number;
			/** What the ends mean, in words. */
			ends?: { top: string; bottom: string };
			/** The range of a model, where models differ: its ends take the place of the scale's. */
			range?: (card: ModelCard) => ModelCard['guidance'];
	  }
	/** A list to choose from, as models' cards offer it. */
	| {
			kind: 'choice';
			/** Offered by a card: keys of stops, and what more there is to say of them. */
			offered: (card: ModelCard) => readonly { key: string; title?: string }[];
			/** Whether more can be taught from pictures, where a model offers that. */
			taught?: boolean;
			/** Whether models that are not chosen offer theirs, too. */
			ofAll?: boolean;
	  };

/** How a dial stands in a table of settings: its columns' names, and how a cell is read. */
interface DialTable {
	/** Names that its column goes under, besides its id and its label; in small letters. */
	names?: readonly string[];
	/** Where cells are numbers: their bounds, and whether they are whole. */
	number?: { least: number; most: number; whole: boolean };
	/** Reads any other cell: its stop, or why it is none. @default the text, at most 100 characters */
	read?: (text: string) => { stop: Stop } | { problem: string };
}

/** One setting that can be varied: everything that the program knows of it. */
export interface Dial<Id extends string = string, S = unknown> {
	id: Id;
	label: string;
	/** The label in the middle of a sentence, for more than one stop. */
	many: string;
	/** What the dial does, in a sentence for someone who has never turned it. */
	explained: string;
	/** A stop as racks keep it. */
	stop: z.ZodType<S>;
	/** The stop that changes nothing: a rack that says nothing of the dial is held at it. */
	rest?: S;
	/** The stops that a brief's words make, where they do not stand on its rack. */
	ofWords?: (brief: BriefWords) => S[];
	/** The stop that something was made with. */
	read: (made: Made) => Stop;
	/** Settings with this dial turned to a stop. */
	write: (draft: Draft, stop: Stop) => Draft;
	/** The stop in words, as labels show it. */
	format: (stop: Stop, cards?: readonly ModelCard[]) => string;
	/** Order of stops along a scale; negative when `a` comes first, 0 where there is no scale. */
	compare: (a: Stop, b: Stop) => number;
	/** Whether settings that are not whole say something of this dial. */
	said: (draft: Draft) => boolean;
	/** Whether settings that say nothing of it have none of it, rather than leave it open. */
	restIn?: (draft: Draft) => boolean;
	/** Whether it changes nothing of something: an adapter, a start picture that it has not. */
	idle?: (made: Made) => boolean;
	/**
	 * Its places: in a plan as it is written, on the rack, as an axis of a sheet, each from the first;
	 * in a run from the slowest to change, so that one seed goes through all settings before the next.
	 */
	order: { plan: number; rack: number; sheet: number; run: number };
	/** Whether its stops differ by chance alone: none is better than another. */
	chance?: boolean;
	/** Whether price and time of a take depend on it. */
	priced?: boolean;
	/** Stops that a brief may have on it, where that is another number than usual. */
	most?: number;
	/** Whether takes that differ on it alone share what is prepared for their words, frame and model. */
	keepsPrepared?: boolean;
	/** Number dials: distance of stops that a scatter, or a spread over a range, keeps to. */
	step?: number;
	/** Where pictures move along it from stop to stop: its place among such dials. */
	moves?: number;
	/** Whether equal factors of its stops are equal steps, as of a count. */
	logarithmic?: boolean;
	/** Whether its stops are best set in figures. */
	figures?: boolean;
	/** Whether its stops are texts, of which labels show only the words that differ. */
	text?: boolean;
	/** Whether its quoted words alone name a stop in a sentence. */
	namedByWords?: boolean;
	/** In the line that says what takes share: by itself, after its label, or not at all. @default label */
	told?: 'itself' | 'label' | 'not';
	/** Whether rest stands for none: it gives way to the first other stop that is put beside it. */
	restYields?: boolean;
	/** The dial without which it does nothing, and what is said where it is varied all the same. */
	follows?: { dial: string; alone: string; beside: string };
	/**
	 * Put on the rack when it is wanted, under this name; `varied`: shown there when it varies only;
	 * `brought`: settings bring it along, nobody puts it there, and in a line it says nothing new.
	 */
	extra?: { label: string; varied?: boolean; brought?: boolean };
	/** Pictures that a stop brings along: SHA-256 of their bytes, under which they are kept. */
	pictures?: (stop: Stop) => string[];
	/** So many such pictures, of all dials that lend together, a take has at most. */
	lends?: number;
	/** What of it a model cannot do. */
	problemsOf?: (
		card: ModelCard,
		at: { stops: readonly S[]; own: boolean; rack: RackSeen; cards: readonly ModelCard[] }
	) => DialProblem[];
	/** What is wrong with it whatever the model. */
	problems?: (at: { stops: readonly S[]; cards: readonly ModelCard[] }) => DialProblem[];
	control: Control;
	table: DialTable;
}

/** A dial as it is written down: what is usual may be left out. */
export type DialSpec<Id extends string, S> = Omit<
	Dial<Id, S>,
	'format' | 'compare' | 'said' | 'table'
> &
	Partial<Pick<Dial<Id, S>, 'format' | 'compare' | 'said' | 'table'>>;

/**
 * One dial, with what is usual filled in. The register in `register.ts` holds them all. Whether it has
 * a rest, or stops of the words, is part of its type: the types of racks follow from that.
 */
export function defineDial<const Id extends string, S>(
	spec: DialSpec<Id, S> & { rest: S }
): Dial<Id, S> & { rest: S };
export function defineDial<const Id extends string, S>(
	spec: DialSpec<Id, S> & { ofWords: (brief: BriefWords) => S[] }
): Dial<Id, S> & { ofWords: (brief: BriefWords) => S[] };
export function defineDial<const Id extends string, S>(spec: DialSpec<Id, S>): Dial<Id, S>;
export function defineDial<Id extends string, S>(spec: DialSpec<Id, S>): Dial<Id, S> {
	return {
		format: (stop) => stopKey(stop),
		compare: (a, b) => (typeof a === 'number' && typeof b === 'number' ? a - b : 0),
		said: (draft) => spec.read(draft as Made) !== undefined,
		table: {},
		...spec
	};
}

/** Settings with one field set. */
export const withField = (draft: Draft, field: keyof TakeSettings, value: unknown): Draft => ({
	...draft,
	settings: { ...draft.settings, [field]: value }
});

/** A stop as text that is equal for equal stops alone. */
export function stopKey(stop: Stop): string {
	if (typeof stop !== 'object') return String(stop);
	if ('width' in stop) return `${stop.width}x${stop.height}`;
	if ('level' in stop) return `${stop.level} of ${stop.of}`;
	// Two styles of one name may have other words.
	if (!stop.length) return '';
	const words = JSON.stringify(stop.map(({ name, add, leaveOut }) => [name, add, leaveOut]));
	return `${styleNames(stop)} ~${hash32(words).toString(36)}`;
}

/** Styles by their names. */
export const styleNames = (styles: readonly Style[]): string =>
	styles.map(({ name }) => name).join(' + ');

/** Whether a stop is a place among models' own. */
export const isOwnStop = (stop: Stop): stop is OwnStop =>
	typeof stop === 'object' && 'level' in stop;

const levelNames: Record<string, string> = {
	'1 of 2': 'low',
	'2 of 2': 'high',
	'1 of 3': 'low',
	'2 of 3': 'middle',
	'3 of 3': 'high'
};

/** The value that was sent to the model: of a per-model value, its number. */
export const sentStop = (stop: Stop): Exclude<Stop, OwnStop> =>
	isOwnStop(stop) ? stop.value : stop;

/** A place in a model's own stops, in words. */
export const levelName = (stop: OwnStop): string =>
	stop.of === 1 ? 'each its own' : (levelNames[stopKey(stop)] ?? stopKey(stop));

/** The stop that something was made with, in words: of models' own stops the value, and its place. */
export function toldStop(dial: Dial, made: Made, cards?: readonly ModelCard[]): string {
	const stop = dial.read(made);
	if (!isOwnStop(stop)) return dial.format(stop, cards);
	return stop.of === 1 ? String(stop.value) : `${stop.value} (${levelName(stop)} of its own)`;
}

/** The stop that something was made with, as a table has it: a value that can be reckoned with. */
export function writtenStop(dial: Dial, made: Made): string | number {
	const stop = dial.read(made);
	if (typeof stop !== 'object') return stop;
	if ('level' in stop) return stop.value;
	return 'width' in stop ? stopKey(stop) : styleNames(stop);
}

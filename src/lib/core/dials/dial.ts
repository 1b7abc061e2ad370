import { hash32 } from '$lib/core/random';
import type {
	Levels,
	ModelCard,
	PlanRack,
	Size,
	Style,
	TakeSettings,
	TakeWords
} from '$lib/core/schema';

/** One of a model's own stops: the `level`-th of so many, and what it comes to for that model. */
export interface OwnStop {
	level: number;
	of: number;
	value: number;
}

/** A value put on a dial. */
export type Stop = string | number | Size | readonly Style[] | OwnStop;

/** Every dial: each has its stops in a plan. */
export type DialId = Exclude<keyof PlanRack, 'own'>;

/** Dials on which a model may have stops of its own. */
export type OwnDialId = keyof Levels;

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

/** One setting that can be varied. */
export interface Dial {
	id: DialId;
	label: string;
	/** The label in the middle of a sentence, for more than one stop. */
	many: string;
	/** What the dial does, in a sentence for someone who has never turned it. */
	explained: string;
	/** The stop that something was made with. */
	read: (made: Made) => Stop;
	/** Settings with this dial turned to a stop. */
	write: (draft: Draft, stop: Stop) => Draft;
	/** The stop in words, as labels show it. */
	format: (stop: Stop, cards?: readonly ModelCard[]) => string;
	/** Order of stops along a scale; negative when `a` comes first, 0 where there is no scale. */
	compare: (a: Stop, b: Stop) => number;
}

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

/** Fields of the settings whose value is a stop by itself. */
type PlainField = {
	[K in keyof TakeSettings]-?: TakeSettings[K] extends string | number ? K : never;
}[keyof TakeSettings];

type About = Pick<Dial, 'id' | 'label' | 'many' | 'explained'> &
	Partial<Pick<Dial, 'format' | 'compare'>>;

const usual: Pick<Dial, 'format' | 'compare'> = {
	format: (stop) => stopKey(stop),
	compare: (a, b) => (typeof a === 'number' && typeof b === 'number' ? a - b : 0)
};

/** A dial that reads and writes one field of the settings. */
export function fieldDial<
	K extends Exclude<PlainField, 'width' | 'height' | 'prompt' | 'negative'>
>(field: K, dial: About): Dial {
	return {
		read: ({ settings }) => settings[field],
		write: (draft, stop) => ({ ...draft, settings: { ...draft.settings, [field]: stop } }),
		...usual,
		...dial
	};
}

const levelNames: Record<string, string> = {
	'1 of 2': 'low',
	'2 of 2': 'high',
	'1 of 3': 'low',
	'2 of 3': 'middle',
	'3 of 3': 'high'
};

/** A place in a model's own stops, in words. */
export const levelName = (stop: OwnStop): string =>
	stop.of === 1 ? 'each its own' : (levelNames[stopKey(stop)] ?? stopKey(stop));

/** The stop that something was made with, in words: of models' own stops the value, and its place. */
export function toldStop(dial: Dial, made: Made, cards?: readonly ModelCard[]): string {
	const stop = dial.read(made);
	if (typeof stop !== 'object' || !('level' in stop)) return dial.format(stop, cards);
	return stop.of === 1 ? String(stop.value) : `${stop.value} (${levelName(stop)} of its own)`;
}

/** The stop that something was made with, as a table has it: a value that can be reckoned with. */
export function writtenStop(dial: Dial, made: Made): string | number {
	const stop = dial.read(made);
	if (typeof stop !== 'object') return stop;
	if ('level' in stop) return stop.value;
	return 'width' in stop ? stopKey(stop) : styleNames(stop);
}

/** A number dial on which a model may have stops of its own. */
export function ownDial(field: OwnDialId, about: About): Dial {
	const level = (stop: Stop): number =>
		typeof stop === 'object' && 'level' in stop ? stop.level : Infinity;
	return {
		...fieldDial(field, about),
		read: ({ settings, levels }) => {
			const own = levels?.[field];
			return own ? { ...own, value: settings[field] } : settings[field];
		},
		write: ({ levels, ...draft }, stop) => {
			const { [field]: _, ...others } = levels ?? {};
			if (typeof stop !== 'object' || !('level' in stop))
				return {
					...draft,
					...(Object.keys(others).length ? { levels: others } : {}),
					settings: { ...draft.settings, [field]: stop }
				};
			const { value, ...own } = stop;
			return {
				...draft,
				levels: { ...others, [field]: own },
				settings: { ...draft.settings, [field]: value }
			};
		},
		format: (stop) =>
			typeof stop === 'object' && 'level' in stop ? levelName(stop) : stopKey(stop),
		compare: (a, b) =>
			typeof a === 'number' && typeof b === 'number' ? a - b : level(a) - level(b) || 0
	};
}

/**
 * A dial of the words. Whatever of wording, negative prompt and styles is turned, the words that are
 * sent are made up anew of all three.
 */
export function wordsDial(
	field: keyof TakeWords,
	read: Dial['read'],
	sent: (
		words: Omit<TakeWords, 'styles'>,
		styles: readonly Style[]
	) => { prompt: string; negative: string },
	dial: About
): Dial {
	return {
		read,
		write: (draft, stop) => {
			const words: Partial<TakeWords> = { ...draft.words, [field]: stop };
			const { prompt, negative } = sent(
				{ wording: words.wording ?? '', negative: words.negative ?? '' },
				words.styles ?? []
			);
			return {
				...draft,
				words,
				settings: {
					...draft.settings,
					...(words.wording === undefined ? {} : { prompt }),
					...(words.negative === undefined ? {} : { negative })
				}
			};
		},
		...usual,
		...dial
	};
}

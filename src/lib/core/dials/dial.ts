import type { ModelCard, PlanRack, Size, Style, TakeSettings, TakeWords } from '$lib/core/schema';

/** A value put on a dial. */
export type Stop = string | number | Size | readonly Style[];

/** Every dial: each has its stops in a plan. */
export type DialId = keyof PlanRack;

/** Something with settings, such as a take. */
export interface Made {
	settings: TakeSettings;
	words?: TakeWords;
}

/** Settings in the making. */
export interface Draft {
	settings: Partial<TakeSettings>;
	words?: Partial<TakeWords>;
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
	return stop.map(({ name }) => name).join(' + ');
}

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

import type { ModelCard, Rack, Size, TakeSettings } from '$lib/core/schema';

/** A value put on a dial. */
export type Stop = string | number | Size;

/** Dials that the rack has stops for. */
export type RackDial = keyof Rack;

/** Every dial, those that are set elsewhere than on the rack too. */
export type DialId = RackDial | 'wording' | 'negative';

/** One setting that can be varied. */
export interface Dial {
	id: DialId;
	label: string;
	/** The label in the middle of a sentence, for more than one stop. */
	many: string;
	/** What the dial does, in a sentence for someone who has never turned it. */
	explained: string;
	/** The stop that a take was made with. */
	read: (settings: TakeSettings) => Stop;
	/** Settings with this dial turned to a stop. */
	write: <T extends Partial<TakeSettings>>(settings: T, stop: Stop) => T;
	/** The stop in words, as labels show it. */
	format: (stop: Stop, cards?: readonly ModelCard[]) => string;
	/** Order of stops along a scale; negative when `a` comes first, 0 where there is no scale. */
	compare: (a: Stop, b: Stop) => number;
}

/** A stop as text that is equal for equal stops alone. */
export function stopKey(stop: Stop): string {
	return typeof stop === 'object' ? `${stop.width}x${stop.height}` : String(stop);
}

/** Fields of the settings whose value is a stop by itself. */
type PlainField = {
	[K in keyof TakeSettings]-?: TakeSettings[K] extends string | number ? K : never;
}[keyof TakeSettings];

/** A dial that reads and writes one field of the settings. */
export function fieldDial<K extends Exclude<PlainField, 'width' | 'height'>>(
	field: K,
	dial: Pick<Dial, 'id' | 'label' | 'many' | 'explained'> &
		Partial<Pick<Dial, 'format' | 'compare'>>
): Dial {
	return {
		read: (settings) => settings[field],
		write: (settings, stop) => ({ ...settings, [field]: stop }),
		format: (stop) => stopKey(stop),
		compare: (a, b) => (typeof a === 'number' && typeof b === 'number' ? a - b : 0),
		...dial
	};
}

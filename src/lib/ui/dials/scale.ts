/** An upright scale in pixels: its largest value at the top. */
export interface Scale {
	min: number;
	max: number;
	/** Pixels from the top. */
	y: (value: number) => number;
	/** The value at so many pixels from the top, on the nearest step within the scale. */
	valueAt: (y: number) => number;
	ticks: { value: number; major: boolean }[];
}

/** Pixels left free above and below a scale. */
const TOP = 12;

/** Makes a scale of a height in pixels, 144 at least. */
export function makeScale(
	height: number,
	{
		min,
		max,
		least,
		step,
		tick,
		label
	}: { min: number; max: number; least: number; step: number; tick: number; label: number }
): Scale {
	const room = Math.max(120, height - 2 * TOP);
	const tidy = (value: number) => Number(value.toFixed(6));
	return {
		min,
		max,
		y: (value) => TOP + ((max - value) / (max - min)) * room,
		valueAt: (y) =>
			within(Math.round((max - ((y - TOP) / room) * (max - min)) / step) * step, least, max),
		ticks: Array.from({ length: Math.floor((max - min) / tick + 1e-9) + 1 }, (_, i) => {
			const value = tidy(min + i * tick);
			return { value, major: Math.abs(value / label - Math.round(value / label)) < 1e-9 };
		})
	};
}

/** A value kept between two others, without the dust of floating-point steps. */
export const within = (value: number, least: number, most: number): number =>
	Number(Math.min(most, Math.max(least, value)).toFixed(6));

/** Stops in their order, each once. */
export const sortedStops = (values: readonly number[]): number[] =>
	[...new Set(values.map((value) => Number(value.toFixed(3))))].sort((a, b) => a - b);

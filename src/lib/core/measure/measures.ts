import type { Measured } from '$lib/core/schema';
import { burnt } from './burnt';
import { detail } from './detail';
import { perceptualHash } from './likeness';
import { luma } from './luma';
import { palette } from './palette';
import { tone } from './tone';

/** A number that is measured in one picture. */
export interface Measure {
	id: MeasureId;
	label: string;
	/** What it says of a picture, in a sentence. */
	explained: string;
	/** Where its formula comes from. */
	source: string;
	/** How it is written. */
	format: (value: number) => string;
	/** Whether more is a warning, such as burnt colours. */
	warns?: boolean;
}

/** The numbers of what is measured: a new one is a field of `Measured` and an entry below. */
export type MeasureId = {
	[K in keyof Measured]: Measured[K] extends number ? K : never;
}[keyof Measured];

const digits = (count: number) => (value: number) => value.toFixed(count);
const percent = (value: number) =>
	value > 0 && value < 0.001 ? '< 0.1%' : `${(value * 100).toFixed(1)}%`;

/** Every measure of one picture, in the order in which they are shown. */
export const measures: readonly Measure[] = [
	{
		id: 'sharpness',
		label: 'Sharpness',
		explained: 'How strongly neighbouring pixels differ: it falls when a picture is soft.',
		source: 'Pech-Pacheco et al. 2000',
		format: digits(0)
	},
	{
		id: 'noise',
		label: 'Noise',
		explained: 'Grain that no edge explains, in steps of 255: texture counts a little too.',
		source: 'Immerkaer 1996',
		format: digits(1)
	},
	{
		id: 'contrast',
		label: 'Contrast',
		explained: 'How far lightness spreads round its mean: 0 is flat, 0.5 black and white.',
		source: 'Peli 1990',
		format: digits(2)
	},
	{
		id: 'lightness',
		label: 'Lightness',
		explained: 'Mean lightness, 0 black to 100 white.',
		source: 'CIE 15, L*',
		format: digits(0)
	},
	{
		id: 'colourfulness',
		label: 'Colourfulness',
		explained: 'How strong and various the colours are: 15 is slight, 60 rich, 100 extreme.',
		source: 'Hasler and Suesstrunk 2003',
		format: digits(0)
	},
	{
		id: 'clipped',
		label: 'Clipped',
		explained: 'Share of the picture that is pure black or pure white: nothing can be seen there.',
		source: 'common practice',
		format: percent,
		warns: true
	},
	{
		id: 'oversaturated',
		label: 'Over-saturated',
		explained: 'Share with colours as strong as a screen can show: a sign of guidance too high.',
		source: 'common practice',
		format: percent,
		warns: true
	},
	{
		id: 'edges',
		label: 'Edges',
		explained: 'Share of the picture that is a clear edge: more is busier.',
		source: 'Sobel gradient, threshold of our own',
		format: percent
	}
];

/** A measure by its id. Throws on an id that there is not. */
export function measureOf(id: MeasureId): Measure {
	const measure = measures.find((one) => one.id === id);
	if (!measure) throw new Error(`There is no measure "${id}".`);
	return measure;
}

/** Whether a text is the id of a measure, as when it comes from an address. */
export const isMeasureId = (id: string | null): id is MeasureId =>
	measures.some((one) => one.id === id);

/**
 * Measures a picture.
 * @param pixels red, green, blue bytes, row by row
 * @param small the same picture with a longer side of about 128 pixels, for its palette
 */
export function measurePicture(
	pixels: Uint8Array,
	width: number,
	height: number,
	small: Uint8Array
): Measured {
	const grey = luma(pixels, width, height);
	const { lightness, contrast, colourfulness } = tone(pixels);
	return {
		...detail(grey),
		...burnt(pixels),
		lightness,
		contrast,
		colourfulness,
		palette: palette(small),
		hash: perceptualHash(grey)
	};
}

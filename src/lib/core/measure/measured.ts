import { z } from 'zod';
import { perceptualHash } from './likeness';
import { measures, type Measure, type MeasureId } from './measures';
import { palette } from './palette';
import { Seen } from './seen';

/** What was measured in one picture. */
export const Measured = z.object({
	/** By the id of the measure: what came after it was measured is not there. */
	values: z.record(z.string().max(60), z.number()),
	/** Largest share first. */
	palette: z
		.array(
			z.object({
				name: z.string().max(60),
				hex: z.string().regex(/^#[0-9a-f]{6}$/),
				share: z.number().min(0).max(1)
			})
		)
		.max(32),
	/** Perceptual hash, 16 hexadecimal digits. */
	hash: z.string().regex(/^[0-9a-f]{16}$/)
});
export type Measured = z.infer<typeof Measured>;

/** A value of a picture; undefined while it is not measured. */
export const valueOf = (measured: Measured | undefined, id: MeasureId): number | undefined =>
	measured?.values[id];

/** How a value is written; nothing where there is none. */
export const writtenValue = (measured: Measured | undefined, { id, format }: Measure<MeasureId>) =>
	measured?.values[id] === undefined ? '' : format(measured.values[id]);

/** The measures that were not taken of a picture yet. */
export const missingMeasures = (measured: Measured | undefined): readonly Measure<MeasureId>[] =>
	measures.filter(({ id }) => measured?.values[id] === undefined);

/**
 * Measures a picture: what is known of it already is kept.
 * @param pixels red, green, blue bytes, row by row
 * @param small the same picture with a longer side of about 128 pixels, for its palette
 */
export function measurePicture(
	pixels: Uint8Array,
	width: number,
	height: number,
	small: Uint8Array,
	known?: Measured
): Measured {
	const seen = new Seen(pixels, width, height);
	const values = { ...known?.values };
	for (const { id, compute } of missingMeasures(known)) values[id] = compute(seen);
	return {
		values,
		palette: known?.palette ?? palette(small),
		hash: known?.hash ?? perceptualHash(seen.grey)
	};
}

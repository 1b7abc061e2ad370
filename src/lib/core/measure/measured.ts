import { z } from 'zod';
import { filledOf, solidOf, type Rgba } from './clear';
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
 * Measures a picture: what is known of it already is kept. What is clear in it isn't measured.
 *
 * @param picture red, green, blue, alpha bytes, row by row
 * @param small the same, with a longer side of about 128 pixels, for its palette
 */
export function measurePicture(
	{ pixels, width, height }: { pixels: Rgba; width: number; height: number },
	small: Rgba,
	known?: Measured
): Measured {
	const solid = solidOf(pixels);
	const filled = solid.length === width * height * 3 ? solid : filledOf(pixels);
	const seen = new Seen(filled, width, height, solid);
	const values = { ...known?.values };
	for (const { id, compute } of missingMeasures(known)) values[id] = compute(seen);
	return {
		values,
		palette: known?.palette ?? palette(solidOf(small)),
		hash: known?.hash ?? perceptualHash(seen.grey)
	};
}

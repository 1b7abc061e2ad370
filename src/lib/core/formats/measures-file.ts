import { z } from 'zod';
import { Measured, measures } from '$lib/core/measure';

/**
 * What stands in an archive's `measures.json`: what was measured in the pictures of its takes. Each
 * says of which bytes it was measured, so that it goes with no other picture.
 */
const MeasuresFile = z.object({
	format: z.literal('dial-pick/measures'),
	version: z.literal(1),
	/** By take. */
	takes: z.record(z.string(), z.unknown())
});

const Row = Measured.extend({
	/** Check sum of the picture (CRC-32), as ZIP takes it. */
	crc32: z.int().min(0).max(0xffffffff)
});

/** @param sums check sums of the pictures, by take; what has none is left out */
export function writeMeasures(
	measured: ReadonlyMap<string, Measured>,
	sums: ReadonlyMap<string, number>
): string {
	const takes: Record<string, z.infer<typeof Row>> = {};
	for (const [id, crc32] of sums) {
		const one = measured.get(id);
		if (one) takes[id] = { crc32, values: one.values, palette: one.palette, hash: one.hash };
	}
	const file = {
		format: 'dial-pick/measures',
		version: 1,
		takes
	} satisfies z.infer<typeof MeasuresFile>;
	return JSON.stringify(file);
}

/**
 * What was measured in pictures with these check sums, by take. Anything else is passed over: it can
 * be measured anew.
 */
export function readMeasures(
	text: string,
	sums: ReadonlyMap<string, number>
): Map<string, Measured> {
	const found = new Map<string, Measured>();
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch {
		return found;
	}
	const { data: file } = MeasuresFile.safeParse(value);
	if (!file) return found;
	for (const [id, sum] of sums) {
		const { data: row } = Row.safeParse(Object.hasOwn(file.takes, id) ? file.takes[id] : null);
		if (row?.crc32 !== sum) continue;
		// What is measured by measures of another version is not known here.
		const values = Object.fromEntries(
			measures.flatMap((one) => (one.id in row.values ? [[one.id, row.values[one.id]]] : []))
		);
		found.set(id, { values, palette: row.palette, hash: row.hash });
	}
	return found;
}

import { z } from 'zod';
import { Stroke } from '$lib/core/area';
import { feathered, reducedTo, unpackMask } from '$lib/core/cut';
import { defineEdit } from '../edit';

/** Longer side of the mask that a thing is cut out by, in pixels. */
export const CUT_SIDE = 256;

/** One stroke that says what is kept: drawn round the thing, along what is kept, along what is left. */
export const CutStroke = Stroke.extend({ says: z.enum(['within', 'keep', 'leave']) });
export type CutStroke = z.infer<typeof CutStroke>;

/** How a thing is cut out of its ground. */
const Cutout = z.strictObject({
	/** What was drawn, so that it can be gone on with. */
	strokes: z.array(CutStroke).max(500),
	/** The edge: 0 crisp to 1 soft. */
	soft: z.number().min(0).max(1),
	/** The mask's pixels: the picture's, its longer side `CUT_SIDE` at most. */
	width: z.int().min(1).max(CUT_SIDE),
	height: z.int().min(1).max(CUT_SIDE),
	/** What is kept, as `packMask` packs it. */
	mask: z.string().max(20_000)
});
type Cutout = z.infer<typeof Cutout>;

/** What is kept of a picture. */
export type CutMask = Pick<Cutout, 'mask' | 'width' | 'height'>;

export const cutout = defineEdit({
	id: 'cutout',
	label: 'Cut out',
	value: Cutout,
	idle: ({ mask }) => mask === '',
	apply: (sheet, { mask, width, height, soft }) => {
		// A preview has a rounded size of its own: its mask is the picture's.
		const small = reducedTo(sheet, { width, height });
		const kept = feathered(sheet, small, unpackMask(mask, width * height), soft);
		const pixels = sheet.pixels.slice();
		for (let p = 0; p < kept.length; p++) pixels[p * 4 + 3] = (pixels[p * 4 + 3] * kept[p]) / 255;
		return { width: sheet.width, height: sheet.height, pixels };
	},
	says: ({ soft }) => `cut out${soft ? `, edge ${Math.round(100 * soft)}% soft` : ''}`
});

import type { ReferenceUse, StartFit } from '$lib/core/contract';

/** A picture in memory: `width * height * 3` bytes, red, green, blue. */
export interface Bitmap {
	width: number;
	height: number;
	pixels: Uint8Array;
}

/** The pictures that a take brings along, decoded and scaled by the caller. */
export interface Materials {
	/** The start picture, as large as the frame. */
	start?: Bitmap;
	/** How the start picture was set into the frame. @default fill */
	fit?: StartFit;
	/** `width * height` bytes of the frame: 0 keeps the start picture, 255 makes it anew. */
	mask?: Uint8Array;
	/** References, as large as the frame. */
	references?: { bitmap: Bitmap; use: ReferenceUse; weight: number }[];
	/** Pictures that taught an adapter, as large as the frame, with its weight. */
	taught?: { pictures: Bitmap[]; weight: number }[];
}

/** What of a scene's layers a medium may ask to see by itself. */
export type Layer = 'backdrop' | 'matte' | 'near';

/** A painted scene before its medium: `width * height` pixels. What its medium does not see is empty. */
export interface Plate {
	/** Red, green, blue, alpha bytes; alpha is not read. */
	pixels: Uint8ClampedArray;
	/** What lies behind the actors alone, in the same bytes. */
	backdrop: Uint8ClampedArray;
	/** Opacity of the actors, and of what lies before them, a byte a pixel. */
	matte: Uint8Array;
	near: Uint8Array;
	width: number;
	height: number;
	/** Pixels to a stage unit. */
	unit: number;
	/** Chooses among this medium's accidents; the same for a scene at every size. */
	seed: number;
}

/** A way of making a picture: paint, print, line or film. */
export interface Medium {
	id: string;
	label: string;
	words: string[];
	/** Layers that it sees by themselves: taking them off takes time and memory. */
	sees: readonly Layer[];
	/** Turns the plate into `width * height * 3` bytes. */
	finish(plate: Plate): Uint8Array;
}

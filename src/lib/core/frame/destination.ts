import type { Size } from '$lib/core/contract';

/** Where pictures go, by use. */
export interface Destination {
	id: string;
	label: string;
	/** Width over height. */
	ratio: number;
	/** How the ratio is written. */
	written: string;
	/** Pixels that are wanted there. Common practice, no source; papers by ISO 216 at 300 dots per inch. */
	pixels: Size;
}

const destination = (id: string, label: string, written: string, width: number, height: number) => {
	const [w, h] = written.split(':').map(Number);
	return { id, label, ratio: w / h, written, pixels: { width, height } };
};

export const destinations: readonly Destination[] = [
	destination('square', 'square', '1:1', 1080, 1080),
	destination('wide', 'video', '16:9', 1920, 1080),
	destination('story', 'story', '9:16', 1080, 1920),
	destination('page', 'page', '3:4', 1536, 2048),
	destination('cover', 'cover', '2:3', 1600, 2400),
	destination('banner', 'banner', '3:1', 2400, 800),
	{
		id: 'sheet',
		label: 'print',
		ratio: 210 / 297,
		written: 'A4',
		pixels: { width: 2480, height: 3508 }
	}
];

/** What must be done to a picture to fill a destination. */
export interface Need {
	/** Share of the picture that is cut off to come to the ratio, 0 to 1. */
	cropped: number;
	/** How many times it must be enlarged afterwards; 1 or less where it is large enough. */
	enlarge: number;
}

/** Crop and enlargement that a frame needs to fill so many pixels without bars. */
export function needFor(frame: Size, wanted: Size): Need {
	const ratio = wanted.width / wanted.height;
	const own = frame.width / frame.height;
	const cropped = own > ratio ? 1 - ratio / own : 1 - own / ratio;
	const kept = own > ratio ? frame.height * ratio : frame.width;
	return { cropped, enlarge: wanted.width / kept };
}

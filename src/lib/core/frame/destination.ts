import { z } from 'zod';
import { Size } from '$lib/core/contract';
import { ratioLabel } from './frame';
import { readUse } from './read-frame';

/** A use of pictures as it is kept: its name, and its size as people write it. */
export const Use = z.object({
	id: z.string().min(1).max(100),
	label: z.string().min(1).max(60),
	/** "1080 x 1920", "60 mm", "3 m x 1 m at 100 dpi", "A5", "4:5". */
	written: z
		.string()
		.min(1)
		.max(60)
		.refine((text) => !('problem' in readUse(text)), 'no size can be read of it')
});
export type Use = z.infer<typeof Use>;

/** So many destinations a brief has at most. */
export const MOST_USES = 40;

/** Where pictures go, by use. */
export interface Destination extends Use {
	/** Its size in a few letters. */
	short: string;
	/** Width over height. */
	ratio: number;
	/** Pixels that are wanted there; null where a ratio alone was asked for. */
	pixels: Size | null;
	/** Dots per inch of a print. */
	dpi?: number;
}

/** A use with what its size comes to. */
export function destinationOf({ id, label, written }: Use): Destination {
	const read = readUse(written);
	if ('problem' in read) throw new Error(read.problem);
	const { asked: ratio, target: pixels, kind, dpi } = read;
	const short = kind === 'pixels' ? ratioLabel(pixels!).replaceAll(' ', '') : written;
	return { id, label, written, short, ratio, pixels, ...(dpi ? { dpi } : {}) };
}

const use = (id: string, label: string, written: string): Use => ({ id, label, written });

/** Uses that every brief begins with. Sizes are common practice, no source; papers by ISO 216. */
export const usualUses: readonly Use[] = [
	use('square', 'square', '1080 x 1080'),
	use('wide', 'video', '1920 x 1080'),
	use('story', 'story', '1080 x 1920'),
	use('page', 'page', '1536 x 2048'),
	use('cover', 'cover', '1600 x 2400'),
	use('banner', 'banner', '2400 x 800'),
	use('sheet', 'print', 'A4')
];

/** Further ones to choose from. Common practice, no source. */
export const furtherUses: readonly Use[] = [
	use('thumbnail', 'thumbnail', '1280 x 720'),
	use('label', 'label', '90 mm x 60 mm'),
	use('jar', 'jar lid', '60 mm'),
	use('card', 'card', '85 mm x 55 mm'),
	use('postcard', 'postcard', 'A6 wide'),
	use('poster', 'poster', 'A2'),
	use('wall', 'wall banner', '3 m x 1 m at 100 dpi')
];

/** Destinations of a brief: its own list, or the usual one. */
export const destinationsOf = (uses: readonly Use[] = usualUses): Destination[] =>
	uses.map(destinationOf);

/** The usual ones. */
export const destinations: readonly Destination[] = destinationsOf();

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

/** The same for a destination: where a ratio alone is asked for, any size is enough. */
export const needOf = (frame: Size, { ratio, pixels }: Destination): Need =>
	pixels ? needFor(frame, pixels) : { ...needFor(frame, { width: ratio, height: 1 }), enlarge: 1 };

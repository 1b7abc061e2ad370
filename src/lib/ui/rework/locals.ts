import ColoursBoard from './ColoursBoard.svelte';
import CropBoard from './CropBoard.svelte';
import CutBoard from './CutBoard.svelte';
import type { Local } from './local';
import TonesBoard from './TonesBoard.svelte';

/** Every such way, in the order in which they stand. A new one is a file and an entry here. */
export const locals: readonly Local[] = [
	{
		id: 'cutout',
		label: 'Cut out',
		explained: 'Takes the thing out of its ground, on this machine: it costs nothing.',
		board: CutBoard,
		frames: false,
		reads: false,
		cuts: true
	},
	{
		id: 'tones',
		label: 'Tones',
		explained:
			'Lightness, contrast, warmth, saturation and levels, on this machine: it costs nothing.',
		board: TonesBoard,
		frames: false,
		reads: false,
		cuts: false
	},
	{
		id: 'crop',
		label: 'Crop',
		explained: 'Cut to one use or to several at once, each a take of its own: it costs nothing.',
		board: CropBoard,
		frames: true,
		reads: false,
		cuts: false
	},
	{
		id: 'colours',
		label: 'Colours',
		explained:
			'Read a point or an area off the picture: its name and value, copied or kept with the brief.',
		board: ColoursBoard,
		frames: false,
		reads: true,
		cuts: false
	}
];

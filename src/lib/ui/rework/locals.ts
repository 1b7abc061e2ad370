import type { Edits } from '$lib/core/edits';
import type { Component } from 'svelte';
import CropBoard from './CropBoard.svelte';
import type { CropState } from './crops.svelte';
import ColoursBoard from './ColoursBoard.svelte';
import type { EditState } from './edits.svelte';
import type { ReaderState } from './reader.svelte';
import TonesBoard from './TonesBoard.svelte';

export interface LocalProps {
	state: EditState;
	crops: CropState;
	reader: ReaderState;
	/** The picture's own pixels. */
	size: { width: number; height: number };
	/** Keeps a take for each list of changes. */
	save: (lists: readonly Edits[]) => void;
	busy: boolean;
}

/** A way of rework that is done on this machine, at no price. */
export interface Local {
	id: string;
	label: string;
	explained: string;
	board: Component<LocalProps>;
	/** Whether frames are placed on the picture. */
	frames: boolean;
	/** Whether colours are read off it. */
	reads: boolean;
}

/** Every such way, in the order in which they stand. A new one is a file and an entry here. */
export const locals: readonly Local[] = [
	{
		id: 'tones',
		label: 'Tones',
		explained:
			'Lightness, contrast, warmth, saturation and levels, on this machine: it costs nothing.',
		board: TonesBoard,
		frames: false,
		reads: false
	},
	{
		id: 'crop',
		label: 'Crop',
		explained: 'Cut to one use or to several at once, each a take of its own: it costs nothing.',
		board: CropBoard,
		frames: true,
		reads: false
	},
	{
		id: 'colours',
		label: 'Colours',
		explained:
			'Read a point or an area off the picture: its name and value, copied or kept with the brief.',
		board: ColoursBoard,
		frames: false,
		reads: true
	}
];

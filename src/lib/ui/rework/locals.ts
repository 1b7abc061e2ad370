import type { Edits } from '$lib/core/edits';
import type { Component } from 'svelte';
import CropBoard from './CropBoard.svelte';
import type { CropState } from './crops.svelte';
import CutBoard from './CutBoard.svelte';
import type { CutState } from './cut.svelte';
import ColoursBoard from './ColoursBoard.svelte';
import type { EditState } from './edits.svelte';
import type { ReaderState } from './reader.svelte';
import TonesBoard from './TonesBoard.svelte';

/** The changes of one picture, as they are being made. */
export interface Changing {
	take: string;
	edit: EditState;
	crops: CropState;
	cut: CutState;
	reader: ReaderState;
}

export interface LocalProps {
	state: EditState;
	crops: CropState;
	cut: CutState;
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
	/** Whether strokes on the picture say what is kept of it. */
	cuts: boolean;
}

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

import type { Edits } from '$lib/core/edits';
import type { Component } from 'svelte';
import CropBoard from './CropBoard.svelte';
import type { CropState } from './crops.svelte';
import type { EditState } from './edits.svelte';
import TonesBoard from './TonesBoard.svelte';

export interface LocalProps {
	state: EditState;
	crops: CropState;
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
}

/** Every such way, in the order in which they stand. A new one is a file and an entry here. */
export const locals: readonly Local[] = [
	{
		id: 'tones',
		label: 'Tones',
		explained:
			'Lightness, contrast, warmth, saturation and levels, on this machine: it costs nothing.',
		board: TonesBoard,
		frames: false
	},
	{
		id: 'crop',
		label: 'Crop',
		explained: 'Cut to one use or to several at once, each a take of its own: it costs nothing.',
		board: CropBoard,
		frames: true
	}
];

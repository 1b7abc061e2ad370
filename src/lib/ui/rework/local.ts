import type { Edits } from '$lib/core/edits';
import type { Component } from 'svelte';
import type { CropState } from './crops.svelte';
import type { CutState } from './cut.svelte';
import type { EditState } from './edits.svelte';
import type { ReaderState } from './reader.svelte';

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

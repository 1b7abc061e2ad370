import type { Control } from '$lib/core/dials';
import type { Component } from 'svelte';
import BatchDial from './BatchDial.svelte';
import CardChoice from './CardChoice.svelte';
import ModelDial from './ModelDial.svelte';
import NegativeStops from './NegativeStops.svelte';
import ScaleControl from './ScaleControl.svelte';
import SeedDial from './SeedDial.svelte';
import PictureDial from './PictureDial.svelte';
import StyleStops from './StyleStops.svelte';
import type { ControlProps } from './turning.svelte';
import WordingStops from './WordingStops.svelte';

/** The control of every kind; what is set on a board of its own has none here. */
export const controls: Record<Control['kind'], Component<ControlProps> | null> = {
	models: ModelDial,
	scale: ScaleControl,
	choice: CardChoice,
	seeds: SeedDial,
	batch: BatchDial,
	pictures: PictureDial,
	wordings: WordingStops,
	styles: StyleStops,
	negatives: NegativeStops,
	board: null
};

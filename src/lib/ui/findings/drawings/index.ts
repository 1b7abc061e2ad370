import type { Component } from 'svelte';
import type { Drawing } from '$lib/core/findings';
import Curve from './Curve.svelte';
import Frontier from './Frontier.svelte';
import Grid from './Grid.svelte';
import Intervals from './Intervals.svelte';
import Rates from './Rates.svelte';

type Draws<K extends Drawing['kind']> = Component<{ drawing: Extract<Drawing, { kind: K }> }>;

/** How every kind of drawing is drawn. A new kind is a component and a line here. */
export const drawings: { [K in Drawing['kind']]: Draws<K> } = {
	intervals: Intervals,
	curve: Curve,
	grid: Grid,
	frontier: Frontier,
	rates: Rates
};

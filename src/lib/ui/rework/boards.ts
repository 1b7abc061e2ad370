import type { Take } from '$lib/core/schema';
import type { Component } from 'svelte';
import type { WayBench } from './bench.svelte';
import EnlargeBoard from './EnlargeBoard.svelte';
import ExtendBoard from './ExtendBoard.svelte';

export interface BoardProps {
	bench: WayBench;
	take: Take;
	/** Its own pixels. */
	size: { width: number; height: number };
}

/** What a way of rework has besides its dials, by its id. */
export const boards: Readonly<Record<string, Component<BoardProps> | undefined>> = {
	extend: ExtendBoard,
	enlarge: EnlargeBoard
};

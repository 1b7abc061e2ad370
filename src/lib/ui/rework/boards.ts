import type { Component } from 'svelte';
import type { BoardProps } from './board';
import EnlargeBoard from './EnlargeBoard.svelte';
import ExtendBoard from './ExtendBoard.svelte';

/** What a way of rework has besides its dials, by its id. */
export const boards: Readonly<Record<string, Component<BoardProps> | undefined>> = {
	extend: ExtendBoard,
	enlarge: EnlargeBoard
};

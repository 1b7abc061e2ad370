<script lang="ts">
	import { keptSays } from '$lib/core/judge';
	import type { Take } from '$lib/core/schema';
	import { isBare, missingFrom, type Cell } from '$lib/core/sheet';
	import type { Made } from '$lib/core/dials';
	import { useWork } from '$lib/ui/shared';
	import type { Measuring } from '$lib/ui/measures';
	import type { SheetState } from './state.svelte';
	import TakeCell from './TakeCell.svelte';

	interface Props {
		view: SheetState;
		measuring: Measuring;
		cell: Cell;
		/** The takes that stand here; several when seeds are folded in. */
		takes: readonly Take[];
		/** Where a take stands between the least and the most of the measure in sight, 0 to 1. */
		shareOf: (id: string) => number | null;
		/** Whether thumbnails are too small for the cell. */
		large: boolean;
		onrun: (made: Made[]) => void;
	}

	let { view, measuring, cell, takes, shareOf, large, onrun }: Props = $props();

	const work = useWork();
	const missing = $derived(takes.length ? null : missingFrom(view.shown, view.sheet.axes, cell));
	/** What the marks of the cell come to. */
	const average = $derived(keptSays(takes.flatMap(({ id }) => work.marks.get(id) ?? [])));
</script>

{#if takes.length > 1}
	<div class="strip" style:--across={Math.ceil(Math.sqrt(takes.length))}>
		{#each takes as take (take.id)}
			<TakeCell {view} {take} {measuring} {large} bare share={shareOf(take.id)} />
		{/each}
	</div>
	<span class="average">{average}</span>
{:else if takes[0]}
	<TakeCell
		{view}
		take={takes[0]}
		{measuring}
		{large}
		share={shareOf(takes[0].id)}
		bare={isBare(view.layout)}
	/>
{:else if view.only}
	<span class="left-out" title="What stands here is not what the filter asks for"></span>
{:else}
	<button class="none" disabled={!missing} onclick={() => missing && onrun([missing])}
		>not run{#if missing}<strong>run it</strong>{/if}</button
	>
{/if}

<style>
	.strip {
		display: grid;
		grid-template-columns: repeat(var(--across), minmax(0, 1fr));
		grid-auto-rows: minmax(0, 1fr);
		gap: 2px;
		height: calc(100% - var(--foot));
	}

	/* Many pictures in one cell have no room for words of their own. */
	.strip > :global(*) {
		--foot: 5px;
	}

	.average {
		position: absolute;
		bottom: 0;
		left: 0;
		height: var(--foot);
		overflow: hidden;
		font-size: 11px;
		line-height: var(--foot);
		pointer-events: none;
	}

	.left-out {
		display: block;
		height: calc(100% - var(--foot));
		border: 1px solid currentcolor;
		opacity: 0.12;
	}

	.none {
		display: grid;
		place-content: center;
		width: 100%;
		height: calc(100% - var(--foot));
		overflow: hidden;
		border: 1px dashed currentcolor;
		background: none;
		color: inherit;
		font: 12px var(--sans);
		cursor: pointer;
		opacity: 0.75;
	}
</style>

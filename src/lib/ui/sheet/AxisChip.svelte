<script lang="ts">
	import { axisOf, type Axes } from '$lib/core/sheet';
	import { carried, well } from './axis-drag';
	import type { SheetState } from './state.svelte';

	/** What lies along an edge of the mat: dragged to another edge, or taken off. */
	interface Props {
		view: SheetState;
		name: keyof Axes;
		says: string;
	}

	let { view, name, says }: Props = $props();

	const axis = $derived(view.axes[name]);
</script>

{#if axis}
	<span
		role="gridcell"
		class="axis {name}"
		class:open={view.carrying && axis !== view.carrying}
		title="Drag it to another edge, or another dial onto it"
		{...carried(view, axis)}
		{...well(view, name)}
	>
		<span class="grip" aria-hidden="true"></span>
		<small>{says}</small>
		<strong>{axisOf(axis).label}</strong>
		<button
			class="plain"
			aria-label="Take {axisOf(axis).label} off"
			onclick={() => view.turn(name, 'none')}>×</button
		>
	</span>
{/if}

<style>
	.axis {
		display: inline-flex;
		flex: none;
		gap: 5px;
		align-items: center;
		height: 22px;
		background: rgb(255 255 255 / 82%);
		color: #1a1a1a;
		font-size: 13px;
		cursor: grab;
	}

	small {
		color: #5c5c5c;
		font-size: 12px;
	}

	button {
		width: 22px;
		height: 22px;
		color: inherit;
		font-size: 14px;
	}

	/* Where something that is dragged may be let go. */
	.open {
		outline: 2px dashed var(--varied);
		outline-offset: 1px;
	}

	.grip {
		align-self: stretch;
		width: 7px;
		margin: 4px -2px 4px 5px;
		background: radial-gradient(circle, #777 1px, transparent 1.4px) 0 0 / 4px 4.5px;
	}
</style>

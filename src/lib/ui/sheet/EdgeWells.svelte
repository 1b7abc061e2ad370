<script lang="ts">
	import { axisOf } from '$lib/core/sheet';
	import { well } from './axis-drag';
	import type { SheetState } from './state.svelte';

	/** The edges of the mat while a dial is carried: where it is let go it lies along. */
	let { view }: { view: SheetState } = $props();

	const { axes } = $derived(view);
	const instead = (name: keyof typeof axes) =>
		axes[name] && axes[name] !== view.carrying
			? `, instead of ${axisOf(axes[name]).label.toLowerCase()}`
			: '';
</script>

<span class="across" class:half={axes.columns} {...well(view, 'columns')}
	>let go here: across{instead('columns')}</span
>
{#if axes.columns}
	<span class="across then" {...well(view, 'then')}>then{instead('then')}</span>
{/if}
<span class="down" {...well(view, 'rows')}>down{instead('rows')}</span>

<style>
	span {
		position: absolute;
		z-index: 6;
		display: grid;
		place-items: center;
		border: 2px dashed var(--varied);
		background: rgb(255 255 255 / 88%);
		color: var(--varied);
		font-size: 13px;
		font-weight: 600;
	}

	.across {
		top: 0;
		right: 0;
		left: 96px;
		height: 56px;
	}

	.half {
		right: 34%;
	}

	.then {
		left: 66%;
	}

	.down {
		top: 60px;
		bottom: 0;
		left: 0;
		width: 92px;
		padding: 0 6px;
		text-align: center;
	}
</style>

<script lang="ts">
	import { isBare } from '$lib/core/sheet';
	import { Wall } from '$lib/ui/shared';
	import type { Measuring } from '$lib/ui/measures';
	import { sharesOf } from './heat.svelte';
	import { pointLoupe } from './loupe-point';
	import type { SheetState } from './state.svelte';
	import TakeCell from './TakeCell.svelte';

	/** All takes of the sheet, laid out by nothing. */
	let { view, measuring }: { view: SheetState; measuring: Measuring } = $props();

	/** Taller rows than this show the kept pictures instead of their thumbnails, in device pixels. */
	const THUMBNAIL = 330;

	// svelte-ignore state_referenced_locally
	const shareOf = sharesOf(view, measuring);
	const large = $derived(view.layout.height * devicePixelRatio > THUMBNAIL);
</script>

<Wall
	label="All takes"
	lines={view.lines}
	layout={view.layout}
	focus={view.selection.focus}
	mat={view.address.mat}
	whole={view.printing}
	onroom={(room) => (view.room = room)}
	onzoom={(steps) => view.zoomTo(steps)}
	onpointermove={(event) => pointLoupe(view.loupe, event)}
>
	{#snippet cell({ take })}
		<TakeCell
			{view}
			{take}
			{measuring}
			{large}
			share={shareOf(take.id)}
			bare={isBare(view.layout)}
		/>
	{/snippet}
</Wall>

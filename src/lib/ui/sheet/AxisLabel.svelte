<script lang="ts">
	import { axisOf, dialOn, type AxisId, type AxisStop } from '$lib/core/sheet';
	import { useWork } from '$lib/ui/shared';
	import type { SheetState } from './state.svelte';

	interface Props {
		view: SheetState;
		axis: AxisId;
		stop: AxisStop;
		line: 'row' | 'column';
		words: string;
	}

	let { view, axis, stop, line, words }: Props = $props();

	const work = useWork();
	/** Where a row or column is picked, among the takes that the sheet shows. */
	const href = $derived(
		`/brief/${work.brief!.id}/pick?${new URLSearchParams([['dial', axis], ['stop', stop.key], ...view.held]).toString()}`
	);
	const says = $derived(axisOf(axis).format(stop.stop, view.known));
</script>

{#if dialOn(axis)}
	<a {href} draggable="false" title="Pick this {line}: {says}">{words}</a>
{:else}
	<span title={says}>{words}</span>
{/if}

<style>
	a,
	span {
		display: -webkit-box;
		overflow: hidden;
		color: inherit;
		text-decoration: none;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 6;
		line-clamp: 6;
	}

	a:hover {
		text-decoration: underline;
	}
</style>

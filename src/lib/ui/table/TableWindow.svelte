<script lang="ts">
	import { select } from 'd3-selection';
	import { zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom';
	import type { Snippet } from 'svelte';
	import { lookOf, transformOf, type Look, type Sides } from '$lib/core/sheet';

	interface Props {
		/** The frame of what is shown. */
		picture: Sides;
		/** How it is looked at, together with the others on the table. */
		look: Look;
		onlook: (look: Look) => void;
		/** How large the window is. */
		size?: Sides;
		/** What is shown whole in the window, given how a picture of some frame is moved and scaled. */
		children: Snippet<[(frame: Sides) => string]>;
	}

	let {
		picture,
		look,
		onlook,
		size = $bindable({ width: 1, height: 1 }),
		children
	}: Props = $props();

	let width = $state(1);
	let height = $state(1);
	$effect(() => {
		size = { width, height };
	});
	const at = $derived(transformOf(look, { width, height }, picture));
	const moved = $derived((frame: Sides) => {
		const { x, y, k } = transformOf(look, { width, height }, frame);
		return `translate(${x}px, ${y}px) scale(${k})`;
	});

	let following = false;
	function zoomable(window: HTMLElement) {
		const behaviour = zoom<HTMLElement, unknown>()
			.scaleExtent([1, 16])
			.filter(
				(event: MouseEvent) =>
					!event.shiftKey && !(event.target as Element).closest('input, button')
			)
			.on('zoom', ({ transform, sourceEvent }: D3ZoomEvent<HTMLElement, unknown>) => {
				// What follows another window is no move of its own.
				if (sourceEvent && !following) onlook(lookOf(transform, { width, height }, picture));
			});
		const chosen = select(window);
		chosen.call(behaviour).on('dblclick.zoom', null);
		$effect(() => {
			// The next move of the pointer goes on from here, whoever moved last.
			following = true;
			behaviour.transform(chosen, zoomIdentity.translate(at.x, at.y).scale(at.k));
			following = false;
		});
		return () => {
			chosen.on('.zoom', null);
		};
	}
</script>

<div class="window" bind:clientWidth={width} bind:clientHeight={height} {@attach zoomable}>
	{@render children(moved)}
</div>

<style>
	.window {
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		grid-template-columns: minmax(0, 1fr);
		min-height: 0;
		overflow: hidden;
	}
</style>

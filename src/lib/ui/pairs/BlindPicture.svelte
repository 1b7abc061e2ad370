<script lang="ts">
	import type { Look } from '$lib/core/sheet';
	import { TableWindow } from '$lib/ui/table';
	import type { Decoded } from './decoded';

	/** A picture that is zoomed and moved, under words that say nothing of it. */
	interface Props {
		picture: Decoded;
		alt: string;
		look: Look;
		onlook: (look: Look) => void;
	}

	let { picture, alt, look, onlook }: Props = $props();
</script>

<TableWindow {picture} {look} {onlook}>
	{#snippet children(moved)}
		<img src={picture.url} {alt} draggable="false" style:transform={moved(picture)} />
	{/snippet}
</TableWindow>

<style>
	img {
		display: block;
		width: 100%;
		height: 100%;
		min-height: 0;
		object-fit: contain;
		transform-origin: 0 0;
		user-select: none;
	}
</style>

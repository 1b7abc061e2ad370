<script lang="ts">
	import { largePicture } from './large.svelte';
	import type { LoupeState } from './loupe.svelte';

	let { loupe, takeId }: { loupe: LoupeState; takeId: string } = $props();

	const picture = largePicture(() => takeId);
	let width = $state(0);
	let height = $state(0);
	const side = $derived(Math.round(Math.min(width, height) * 0.56));
	const scale = $derived(loupe.scale);

	/** The picture is drawn behind a square window: moved by transform alone, so that it keeps up. */
	const at = $derived.by(() => {
		const { x, y } = loupe.at;
		const { naturalWidth, naturalHeight } = picture.size;
		const fit = Math.min(width / naturalWidth, height / naturalHeight) || 1;
		const box = { w: naturalWidth * fit, h: naturalHeight * fit };
		return {
			left: (width - box.w) / 2 + x * box.w - side / 2,
			top: (height - box.h) / 2 + y * box.h - side / 2,
			dx: side / 2 - x * naturalWidth * scale,
			dy: side / 2 - y * naturalHeight * scale
		};
	});
</script>

<span class="over" bind:clientWidth={width} bind:clientHeight={height}>
	{#if picture.url && side}
		<span
			class="glass"
			style:width="{side}px"
			style:height="{side}px"
			style:transform="translate({at.left}px, {at.top}px)"
		>
			<img
				src={picture.url}
				alt=""
				draggable="false"
				style:transform="translate({at.dx}px, {at.dy}px) scale({scale})"
				onload={picture.loaded}
			/>
		</span>
	{/if}
</span>

<style>
	.over {
		position: absolute;
		inset: 0 0 var(--foot, 0);
		overflow: hidden;
		pointer-events: none;
	}

	.glass {
		position: absolute;
		top: 0;
		left: 0;
		overflow: hidden;
		border: 2px solid #fff;
		outline: 1px solid #000;
		background: var(--mat-1);
		will-change: transform;
	}

	img {
		position: absolute;
		top: 0;
		left: 0;
		max-width: none;
		transform-origin: 0 0;
		image-rendering: auto;
		will-change: transform;
	}
</style>

<script lang="ts">
	import type { Stroke } from '$lib/core/area';
	import { drawStrokes } from '$lib/workers';
	import type { DrawnOn } from './area.svelte';
	import OnPicture from './OnPicture.svelte';
	import { shareOf } from './shares';

	/** Takes strokes on a picture, by pen, mouse and touch, and shows the area that they make. */
	interface Props {
		area: DrawnOn;
		/** The picture's ratio, width over height. */
		ratio: number;
	}

	let { area, ratio }: Props = $props();

	let canvas = $state<HTMLCanvasElement>();
	/** The stroke that is being drawn. */
	let open: Stroke | null = null;
	let at = $state.raw<{ x: number; y: number } | null>(null);

	function paint() {
		const context = canvas!.getContext('2d')!;
		context.clearRect(0, 0, canvas!.width, canvas!.height);
		if (!open) return;
		context.strokeStyle = context.fillStyle = `rgb(${area.colour} / 70%)`;
		// A rubber is seen as it goes; what it takes away is gone when it is lifted.
		if (open.tool === 'rubber') context.strokeStyle = 'rgb(255 255 255 / 60%)';
		const tool = open.tool === 'rubber' ? 'brush' : open.tool;
		drawStrokes(context, [{ ...open, tool }], canvas!.width, canvas!.height);
	}

	function down(event: PointerEvent) {
		if (event.button !== 0 || open) return;
		canvas!.setPointerCapture(event.pointerId);
		open = { tool: area.tool, size: area.size, points: [shareOf(event, canvas!)] };
		paint();
	}

	function move(event: PointerEvent) {
		at = shareOf(event, canvas!);
		if (!open) return;
		const points = event.getCoalescedEvents().map((one) => shareOf(one, canvas!));
		open = { ...open, points: [...open.points, ...(points.length ? points : [at])] };
		paint();
	}

	function up() {
		if (!open) return;
		void area.add(open);
		open = null;
		paint();
	}

	function lost() {
		open = null;
		paint();
	}
</script>

<OnPicture {ratio}>
	{#snippet children(box)}
		{#if area.seen}<img src={area.seen.tint} alt="" />{/if}
		<canvas
			bind:this={canvas}
			width={Math.max(1, Math.round(box.width))}
			height={Math.max(1, Math.round(box.height))}
			aria-label="Area: draw on the picture"
			onpointerdown={down}
			onpointermove={move}
			onpointerup={up}
			onpointercancel={lost}
			onpointerleave={() => (at = null)}
		></canvas>
		{#if at && (area.tool === 'brush' || area.tool === 'rubber')}
			<span
				class="tip"
				style:left="{at.x * 100}%"
				style:top="{at.y * 100}%"
				style:width="{area.size * Math.min(box.width, box.height)}px"
			></span>
		{/if}
	{/snippet}
</OnPicture>

<style>
	canvas,
	img {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
	}

	img {
		opacity: 0.55;
		pointer-events: none;
	}

	canvas {
		cursor: crosshair;
		touch-action: none;
	}

	.tip {
		position: absolute;
		border: 1px solid #fff;
		border-radius: 50%;
		outline: 1px solid #000;
		aspect-ratio: 1;
		transform: translate(-50%, -50%);
		pointer-events: none;
	}
</style>

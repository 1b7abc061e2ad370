<script lang="ts">
	import type { CropState } from './crops.svelte';
	import type { EditState } from './edits.svelte';
	import OnPicture from './OnPicture.svelte';
	import type { ReaderState } from './reader.svelte';
	import { shareOf } from './shares';

	/** A picture with its changes, and the frame of a crop that can be dragged on it. */
	interface Props {
		edit: EditState;
		/** Where a crop is being placed. */
		crops: CropState | null;
		/** What reads colours off it. */
		reader: ReaderState | null;
		/** The picture's ratio, width over height. */
		ratio: number;
		/** Whether what is left out is still seen a little. */
		faint?: boolean;
	}

	let { edit, crops, reader, ratio, faint = false }: Props = $props();

	let canvas = $state<HTMLCanvasElement>();
	$effect(() => {
		if (!canvas || !edit.shown) return;
		canvas.width = edit.shown.width;
		canvas.height = edit.shown.height;
		canvas.getContext('2d')!.drawImage(edit.shown, 0, 0);
	});
	const frame = $derived.by(() => {
		const one = crops?.uses.find(({ id }) => id === crops.active);
		return one && crops
			? { id: one.id, label: one.label === 'for' ? one.written : one.label, ...crops.boxOf(one) }
			: null;
	});

	/** Where a colour began to be read. */
	let begun: { x: number; y: number } | null = null;
	let dragged: { x: number; y: number; from: { x: number; y: number } } | null = null;
	function down(event: PointerEvent) {
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		dragged = { ...shareOf(event, canvas!), from: crops!.placeOf(frame!.id) };
	}
	function move(event: PointerEvent) {
		if (!dragged) return;
		const { x, y } = shareOf(event, canvas!);
		crops?.move(dragged.from, { x: x - dragged.x, y: y - dragged.y });
	}
	const steps: Record<string, readonly [number, number]> = {
		ArrowLeft: [-0.01, 0],
		ArrowRight: [0.01, 0],
		ArrowUp: [0, -0.01],
		ArrowDown: [0, 0.01]
	};
	function key(event: KeyboardEvent) {
		const step = steps[event.key];
		if (!step || !crops || !frame) return;
		event.preventDefault();
		event.stopPropagation();
		crops.move(crops.placeOf(frame.id), { x: step[0], y: step[1] });
	}
</script>

<OnPicture {ratio}>
	<canvas
		bind:this={canvas}
		class:reads={reader}
		class:faint
		aria-label="The picture with its changes"
		onpointerdown={(event) => {
			if (!reader || event.button !== 0) return;
			canvas!.setPointerCapture(event.pointerId);
			begun = shareOf(event, canvas!);
			reader.at(canvas!, begun);
		}}
		onpointermove={(event) => begun && reader?.at(canvas!, begun, shareOf(event, canvas!))}
		onpointerup={() => (begun = null)}
		onpointercancel={() => (begun = null)}
	></canvas>
	{#if reader?.box}
		<span
			class="area"
			style:left="{reader.box.left * 100}%"
			style:top="{reader.box.top * 100}%"
			style:width="{reader.box.width * 100}%"
			style:height="{reader.box.height * 100}%"
		></span>
	{/if}
	{#if frame}
		<button
			class="frame"
			aria-label="Frame for {frame.label}: drag it, or move it with the arrow keys"
			style:left="{frame.left * 100}%"
			style:top="{frame.top * 100}%"
			style:width="{frame.width * 100}%"
			style:height="{frame.height * 100}%"
			onpointerdown={down}
			onpointermove={move}
			onpointerup={() => (dragged = null)}
			onpointercancel={() => (dragged = null)}
			onkeydown={key}
		></button>
	{/if}
</OnPicture>

<style>
	canvas {
		width: 100%;
		height: 100%;
		background: var(--squares);
	}

	/* The picture below shines through the squares: what is left can be brought back. */
	canvas.faint {
		background-image: repeating-conic-gradient(
			rgb(201 201 201 / 76%) 0 25%,
			rgb(255 255 255 / 76%) 0 50%
		);
	}

	.reads {
		cursor: crosshair;
		touch-action: none;
	}

	.area {
		position: absolute;
		min-width: 6px;
		min-height: 6px;
		border: 1px solid #fff;
		outline: 1px solid #000;
		pointer-events: none;
	}

	.frame {
		position: absolute;
		padding: 0;
		border: 0;
		outline: 2px solid #fff;
		outline-offset: -2px;
		background: none;
		box-shadow: 0 0 0 4000px rgb(0 0 0 / 55%);
		cursor: move;
		touch-action: none;
	}
</style>

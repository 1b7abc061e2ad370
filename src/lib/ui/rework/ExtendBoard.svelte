<script lang="ts">
	import { extendedAt } from '$lib/core/dials';
	import { drawnOut, frameRound, readFrame, type Round, type Side } from '$lib/core/frame';
	import type { Size } from '$lib/core/schema';
	import { turnBench } from '$lib/ui/dials';
	import { DestinationList, TakePicture, useWork } from '$lib/ui/shared';
	import type { BoardProps } from './board';
	import FramePicks from './FramePicks.svelte';

	/** The frames that a picture is extended to, and where it lies in them. */
	let { bench, take, size: own }: BoardProps = $props();

	const work = useWork();
	const multiple = $derived(bench.multiple);
	const frames = $derived(bench.brief.rack.frame);
	const options = $derived(
		work.destinations
			.map(({ label, ratio }) => ({ label, size: frameRound(own, ratio, multiple) }))
			.filter(({ size }) => size.width > own.width || size.height > own.height)
	);
	/** Which share of what is added lies at the left and above. */
	let at = $state.raw({ x: 0.5, y: 0.5 });
	const put = (next: { x: number; y: number }) => {
		at = next;
		turnBench(bench, { fit: [extendedAt(next)] });
	};

	const places = [0, 0.5, 1];
	const sides = ['left', 'middle', 'right'];
	const heights = ['top', 'middle', 'bottom'];

	function read(text: string): { size: Size } | { problem: string } {
		const found = readFrame(text, own.width * own.height);
		return 'problem' in found ? found : { size: frameRound(own, found.asked, multiple) };
	}

	/** A side of a frame that is drawn out. */
	let drawn: { x: number; y: number; i: number; side: Side; from: Round; scale: number } | null =
		null;
	const edges: readonly Side[] = ['left', 'right', 'top', 'bottom'];
	function takeSide(event: PointerEvent, i: number, side: Side) {
		const edge = event.currentTarget as HTMLElement;
		edge.setPointerCapture(event.pointerId);
		const scale = frames[i].width / edge.parentElement!.getBoundingClientRect().width;
		drawn = { x: event.clientX, y: event.clientY, i, side, from: { frame: frames[i], at }, scale };
	}
	function drawSide(i: number, side: Side, from: Round, by: number) {
		const next = drawnOut(own, from, side, by, multiple);
		turnBench(bench, { frame: frames.map((one, k) => (k === i ? next.frame : one)) });
		put(next.at);
	}
	function moveSide(event: PointerEvent) {
		if (!drawn) return;
		const { i, side, from, scale } = drawn;
		const [dx, dy] = [event.clientX - drawn.x, event.clientY - drawn.y];
		const out = { left: -dx, right: dx, top: -dy, bottom: dy }[side];
		drawSide(i, side, from, out * scale);
	}
	const outwards: Record<Side, readonly [out: string, back: string]> = {
		left: ['ArrowLeft', 'ArrowRight'],
		right: ['ArrowRight', 'ArrowLeft'],
		top: ['ArrowUp', 'ArrowDown'],
		bottom: ['ArrowDown', 'ArrowUp']
	};
	function keySide(event: KeyboardEvent, i: number, side: Side) {
		const way = outwards[side].indexOf(event.key);
		if (way < 0) return;
		event.preventDefault();
		event.stopPropagation();
		drawSide(i, side, { frame: frames[i], at }, way === 0 ? multiple : -multiple);
	}

	/** A place that the picture is dragged to, in steps of a twentieth. */
	let dragged: { x: number; y: number; from: { x: number; y: number }; free: Size } | null = null;
	function down(event: PointerEvent, frame: Size) {
		const shot = event.currentTarget as HTMLElement;
		const box = shot.parentElement!.getBoundingClientRect();
		shot.setPointerCapture(event.pointerId);
		dragged = {
			x: event.clientX,
			y: event.clientY,
			from: at,
			free: {
				width: box.width * (1 - own.width / frame.width),
				height: box.height * (1 - own.height / frame.height)
			}
		};
	}
	function move(event: PointerEvent) {
		if (!dragged) return;
		const to = (from: number, by: number, free: number) =>
			free < 2 ? from : Math.round(Math.min(1, Math.max(0, from + by / free)) * 20) / 20;
		put({
			x: to(dragged.from.x, event.clientX - dragged.x, dragged.free.width),
			y: to(dragged.from.y, event.clientY - dragged.y, dragged.free.height)
		});
	}
</script>

<div class="frames">
	{#each frames as frame, i (i)}
		<div class="frame" style:aspect-ratio="{frame.width} / {frame.height}">
			<!-- svelte-ignore a11y_no_static_element_interactions -->
			<span
				class="shot"
				title="Drag it to its place"
				style:width="{(100 * own.width) / frame.width}%"
				style:height="{(100 * own.height) / frame.height}%"
				style:left="{100 * at.x * (1 - own.width / frame.width)}%"
				style:top="{100 * at.y * (1 - own.height / frame.height)}%"
				onpointerdown={(event) => down(event, frame)}
				onpointermove={move}
				onpointerup={() => (dragged = null)}
				onpointercancel={() => (dragged = null)}
				><TakePicture takeId={take.id} alt="The picture in its frame" /></span
			>
			{#each edges as side (side)}
				<button
					class="edge {side}"
					aria-label="{side} side of {frame.width}×{frame.height}: drag it, or move it with the arrow keys"
					onpointerdown={(event) => takeSide(event, i, side)}
					onpointermove={moveSide}
					onpointerup={() => (drawn = null)}
					onpointercancel={() => (drawn = null)}
					onkeydown={(event) => keySide(event, i, side)}
				></button>
			{/each}
		</div>
	{/each}
</div>
<FramePicks
	label="Frames to extend it to"
	{options}
	stops={frames}
	example="16:9, 3:1, A4 wide"
	{read}
	onchange={(frame) => turnBench(bench, { frame })}
/>
<DestinationList />
<div class="places" role="group" aria-label="Where the picture lies">
	{#each places as y, v (y)}
		{#each places as x, u (x)}
			<button
				aria-pressed={at.x === x && at.y === y}
				aria-label="{heights[v]} {sides[u]}"
				onclick={() => put({ x, y })}
			></button>
		{/each}
	{/each}
</div>

<style>
	.frames {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		align-items: flex-start;
	}

	.frame {
		position: relative;
		flex: 0 1 auto;
		max-width: 100%;
		height: 96px;
		border: 1px dashed var(--varied);
		background: var(--mat-1);
	}

	.shot {
		position: absolute;
		display: block;
		cursor: grab;
		touch-action: none;
	}

	.shot :global(img) {
		width: 100%;
		height: 100%;
		pointer-events: none;
	}

	.edge {
		position: absolute;
		padding: 0;
		border: 0;
		background: none;
		touch-action: none;
	}

	.edge::after {
		position: absolute;
		inset: 0;
		margin: auto;
		background: var(--varied);
		content: '';
	}

	.left,
	.right {
		top: 0;
		bottom: 0;
		width: 14px;
		cursor: ew-resize;
	}

	.left::after,
	.right::after {
		width: 4px;
		height: 26px;
	}

	.left {
		left: -7px;
	}

	.right {
		right: -7px;
	}

	.top,
	.bottom {
		right: 8px;
		left: 8px;
		height: 14px;
		cursor: ns-resize;
	}

	.top::after,
	.bottom::after {
		width: 26px;
		height: 4px;
	}

	.top {
		top: -7px;
	}

	.bottom {
		bottom: -7px;
	}

	.places {
		display: grid;
		grid-template-columns: repeat(3, 24px);
		gap: 3px;
	}

	.places button {
		width: 24px;
		height: 24px;
		border: 1px solid var(--rule-strong);
		background: none;
		cursor: pointer;
	}

	.places button[aria-pressed='true'] {
		background: var(--varied);
	}
</style>

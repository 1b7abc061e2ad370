<script lang="ts">
	import { extendedAt } from '$lib/core/dials';
	import { destinations, frameRound, readFrame } from '$lib/core/frame';
	import type { Size } from '$lib/core/schema';
	import { TakePicture } from '$lib/ui/shared';
	import type { BoardProps } from './boards';
	import FramePicks from './FramePicks.svelte';

	/** The frames that a picture is extended to, and where it lies in them. */
	let { bench, take, size: own }: BoardProps = $props();

	const multiple = $derived(bench.multiple);
	const frames = $derived(bench.brief.rack.frame);
	const options = $derived(
		destinations
			.map(({ label, ratio }) => ({ label, size: frameRound(own, ratio, multiple) }))
			.filter(({ size }) => size.width > own.width || size.height > own.height)
	);
	/** Which share of what is added lies at the left and above. */
	let at = $state.raw({ x: 0.5, y: 0.5 });
	const put = (next: { x: number; y: number }) => {
		at = next;
		bench.setRack({ fit: [extendedAt(next)] });
	};

	const places = [0, 0.5, 1];
	const sides = ['left', 'middle', 'right'];
	const heights = ['top', 'middle', 'bottom'];

	function read(text: string): { size: Size } | { problem: string } {
		const found = readFrame(text, own.width * own.height);
		return 'problem' in found ? found : { size: frameRound(own, found.asked, multiple) };
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

<FramePicks
	label="Frames to extend it to"
	{options}
	stops={frames}
	example="16:9, 3:1, A4 wide"
	{read}
	onchange={(frame) => bench.setRack({ frame })}
/>
<div class="frames">
	{#each frames as frame (`${frame.width}x${frame.height}`)}
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
		</div>
	{/each}
</div>
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

<script lang="ts">
	import { dialOf } from '$lib/core/dials';
	import {
		fitOf,
		frameLabel,
		limitsOf,
		ratioLabel,
		sizeForRatio,
		turnFrame,
		turnNear,
		type Edge
	} from '$lib/core/frame';
	import type { FrameWish, ModelCard, Size } from '$lib/core/schema';
	import DialHead from './DialHead.svelte';
	import FrameFacts from './FrameFacts.svelte';
	import FrameSizes from './FrameSizes.svelte';

	interface Props {
		stops: Size[];
		cards: ModelCard[];
		/** What frames were wanted for. */
		wishes: readonly FrameWish[];
		onchange: (stops: Size[], wishes: FrameWish[]) => void;
		onfile: () => void;
	}

	let { stops, cards, wishes, onchange, onfile }: Props = $props();

	let active = $state(0);
	let dragging = $state<{ size: Size; edge: Edge } | null>(null);
	/** What the frame in hand was asked for, by typing or by a destination. */
	const asked = $derived(wishes.find((wish) => same(wish.size, frame)) ?? null);
	let board: SVGSVGElement;

	const BOARD = 276;
	const HIGH = BOARD - 44;
	const index = $derived(Math.min(active, stops.length - 1));
	const frame = $derived(dragging?.size ?? stops[index] ?? { width: 1024, height: 1024 });
	/** Board pixels to a frame pixel: the board shows up to 1536 pixels, more when the frame is larger. */
	const scale = $derived(232 / Math.max(1536, frame.width, frame.height));
	const limits = $derived(limitsOf(cards));
	const { multiple, mostPixels, own } = $derived(limits);
	const middle = BOARD / 2;
	const [right, bottom] = $derived([
		middle + (frame.width * scale) / 2,
		middle + (frame.height * scale) / 2
	]);
	const handles: { edge: Edge; label: string; cursor: string }[] = [
		{ edge: 'right', label: 'Frame width: drag, or use the arrow keys', cursor: 'ew-resize' },
		{ edge: 'bottom', label: 'Frame height: drag, or use the arrow keys', cursor: 'ns-resize' },
		{ edge: 'corner', label: 'Frame corner: drag, or use the arrow keys', cursor: 'nwse-resize' }
	];

	const same = (a: Size, b: Size) => a.width === b.width && a.height === b.height;
	const set = (size: Size, wanted: Omit<FrameWish, 'size'> | null = null) => {
		if (stops.some((other, i) => i !== index && same(other, size))) return;
		const next = stops.map((stop, i) => (i === index ? size : stop));
		tell(next, wanted && { ...wanted, size });
	};
	/** Wishes of frames that have left the dial go with them. */
	const tell = (next: Size[], wish: FrameWish | null) =>
		onchange(next, [
			...wishes.filter(
				(old) => next.some((stop) => same(stop, old.size)) && !(wish && same(wish.size, old.size))
			),
			...(wish ? [wish] : [])
		]);

	function drag(event: PointerEvent) {
		if (!dragging) return;
		const box = board.getBoundingClientRect();
		const half = (at: number, centre: number) => (Math.abs(at - centre) * 2) / scale;
		const width = half(event.clientX, box.left + BOARD / 2);
		const height = half(event.clientY, box.top + HIGH / 2);
		const { edge } = dragging;
		dragging = {
			edge,
			size: turnNear(
				frame,
				{
					width: edge === 'bottom' ? frame.width : width,
					height: edge === 'right' ? frame.height : height
				},
				edge,
				limits
			)
		};
	}

	function key(event: KeyboardEvent) {
		const by = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[
			event.key
		];
		if (!by) return;
		event.preventDefault();
		const edge = by[0] ? 'right' : 'bottom';
		const [width, height] = [frame.width + by[0] * multiple, frame.height + by[1] * multiple];
		set(turnFrame(frame, { width, height }, edge, limits));
	}

	function add() {
		const size = sizeForRatio(
			frame.height === frame.width ? 2 / 3 : frame.height / frame.width,
			frame.width * frame.height,
			{ multiple, wish: true, most: mostPixels }
		);
		if (!size || stops.some((stop) => same(stop, size))) return;
		active = stops.length;
		tell([...stops, size], null);
	}
</script>

<aside>
	<DialHead dial={dialOf('frame')} count={stops.length} />
	<svg
		bind:this={board}
		width={BOARD}
		height={HIGH}
		viewBox="0 22 {BOARD} {HIGH}"
		role="group"
		aria-label="Frame {frameLabel(frame)}"
	>
		<defs>
			<pattern id="grid" width="20" height="20" patternUnits="userSpaceOnUse">
				<path d="M20 0H0V20" fill="none" stroke="var(--rule)" stroke-width="0.6" />
			</pattern>
		</defs>
		<rect width={BOARD} height={BOARD} fill="url(#grid)" />
		{#each cards.slice(0, 3) as card, i (card.id)}
			{@const near = fitOf(card, frame).nearest}
			<rect
				class="own range-{i}"
				x={middle - (near.width * scale) / 2}
				y={middle - (near.height * scale) / 2}
				width={near.width * scale}
				height={near.height * scale}
			/>
		{/each}
		<rect
			class="frame"
			x={middle - (frame.width * scale) / 2}
			y={middle - (frame.height * scale) / 2}
			width={frame.width * scale}
			height={frame.height * scale}
		/>
		<text x={middle} y={middle + 2}>{frameLabel(frame)}</text>
		<text class="ratio" x={middle} y={middle + 20}>{ratioLabel(frame)}</text>
		{#each handles as { edge, label, cursor } (edge)}
			<rect
				class="handle"
				class:edge={edge !== 'corner'}
				role="slider"
				tabindex="0"
				aria-label={label}
				aria-valuemin={multiple}
				aria-valuemax={Math.floor(
					mostPixels / (edge === 'bottom' ? frame.width : frame.height) / multiple
				) * multiple}
				aria-valuenow={edge === 'bottom' ? frame.height : frame.width}
				aria-valuetext={frameLabel(frame)}
				style:cursor
				x={edge === 'bottom' ? middle - 12 : right - (edge === 'right' ? 3 : 6)}
				y={edge === 'right' ? middle - 12 : bottom - (edge === 'bottom' ? 3 : 6)}
				width={edge === 'bottom' ? 24 : edge === 'right' ? 6 : 12}
				height={edge === 'right' ? 24 : edge === 'bottom' ? 6 : 12}
				onkeydown={key}
				onpointerdown={(e) => {
					(e.currentTarget as Element).setPointerCapture(e.pointerId);
					dragging = { size: frame, edge };
				}}
				onpointermove={drag}
				onpointerup={() => {
					if (dragging && !same(dragging.size, stops[index])) set(dragging.size);
					dragging = null;
				}}
				onpointercancel={() => (dragging = null)}
				onlostpointercapture={() => (dragging = null)}
			/>
		{/each}
	</svg>

	<FrameSizes {frame} {multiple} {mostPixels} {own} {asked} onset={set} />
	<FrameFacts {frame} {cards} {asked} />

	{#if stops.length > 1}
		<div class="stops" role="group" aria-label="Frames of this plan">
			{#each stops as stop, i (frameLabel(stop))}
				<button class="num" aria-pressed={i === index} onclick={() => (active = i)}
					>{frameLabel(stop)}</button
				>
			{/each}
		</div>
	{/if}
	<p class="links">
		<button class="plain" onclick={add}>add another frame</button>
		{#if stops.length > 1}
			<button
				class="plain"
				onclick={() =>
					tell(
						stops.filter((_, i) => i !== index),
						null
					)}>take this one off</button
			>
		{/if}
		<button class="plain" onclick={onfile}>load settings from a file</button>
	</p>
</aside>

<style>
	aside {
		padding: 14px 20px;
		overflow: auto;
		border-left: 1px solid var(--rule);
		background: var(--panel);
	}

	svg {
		display: block;
		border: 1px solid var(--rule);
	}

	.frame {
		fill: var(--field);
		fill-opacity: 0.85;
		stroke: var(--ink);
		stroke-width: 2;
	}

	.own {
		fill: none;
		stroke-dasharray: 4 3;
	}

	.range-0 {
		stroke: var(--range-a);
	}

	.range-1 {
		stroke: var(--range-b);
		stroke-dasharray: 1.5 3;
		stroke-width: 2;
	}

	.range-2 {
		stroke: var(--range-c);
	}

	.handle {
		fill: var(--point);
		touch-action: none;
	}

	.handle.edge {
		fill: var(--ink-2);
	}

	text {
		fill: var(--ink);
		font: 18px var(--mono);
		text-anchor: middle;
		pointer-events: none;
	}

	.ratio {
		fill: var(--ink-2);
		font: 12px var(--sans);
	}

	.stops {
		display: grid;
		grid-template-columns: repeat(3, minmax(0, 1fr));
		gap: 5px;
		margin-top: 8px;
	}

	.stops button {
		height: 30px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink);
		font-size: 12px;
		cursor: pointer;
	}

	.stops button[aria-pressed='true'] {
		border-color: var(--varied);
		background: var(--varied-wash);
	}

	.links {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 14px;
		margin-top: 12px;
		font-size: 12px;
	}

	.links button {
		color: var(--varied);
		text-decoration: underline;
	}
</style>

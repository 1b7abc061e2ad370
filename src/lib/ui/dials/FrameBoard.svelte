<script lang="ts">
	import { dialOf } from '$lib/core/dials';
	import { destinations, fitOf, frameLabel, ratioLabel, sizeForRatio } from '$lib/core/frame';
	import type { ModelCard, Size } from '$lib/core/schema';
	import DialHead from './DialHead.svelte';

	interface Props {
		stops: Size[];
		cards: ModelCard[];
		onchange: (stops: Size[]) => void;
		onfile: () => void;
	}

	let { stops, cards, onchange, onfile }: Props = $props();

	let active = $state(0);
	let dragging = $state<Size | null>(null);
	let board: SVGSVGElement;

	const BOARD = 276;
	/** Board pixels to a frame pixel: the board shows up to 1536 pixels. */
	const scale = 244 / 1536;
	const index = $derived(Math.min(active, stops.length - 1));
	const frame = $derived(dragging ?? stops[index] ?? { width: 1024, height: 1024 });
	const multiple = $derived(Math.max(64, ...cards.map(({ sizeMultiple }) => sizeMultiple)));
	const budgets = $derived([
		{ label: 'small', pixels: 512 * 512 },
		{ label: 'middle', pixels: 768 * 768 },
		{ label: 'full', pixels: 1024 * 1024 }
	]);
	const megapixels = $derived((frame.width * frame.height) / 1e6);

	const same = (a: Size, b: Size) => a.width === b.width && a.height === b.height;
	const set = (size: Size) => {
		if (stops.some((other, i) => i !== index && same(other, size))) return;
		onchange(stops.map((stop, i) => (i === index ? size : stop)));
	};

	function setRatio(ratio: number) {
		const budget = Math.max(multiple * multiple, frame.width * frame.height);
		const near = budgets.reduce((a, b) =>
			Math.abs(b.pixels - budget) < Math.abs(a.pixels - budget) ? b : a
		);
		const size = sizeForRatio(ratio, near.pixels, multiple);
		if (size) set(size);
	}

	function setBudget(pixels: number) {
		const size = sizeForRatio(frame.width / frame.height, pixels, multiple);
		if (size) set(size);
	}

	const snap = (px: number) => Math.min(1536, Math.max(256, Math.round(px / multiple) * multiple));

	function drag(event: PointerEvent) {
		if (!dragging) return;
		const box = board.getBoundingClientRect();
		const half = (at: number, start: number) => (Math.abs(at - start - BOARD / 2) * 2) / scale;
		dragging = {
			width: snap(half(event.clientX, box.left)),
			height: snap(half(event.clientY, box.top))
		};
	}

	function key(event: KeyboardEvent) {
		const by = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[
			event.key
		];
		if (!by) return;
		event.preventDefault();
		set({
			width: snap(frame.width + by[0] * multiple),
			height: snap(frame.height + by[1] * multiple)
		});
	}

	function add() {
		const size = sizeForRatio(
			frame.height === frame.width ? 2 / 3 : frame.height / frame.width,
			frame.width * frame.height * 1.05,
			multiple
		);
		if (!size || stops.some((stop) => same(stop, size))) return;
		active = stops.length;
		onchange([...stops, size]);
	}
</script>

<aside>
	<DialHead dial={dialOf('frame')} count={stops.length} />
	<svg
		bind:this={board}
		width={BOARD}
		height={BOARD - 44}
		viewBox="0 22 {BOARD} {BOARD - 44}"
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
			{@const own = fitOf(card, frame).nearest}
			<rect
				class="own range-{i}"
				x={BOARD / 2 - (own.width * scale) / 2}
				y={BOARD / 2 - (own.height * scale) / 2}
				width={own.width * scale}
				height={own.height * scale}
			/>
		{/each}
		<rect
			class="frame"
			x={BOARD / 2 - (frame.width * scale) / 2}
			y={BOARD / 2 - (frame.height * scale) / 2}
			width={frame.width * scale}
			height={frame.height * scale}
		/>
		<text x={BOARD / 2} y={BOARD / 2 + 2}>{frameLabel(frame)}</text>
		<text class="ratio" x={BOARD / 2} y={BOARD / 2 + 20}>{ratioLabel(frame)}</text>
		<rect
			class="handle"
			role="slider"
			tabindex="0"
			aria-label="Frame corner: drag, or use the arrow keys"
			aria-valuenow={frame.width}
			aria-valuetext={frameLabel(frame)}
			x={BOARD / 2 + (frame.width * scale) / 2 - 6}
			y={BOARD / 2 + (frame.height * scale) / 2 - 6}
			width="12"
			height="12"
			onkeydown={key}
			onpointerdown={(e) => {
				(e.currentTarget as Element).setPointerCapture(e.pointerId);
				dragging = frame;
			}}
			onpointermove={drag}
			onpointerup={() => {
				if (dragging) set(dragging);
				dragging = null;
			}}
		/>
	</svg>

	<div class="row" role="group" aria-label="Ratio">
		{#each destinations as { id, label, ratio, written } (id)}
			<button
				aria-pressed={Math.abs(Math.log(frame.width / frame.height / ratio)) < 0.03}
				onclick={() => setRatio(ratio)}
			>
				{label} <span class="num">{written}</span>
			</button>
		{/each}
	</div>
	<div class="row" role="group" aria-label="Size">
		{#each budgets as { label, pixels } (label)}
			<button
				aria-pressed={Math.abs(frame.width * frame.height - pixels) / pixels < 0.1}
				onclick={() => setBudget(pixels)}
			>
				{label} <span class="num">{(pixels / 1e6).toFixed(2)}</span>
			</button>
		{/each}
	</div>

	<dl>
		<dt>pixels</dt>
		<dd class="num">{megapixels.toFixed(2)} MP</dd>
		{#each cards as card, i (card.id)}
			{@const fit = fitOf(card, frame)}
			<dt>{String.fromCharCode(65 + i)} {card.name}</dt>
			<dd class:bad={fit.kind === 'far' || fit.kind === 'impossible'}>{fit.says}</dd>
		{/each}
	</dl>

	{#if stops.length > 1}
		<div class="row" role="group" aria-label="Frames of this plan">
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
			<button class="plain" onclick={() => onchange(stops.filter((_, i) => i !== index))}
				>take this one off</button
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
		cursor: nwse-resize;
		touch-action: none;
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

	.row {
		display: grid;
		grid-template-columns: repeat(3, minmax(0, 1fr));
		gap: 5px;
		margin-top: 8px;
	}

	.row button {
		height: 30px;
		padding: 0 4px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font-family: var(--sans);
		font-size: 12px;
		white-space: nowrap;
		cursor: pointer;
	}

	.row button .num {
		color: var(--ink-3);
		font-size: 11px;
	}

	.row button[aria-pressed='true'] {
		border: 1.5px solid var(--ink);
	}

	dl {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 4px 14px;
		margin: 12px 0 8px;
		font-size: 12px;
	}

	dt {
		color: var(--ink-3);
		white-space: nowrap;
	}

	.bad {
		color: var(--point);
	}

	.links {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 16px;
		font-size: 12px;
	}

	.links button {
		padding: 3px 0;
		color: var(--varied);
		text-decoration: underline;
	}
</style>

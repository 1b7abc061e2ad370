<script lang="ts">
	import type { Dial } from '$lib/core/dials';
	import { readStops } from '$lib/core/plan';
	import DialHead from './DialHead.svelte';

	interface Props {
		dial: Dial;
		stops: number[];
		min: number;
		max: number;
		/** Smallest stop, where the scale begins below it. @default min */
		least?: number;
		/** What an arrow key moves a stop by. */
		step: number;
		/** Distance of the ticks, and of those that carry a number. @default tick */
		tick: number;
		label?: number;
		/** Known good range of every chosen model. */
		ranges: { letter: string; name: string; from: number; to: number }[];
		onchange: (stops: number[]) => void;
	}

	let {
		dial,
		stops,
		min,
		max,
		least = min,
		step,
		tick,
		label = tick,
		ranges,
		onchange
	}: Props = $props();

	let height = $state(400);
	let typed = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let dragged = $state<{ index: number; value: number; moved: boolean } | null>(null);
	let scale: SVGSVGElement;

	const TOP = 12;
	const AXIS = $derived(26 + ranges.length * 11);
	const room = $derived(Math.max(120, height - 2 * TOP));
	const y = $derived((value: number) => TOP + ((max - value) / (max - min)) * room);
	const ticks = $derived(
		Array.from({ length: Math.floor((max - min) / tick + 1e-9) + 1 }, (_, i) => min + i * tick)
	);
	const shown = $derived(
		dragged ? stops.map((stop, i) => (i === dragged!.index ? dragged!.value : stop)) : stops
	);
	const varied = $derived(stops.length > 1);
	// Numbers on the scale give way to the stops that stand on them.
	const numbered = (value: number) =>
		Math.abs(value / label - Math.round(value / label)) < 1e-9 &&
		!shown.some((s) => Math.abs(y(s) - y(value)) < 15);

	const tidy = (value: number) => Math.min(max, Math.max(least, Math.round(value / step) * step));
	const sorted = (values: number[]) =>
		[...new Set(values.map((v) => Math.round(v * 1000) / 1000))].sort((a, b) => a - b);

	function valueAt(event: PointerEvent | MouseEvent): number {
		const box = scale.getBoundingClientRect();
		return tidy(max - ((event.clientY - box.top - TOP) / room) * (max - min));
	}

	function put(event: MouseEvent) {
		if (dragged) return;
		onchange(sorted([...stops, valueAt(event)]));
	}

	function grab(event: PointerEvent, index: number) {
		event.stopPropagation();
		(event.currentTarget as Element).setPointerCapture(event.pointerId);
		dragged = { index, value: stops[index], moved: false };
	}

	function drag(event: PointerEvent) {
		if (!dragged) return;
		const value = valueAt(event);
		dragged = { ...dragged, value, moved: dragged.moved || value !== stops[dragged.index] };
	}

	function drop(event: PointerEvent) {
		if (!dragged) return;
		const { value, moved, index } = dragged;
		// A stop that is dragged off the dial sideways is taken away.
		const box = scale.getBoundingClientRect();
		const off = event.clientX < box.left - 40 || event.clientX > box.right + 60;
		if (off && stops.length > 1) onchange(stops.filter((_, i) => i !== index));
		else if (moved) onchange(sorted(stops.map((stop, i) => (i === index ? value : stop))));
		dragged = null;
	}

	function key(event: KeyboardEvent, index: number) {
		const by = { ArrowUp: step, ArrowDown: -step, PageUp: tick * 2, PageDown: -tick * 2 }[
			event.key
		];
		if (by !== undefined) {
			event.preventDefault();
			const value = tidy(stops[index] + by);
			if (!stops.includes(value)) onchange(stops.map((stop, i) => (i === index ? value : stop)));
		} else if ((event.key === 'Delete' || event.key === 'Backspace') && stops.length > 1) {
			event.preventDefault();
			onchange(stops.filter((_, i) => i !== index));
		}
	}

	function take() {
		if (typed === null) return;
		const read = readStops(typed, { min: least, max, whole: Number.isInteger(step) });
		if ('problem' in read) {
			problem = read.problem;
			return;
		}
		problem = null;
		typed = null;
		onchange(read.stops);
	}
</script>

<section class="dial" class:varied style:width="{AXIS + 92}px">
	<DialHead {dial} count={stops.length} />
	<div class="scale" bind:clientHeight={height}>
		<!-- The scale takes clicks; with the keyboard, stops are typed below or moved by arrows. -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
		<svg
			bind:this={scale}
			{height}
			width="100%"
			role="img"
			aria-label="{dial.label} scale from {min} to {max}"
			onclick={put}
		>
			<rect x="0" y="0" width="100%" {height} fill="transparent" />
			{#each ranges as range, i (range.letter)}
				<g class="range-{i}">
					<title>{range.name} is good from {range.from} to {range.to}</title>
					<rect x={10 + i * 11} y={y(range.to)} width="6" height={y(range.from) - y(range.to)} />
					<text x={13 + i * 11} y={y(range.to) - 4}>{range.letter}</text>
				</g>
			{/each}
			<line class="axis" x1={AXIS} y1={TOP} x2={AXIS} y2={TOP + room} />
			{#each ticks as value (value)}
				{@const major = Math.abs(value / label - Math.round(value / label)) < 1e-9}
				<line class="tick" x1={AXIS} y1={y(value)} x2={AXIS + (major ? 11 : 6)} y2={y(value)} />
				{#if numbered(value)}<text class="number" x={AXIS + 15} y={y(value) + 4}>{value}</text>{/if}
			{/each}
		</svg>
		{#each shown as stop, i (i)}
			<button
				class="pin num"
				role="slider"
				aria-label="{dial.label} stop {i + 1}"
				aria-valuemin={least}
				aria-valuemax={max}
				aria-valuenow={stop}
				aria-orientation="vertical"
				style:top="{y(stop) - 12}px"
				style:left="{AXIS}px"
				onpointerdown={(e) => grab(e, i)}
				onpointermove={drag}
				onpointerup={drop}
				onkeydown={(e) => key(e, i)}
			>
				{stop}
			</button>
		{/each}
	</div>
	<input
		class="num"
		aria-label="{dial.label} stops as a list"
		aria-invalid={!!problem}
		placeholder="3, 5, 7 or 2 to 8 by 2"
		value={typed ?? stops.join(', ')}
		oninput={(e) => (typed = e.currentTarget.value)}
		onchange={take}
		onkeydown={(e) => e.key === 'Enter' && take()}
	/>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</section>

<style>
	.dial {
		display: flex;
		flex: none;
		flex-direction: column;
		margin-left: 14px;
		padding-right: 12px;
		border-right: 1px solid var(--rule);
	}

	.scale {
		position: relative;
		flex: 1;
		min-height: 240px;
	}

	svg {
		position: absolute;
		inset: 0;
		overflow: visible;
		cursor: crosshair;
	}

	.axis,
	.tick {
		stroke: var(--ink);
		stroke-width: 1;
	}

	.axis {
		stroke-width: 1.5;
	}

	text {
		fill: var(--ink-2);
		font: 11px var(--sans);
		text-anchor: middle;
	}

	.number {
		font: 12px var(--mono);
		text-anchor: start;
	}

	.range-0 rect {
		fill: var(--range-a);
	}

	.range-1 rect {
		fill: var(--range-b);
	}

	.range-2 rect {
		fill: var(--range-c);
	}

	.range-3 rect {
		fill: var(--range-d);
	}

	.range-4 rect {
		fill: var(--range-e);
	}

	.range-5 rect {
		fill: var(--range-f);
	}

	.range-6 rect {
		fill: var(--range-g);
	}

	.pin {
		position: absolute;
		width: 56px;
		height: 24px;
		padding: 0 8px 0 16px;
		border: 0;
		background: var(--ink-2);
		color: var(--paper);
		font-size: 13px;
		line-height: 24px;
		text-align: right;
		clip-path: polygon(0 50%, 12px 0, 100% 0, 100% 100%, 12px 100%);
		cursor: ns-resize;
		touch-action: none;
	}

	.varied .pin {
		background: var(--varied);
		color: var(--paper);
	}

	.pin:focus-visible {
		background: var(--point);
		outline: none;
	}

	input {
		width: 100%;
		margin-top: 8px;
		padding: 5px 6px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font-size: 12px;
	}

	input[aria-invalid='true'] {
		border-color: var(--point);
	}

	.problem {
		margin-top: 4px;
		color: var(--point);
		font-size: 12px;
	}
</style>

<script lang="ts">
	import type { Scale } from './scale';

	interface Props {
		scale: Scale;
		/** Known good range of every chosen model. */
		ranges: { letter: string; name: string; from: number; to: number }[];
		/** Where the upright line stands, in pixels from the left. */
		axis: number;
		/** Stops that numbers give way to. */
		stops: number[];
		height: number;
	}

	let { scale, ranges, axis, stops, height }: Props = $props();

	const y = $derived(scale.y);
	const ends = $derived([scale.y(scale.max), scale.y(scale.min)]);
</script>

<rect x="0" y="0" width="100%" {height} fill="transparent" />
{#each ranges as range, i (range.letter)}
	<g style:--tone="var(--range-{'abcdefg'[i % 7]})">
		<title>{range.name} is good from {range.from} to {range.to}</title>
		<rect
			class="range"
			x={10 + i * 11}
			y={y(range.to)}
			width="6"
			height={Math.max(2, y(range.from) - y(range.to))}
		/>
		<text x={13 + i * 11} y={y(range.to) - 4}>{range.letter}</text>
	</g>
{/each}
<line class="axis" x1={axis} y1={ends[0]} x2={axis} y2={ends[1]} />
{#each scale.ticks as { value, major } (value)}
	<line class="tick" x1={axis} y1={y(value)} x2={axis + (major ? 11 : 6)} y2={y(value)} />
	{#if major && !stops.some((stop) => Math.abs(y(stop) - y(value)) < 15)}
		<text class="number" x={axis + 15} y={y(value) + 4}>{value}</text>
	{/if}
{/each}

<style>
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

	.range {
		fill: var(--tone);
	}
</style>

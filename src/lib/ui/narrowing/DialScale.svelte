<script lang="ts">
	import type { Narrowed, NarrowedStop } from '$lib/core/narrowing';
	import { percent } from '$lib/core/findings';

	/** One dial: how much each of its values is preferred, and which are still in the running. */
	interface Props {
		dial: Narrowed['dials'][number];
		/** Takes a value out, or puts it back. */
		onturn: (key: string, out: boolean) => void;
	}

	let { dial, onturn }: Props = $props();

	const ROW = 24;
	const WIDTH = 100;
	/** An upright scale has its highest value on top. */
	const stops = $derived(
		dial.stops.every(({ at }) => at !== undefined) ? [...dial.stops].reverse() : dial.stops
	);
	const isScale = $derived(stops.length > 2 && stops.every(({ at }) => at !== undefined));
	const x = (share: number) => share * WIDTH;
	const y = (i: number) => (i + 0.5) * ROW;
	const line = $derived(stops.map(({ preferred }, i) => `${x(preferred.mean)},${y(i)}`).join(' '));

	const says = ({ label, preferred, chance, out }: NarrowedStop): string =>
		`${label}: preferred ${percent(preferred.mean)} of the time (${percent(preferred.low)} to ${percent(preferred.high)}), ${percent(chance)} likely to be in the best settings. ${
			out === 'hand'
				? 'You took it out. Press to put it back.'
				: out
					? 'Dropped, as it is unlikely to win. Press to put it back.'
					: 'Press to take it out.'
		}`;
</script>

<div class="dial" role="group" aria-label={dial.label}>
	<h3>{dial.label}</h3>
	<div class="rows">
		{#each stops as stop (stop.key)}
			<button
				class:out={stop.out}
				style:height="{ROW}px"
				title={says(stop)}
				aria-label={says(stop)}
				onclick={() => onturn(stop.key, !stop.out)}><span>{stop.label}</span></button
			>
		{/each}
		<svg
			viewBox="0 0 {WIDTH} {stops.length * ROW}"
			height={stops.length * ROW}
			preserveAspectRatio="none"
			aria-hidden="true"
		>
			<line class="even" x1={WIDTH / 2} x2={WIDTH / 2} y1="0" y2={stops.length * ROW} />
			{#if isScale}<polyline class="curve" points={line} />{/if}
			{#each stops as { key, preferred, out }, i (key)}
				<line
					class="span"
					class:out
					x1={x(preferred.low)}
					x2={x(preferred.high)}
					y1={y(i)}
					y2={y(i)}
				/>
				<line
					class="mean"
					class:out
					x1={x(preferred.mean)}
					x2={x(preferred.mean)}
					y1={y(i) - 5}
					y2={y(i) + 5}
				/>
			{/each}
		</svg>
	</div>
</div>

<style>
	h3 {
		margin-bottom: 2px;
		font-size: 14px;
		font-weight: 600;
	}

	.rows {
		position: relative;
		display: grid;
	}

	button {
		display: block;
		width: 100%;
		padding: 0 96px 0 0;
		overflow: hidden;
		border: 0;
		background: none;
		color: var(--ink);
		font: 13px var(--sans);
		text-align: left;
		cursor: pointer;
	}

	button span {
		display: block;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	button:hover {
		background: var(--field);
	}

	button.out {
		color: var(--ink-3);
		text-decoration: line-through;
	}

	svg {
		position: absolute;
		top: 0;
		right: 0;
		width: 90px;
		pointer-events: none;
	}

	line,
	polyline {
		fill: none;
		vector-effect: non-scaling-stroke;
	}

	.even {
		stroke: var(--rule-strong);
		stroke-dasharray: 2 3;
	}

	.curve {
		stroke: var(--varied);
		opacity: 0.45;
	}

	.span {
		stroke: var(--ink-3);
		stroke-width: 2;
	}

	.mean {
		stroke: var(--varied);
		stroke-width: 3;
	}

	.out {
		opacity: 0.35;
	}
</style>

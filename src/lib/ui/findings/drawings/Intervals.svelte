<script lang="ts">
	import type { Drawing } from '$lib/core/findings';

	/** A dot and a bar a row, on one scale; `even` is marked. */
	let { drawing }: { drawing: Extract<Drawing, { kind: 'intervals' }> } = $props();

	const { rows, even } = $derived(drawing);
	/** Shares lie between 0 and 1, correlations between -1 and 1; the scale is as wide as it must be. */
	const reach = $derived(
		Math.min(
			even === 0 ? 1 : 0.5,
			Math.ceil(Math.max(0.1, ...rows.flatMap(({ low, high }) => [even - low, high - even])) * 10) /
				10
		)
	);
	const at = (value: number) => `${((value - even + reach) / (2 * reach)) * 100}%`;
	const says = (value: number) =>
		even === 0 ? value.toFixed(1).replace('-', '\u2212') : `${Math.round(value * 100)}%`;
	const ends = $derived([even - reach / 2, even + reach / 2]);
</script>

<div class="rows" aria-hidden="true">
	{#each rows as { label, middle, low, high, leads }, i (i)}
		<span class="label" class:leads title={label}>{label}</span>
		<span class="scale">
			{#each ends as end (end)}<i class="grid" style:left={at(end)}></i>{/each}
			<i class="even" style:left={at(even)}></i>
			<i class="bar" class:leads style:left={at(low)} style:right="calc(100% - {at(high)})"></i>
			<i class="dot" class:leads style:left={at(middle)}></i>
		</span>
	{/each}
	<span></span>
	<span class="scale axis">
		{#each ends as end (end)}<small style:left={at(end)}>{says(end)}</small>{/each}
		<small style:left={at(even)}>{even === 0 ? 'none' : 'even'}</small>
	</span>
</div>

<style>
	.rows {
		display: grid;
		grid-template-columns: minmax(64px, max-content) minmax(0, 1fr);
		gap: 0 14px;
	}

	.label {
		align-self: center;
		max-width: 190px;
		overflow: hidden;
		font-size: 13px;
		line-height: 26px;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.label.leads {
		font-weight: 650;
	}

	.scale {
		position: relative;
		height: 26px;
	}

	.scale i {
		position: absolute;
	}

	.grid,
	.even {
		top: 0;
		bottom: 0;
		width: 1px;
		background: var(--rule);
	}

	.even {
		background: var(--ink-3);
	}

	.bar {
		top: 12px;
		height: 2px;
		background: var(--ink-3);
	}

	.bar.leads {
		background: var(--varied);
	}

	.dot {
		top: 9px;
		width: 8px;
		height: 8px;
		background: var(--ink-3);
		transform: translateX(-50%) rotate(45deg);
	}

	.dot.leads {
		top: 8px;
		width: 10px;
		height: 10px;
		background: var(--varied);
	}

	.axis {
		height: 18px;
	}

	small {
		position: absolute;
		color: var(--ink-3);
		font-size: 11px;
		transform: translateX(-50%);
	}
</style>

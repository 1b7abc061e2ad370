<script lang="ts">
	import type { Interval } from '$lib/core/findings';

	/** A dot and a bar a row on one scale, with marks below it; a count behind each where there is one. */
	interface Props {
		rows: readonly (Interval & { count?: string })[];
		/** The ends of the scale. */
		from: number;
		to: number;
		/** Where it is marked, and with what; one of them strongly. */
		marks: readonly { at: number; says: string; strong?: boolean }[];
	}

	let { rows, from, to, marks }: Props = $props();

	const at = (value: number) => `${((value - from) / (to - from)) * 100}%`;
</script>

<div class="rows" aria-hidden="true">
	{#each rows as { label, middle, low, high, leads, count }, i (i)}
		<span class="label" class:leads title={label}>{label}</span>
		<span class="scale">
			{#each marks as mark (mark.at)}
				<i class="mark" class:strong={mark.strong} style:left={at(mark.at)}></i>
			{/each}
			{#if !Number.isNaN(middle)}
				<i class="bar" class:leads style:left={at(low)} style:right="calc(100% - {at(high)})"></i>
				<i class="dot" class:leads style:left={at(middle)}></i>
			{/if}
		</span>
		<span class="num count">{count ?? ''}</span>
	{/each}
	<span></span>
	<span class="scale axis">
		{#each marks as mark (mark.at)}<small style:left={at(mark.at)}>{mark.says}</small>{/each}
	</span>
	<span></span>
</div>

<style>
	.rows {
		display: grid;
		grid-template-columns: minmax(64px, max-content) minmax(0, 1fr) max-content;
		gap: 0 14px;
	}

	.label {
		align-self: center;
		max-width: 200px;
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

	.mark {
		top: 0;
		bottom: 0;
		width: 1px;
		background: var(--rule);
	}

	.mark.strong {
		background: var(--ink-3);
	}

	.bar {
		top: 12px;
		height: 2px;
		background: var(--ink-3);
	}

	.dot {
		top: 9px;
		width: 8px;
		height: 8px;
		background: var(--ink-3);
		transform: translateX(-50%) rotate(45deg);
	}

	.bar.leads,
	.dot.leads {
		background: var(--varied);
	}

	.dot.leads {
		top: 8px;
		width: 10px;
		height: 10px;
	}

	.count {
		align-self: center;
		color: var(--ink-3);
		font-size: 12px;
		text-align: right;
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

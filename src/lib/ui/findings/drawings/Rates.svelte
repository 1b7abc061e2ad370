<script lang="ts">
	import type { Drawing } from '$lib/core/findings';

	/** Shares of a whole: a dot and a bar a row, the plain count beside it. */
	let { drawing }: { drawing: Extract<Drawing, { kind: 'rates' }> } = $props();

	const at = (value: number) => `${Math.max(0, Math.min(1, value)) * 100}%`;
</script>

<div class="rows" aria-hidden="true">
	{#each drawing.rows as { label, middle, low, high, leads, count, of }, i (i)}
		<span class="label" class:leads title={label}>{label}</span>
		<span class="scale">
			<i class="bar" class:leads style:left={at(low)} style:right="calc(100% - {at(high)})"></i>
			{#if of || low || high < 1}<i class="dot" class:leads style:left={at(middle)}></i>{/if}
		</span>
		<span class="num count">{of ? `${count} of ${of}` : ''}</span>
	{/each}
	<span></span>
	<span class="scale axis">
		<small style:left="0">0</small><small style:left="50%">50%</small><small style:left="100%"
			>100%</small
		>
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
		border-right: 1px solid var(--rule);
		border-left: 1px solid var(--rule);
	}

	.scale i {
		position: absolute;
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

	.leads.bar,
	.leads.dot {
		background: var(--varied);
	}

	.count {
		align-self: center;
		color: var(--ink-3);
		font-size: 12px;
		text-align: right;
	}

	.axis {
		height: 18px;
		border: 0;
	}

	small {
		position: absolute;
		color: var(--ink-3);
		font-size: 11px;
		transform: translateX(-50%);
	}
</style>

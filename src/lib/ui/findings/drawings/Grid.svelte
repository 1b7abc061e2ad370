<script lang="ts">
	import type { Drawing } from '$lib/core/findings';

	/** Two dials together: every pair of stops, better or worse than the sum of both. */
	let { drawing }: { drawing: Extract<Drawing, { kind: 'grid' }> } = $props();

	const most = $derived(Math.max(0.3, ...drawing.values.flat().map(Math.abs)));
	/** Worth that is worth a sign. */
	const SEEN = 0.1;
</script>

<div class="grid" style:--across={drawing.columns.length} aria-hidden="true">
	<span></span>
	{#each drawing.columns as name (name)}<span class="head" title={name}>{name}</span>{/each}
	{#each drawing.rows as name, i (name)}
		<span class="head row" title={name}>{name}</span>
		{#each drawing.values[i] as value, j (j)}
			<span class="cell">
				<i
					class:worse={value < 0}
					style:width="{(Math.abs(value) / most) * 50}%"
					style:left={value < 0 ? `${50 - (Math.abs(value) / most) * 50}%` : '50%'}
				></i>
				<b class="num"
					>{Math.abs(value) < SEEN
						? '·'
						: `${value > 0 ? '+' : '\u2212'}${Math.abs(value).toFixed(1)}`}</b
				>
			</span>
		{/each}
	{/each}
</div>

<style>
	.grid {
		display: grid;
		grid-template-columns: minmax(60px, max-content) repeat(var(--across), minmax(0, 1fr));
		gap: 2px;
	}

	.head {
		overflow: hidden;
		font-size: 12px;
		text-align: center;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.row {
		padding-right: 10px;
		line-height: 30px;
		text-align: left;
	}

	.cell {
		position: relative;
		height: 30px;
		background: var(--field);
		text-align: center;
	}

	.cell i {
		position: absolute;
		top: 0;
		bottom: 0;
		background: color-mix(in srgb, var(--varied) 45%, transparent);
	}

	.cell i.worse {
		background: repeating-linear-gradient(45deg, var(--ink-3) 0 1px, transparent 1px 5px);
	}

	.cell b {
		position: relative;
		font-size: 12px;
		font-weight: 450;
		line-height: 30px;
	}
</style>

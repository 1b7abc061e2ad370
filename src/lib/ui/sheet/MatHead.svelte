<script lang="ts">
	import { axisOf, columnGroups, isFigures } from '$lib/core/sheet';
	import AxisLabel from './AxisLabel.svelte';
	import AxisChip from './AxisChip.svelte';
	import { edges } from './edges';
	import { between, type MatWindow } from './mat-window.svelte';
	import type { SheetState } from './state.svelte';

	interface Props {
		view: SheetState;
		mat: MatWindow;
		/** Pixels between the labels and the cells. */
		clear: number;
		words: (axis: 'columns' | 'then', key: string) => string;
	}

	let { view, mat, clear, words }: Props = $props();

	const sheet = $derived(view.sheet);
	const { labels } = $derived(view.content);
	const { columns } = $derived(mat.there);
	const groups = $derived(columnGroups(sheet));
</script>

<div class="head" role="rowgroup" style:height="{labels.top - clear}px">
	<div class="edge" role="row" data-screen>
		{#each edges as { name, says } (name)}<AxisChip {view} {name} {says} />{/each}
	</div>
	<div role="row" class="labels">
		<span role="columnheader" class="corner" style:width="{labels.left}px">
			<span class="on-paper"
				>{#if sheet.axes.rows}{axisOf(sheet.axes.rows).label}{/if}</span
			>
		</span>
		{#each groups as { stop, from, count } (stop.key)}
			{#if sheet.axes.columns && from < columns.to && from + count > columns.from}
				<span
					role="columnheader"
					aria-colindex={from + 2}
					class="label"
					class:num={isFigures(sheet.axes.columns)}
					style:left="{labels.left + mat.columns.starts[from]}px"
					style:width="{mat.across(from, count)}px"
				>
					<AxisLabel
						{view}
						axis={sheet.axes.columns}
						{stop}
						line="column"
						words={words('columns', stop.key)}
					/>
				</span>
			{/if}
		{/each}
	</div>
	{#if sheet.thens.length}
		<div role="row" class="labels second">
			{#each between(columns.from, columns.to) as c (c)}
				{@const stop = sheet.cells[0]?.[c]?.then}
				<span
					role="columnheader"
					aria-colindex={c + 2}
					class="label"
					class:num={isFigures(sheet.axes.then)}
					style:left="{labels.left + mat.columns.starts[c]}px"
					style:width="{mat.columns.sizes[c]}px">{stop ? words('then', stop.key) : ''}</span
				>
			{/each}
		</div>
	{/if}
</div>

<style>
	.head {
		position: sticky;
		z-index: 3;
		top: 0;
	}

	.head,
	.labels,
	.corner {
		background: inherit;
	}

	.edge {
		position: sticky;
		left: 0;
		display: flex;
		gap: 8px;
		align-items: center;
		width: fit-content;
		height: 28px;
		padding-left: 6px;
	}

	.labels {
		position: relative;
		height: 26px;
	}

	.second {
		height: 22px;
	}

	.label {
		position: absolute;
		top: 0;
		overflow: hidden;
		font-size: 13px;
		line-height: 26px;
		text-align: center;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.label :global(> *) {
		display: block;
		text-overflow: ellipsis;
	}

	.second .label {
		line-height: 22px;
	}

	.corner {
		position: sticky;
		z-index: 1;
		left: 0;
		display: block;
		padding-right: 8px;
		overflow: hidden;
		font-size: 12px;
		line-height: 26px;
		text-align: right;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
</style>

<script lang="ts">
	import { axisOf, CELL_GAP, columnGroups, isFigures } from '$lib/core/sheet';
	import AxisLabel from './AxisLabel.svelte';
	import { carried, well } from './axis-drag';
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
	/** How far the labels reach to which something is dragged. */
	const reach = $derived({
		width: Math.min(mat.whole.width, mat.width) - labels.left,
		height: Math.min(mat.whole.height, mat.height) - 48
	});
</script>

{#if view.carrying}
	<span
		class="well"
		style:left="{labels.left}px"
		style:width="{reach.width}px"
		style:height="40px"
		{...well(view, 'columns')}>let go here: across</span
	>
	<span
		class="well"
		style:top="44px"
		style:width="{labels.left - clear}px"
		style:height="{reach.height}px"
		{...well(view, 'rows')}>down</span
	>
{/if}
<div class="head" role="rowgroup" style:height="{labels.top - clear}px">
	<div role="row" class="labels">
		<span
			role="columnheader"
			class="corner"
			style:width="{labels.left}px"
			{...carried(view, sheet.axes.rows)}
		>
			{#if sheet.axes.rows}{axisOf(sheet.axes.rows).label}{/if}
		</span>
		{#each groups as { stop, from, count } (stop.key)}
			{#if sheet.axes.columns && from < columns.to && from + count > columns.from}
				<span
					role="columnheader"
					aria-colindex={from + 2}
					class="label"
					class:num={isFigures(sheet.axes.columns)}
					style:left="{labels.left + from * mat.pitch.x}px"
					style:width="{count * mat.pitch.x - CELL_GAP}px"
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
					style:left="{labels.left + c * mat.pitch.x}px"
					style:width="{view.layout.width}px">{stop ? words('then', stop.key) : ''}</span
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

	.labels {
		position: relative;
		height: 26px;
	}

	.second {
		height: 22px;
	}

	/* Where something that is dragged may be let go, over the labels that it would replace. */
	.well {
		position: absolute;
		z-index: 4;
		top: 0;
		left: 0;
		display: grid;
		place-items: center;
		border: 2px dashed var(--varied);
		background: rgb(255 255 255 / 80%);
		color: var(--varied);
		font-size: 13px;
		font-weight: 600;
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

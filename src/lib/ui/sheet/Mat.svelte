<script lang="ts">
	import type { Made } from '$lib/core/dials';
	import { isFigures, labelsOf, missingFrom } from '$lib/core/sheet';
	import { many, useWork } from '$lib/ui/shared';
	import AxisLabel from './AxisLabel.svelte';
	import { sharesOf } from './heat.svelte';
	import { pointLoupe } from './loupe-point';
	import { between, MatWindow } from './mat-window.svelte';
	import MatCell from './MatCell.svelte';
	import MatHead from './MatHead.svelte';
	import type { Measuring } from '$lib/ui/measures';
	import { runMissing } from './run-missing';
	import type { SheetState } from './state.svelte';

	let { view, measuring }: { view: SheetState; measuring: Measuring } = $props();

	/** Pixels between labels and cells, so that the outline of the take in focus is not covered. */
	const CLEAR = 4;
	/** Wider cells than this show the kept picture instead of its thumbnail, in device pixels. */
	const THUMBNAIL = 400;

	const work = useWork();
	// svelte-ignore state_referenced_locally
	const mat = new MatWindow(view);
	const sheet = $derived(view.sheet);
	const { labels } = $derived(view.content);
	const { rows, columns } = $derived(mat.there);
	const large = $derived(view.layout.width * devicePixelRatio > THUMBNAIL);
	const lines = $derived(sheet.thens.length ? 2 : 1);

	// svelte-ignore state_referenced_locally
	const shareOf = sharesOf(view, measuring);

	const run = (made: Made[]) => void runMissing(work.brief!.id, made);
	const empty = $derived(view.only ? [] : sheet.cells.flat().filter(({ takes }) => !takes.length));
	/** Whether what is missing can be run: places in models' own stops cannot. */
	const canRun = $derived(
		empty.length > 1 && missingFrom(view.shown, sheet.axes, empty[0]) !== null
	);
	const runAll = () =>
		run(empty.flatMap((cell) => missingFrom(view.shown, sheet.axes, cell) ?? []));

	const named = $derived.by(() => {
		const { rows: down, columns: across, then } = sheet.axes;
		return {
			rows: down && labelsOf(down, sheet.rows, view.known),
			columns: across && labelsOf(across, sheet.columns, view.known),
			then: then && labelsOf(then, sheet.thens, view.known)
		};
	});
	const words = (axis: keyof typeof named, key: string) => named[axis]?.get(key) ?? '';
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
	class="mat mat-{view.address.mat}"
	onpointermove={(event) => pointLoupe(view.loupe, event)}
	{@attach mat.attach}
>
	<div
		class="grid"
		role="grid"
		aria-label="Takes by {sheet.axes.rows ?? 'nothing'} and {sheet.axes.columns ?? 'nothing'}"
		aria-rowcount={view.content.rows.length + lines}
		aria-colcount={view.content.columns.length + 1}
		style:width="{mat.whole.width}px"
		style:height="{mat.whole.height}px"
		style:--foot="{view.layout.foot}px"
	>
		<MatHead {view} {mat} clear={CLEAR} {words} />
		{#each between(rows.from, rows.to) as r (sheet.cells[r]?.[0]?.row?.key ?? r)}
			{@const row = sheet.cells[r]}
			{@const stop = row?.[0]?.row}
			<div
				role="row"
				class="row"
				aria-rowindex={r + lines + 1}
				style:top="{labels.top + mat.rows.starts[r]}px"
				style:height="{mat.rows.sizes[r]}px"
			>
				<span
					role="rowheader"
					class="side"
					class:num={isFigures(sheet.axes.rows)}
					style:width="{labels.left - CLEAR}px"
				>
					{#if stop && sheet.axes.rows}
						<AxisLabel
							{view}
							axis={sheet.axes.rows}
							{stop}
							line="row"
							words={words('rows', stop.key)}
						/>
					{/if}
				</span>
				{#each between(columns.from, columns.to) as c (row?.[c]?.key ?? c)}
					{@const cell = row?.[c]}
					{#if cell}
						<div
							role="gridcell"
							class="cell"
							aria-colindex={c + 2}
							style:left="{labels.left + mat.columns.starts[c]}px"
							style:width="{mat.columns.sizes[c]}px"
						>
							<MatCell
								{view}
								{measuring}
								{cell}
								takes={view.cells[r]?.[c] ?? []}
								{shareOf}
								{large}
								onrun={run}
							/>
						</div>
					{/if}
				{/each}
			</div>
		{/each}
	</div>
	{#if canRun}
		<p class="missing" data-screen>
			{many(empty.length, 'combination')} of this sheet were not run.
			<button class="act" onclick={runAll}>Run the {empty.length} that are missing</button>
		</p>
	{/if}
</div>

<style>
	.mat {
		overflow: auto;
		overflow-anchor: none;
	}

	.grid {
		position: relative;
		margin: 0 auto;
	}

	.grid,
	.row,
	.side {
		background: inherit;
	}

	.row {
		position: absolute;
		left: 0;
		width: 100%;
		contain: layout style;
	}

	.side {
		position: sticky;
		z-index: 2;
		left: 0;
		display: grid;
		place-items: center end;
		height: 100%;
		padding-right: 8px;
		overflow: hidden;
		font-size: 13px;
		font-weight: 500;
		line-height: 1.25;
		text-align: right;
	}

	.cell {
		position: absolute;
		top: 0;
		height: 100%;
		contain: layout size style;
	}

	.missing {
		position: sticky;
		left: 0;
		padding: 14px;
		font-size: 13px;
		text-align: center;
	}
</style>

<script lang="ts">
	import { dialOf, type Made } from '$lib/core/dials';
	import { rackOfMany } from '$lib/core/plan';
	import type { Design, Take } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { labelsOf, missingFrom, type AxisStop } from '$lib/core/sheet';
	import { many, newPlan, session, useWork } from '$lib/ui/shared';
	import type { Measuring } from './measuring.svelte';
	import type { SheetState } from './state.svelte';
	import TakeCell from './TakeCell.svelte';

	let { view, measuring }: { view: SheetState; measuring: Measuring } = $props();

	const work = useWork();
	let width = $state(900);
	let height = $state(600);

	const GAP = 6;
	const LEAST = 112;
	const sheet = $derived(view.sheet);
	const across = $derived(Math.max(1, sheet.columns.length) * Math.max(1, sheet.thens.length));
	const down = $derived(Math.max(1, sheet.rows.length));
	/** Width over height of the takes; of the widest when they differ. */
	const ratio = $derived(
		Math.max(0.2, ...view.shown.map(({ settings }) => settings.width / settings.height))
	);
	const isText = $derived(
		['wording', 'negative', 'style', 'model'].includes(sheet.axes.rows ?? '')
	);
	const labelWidth = $derived(sheet.axes.rows ? (isText ? 130 : 76) : 8);
	const labelHeight = $derived(sheet.thens.length ? 52 : 30);

	/** As large as the mat allows with everything in sight, but never too small to judge. */
	const cell = $derived.by(() => {
		const wide = (width - labelWidth - 20 - GAP * across) / across;
		const tall = (height - labelHeight - 14) / down - GAP;
		return Math.max(LEAST, Math.min(wide, tall * ratio)) * 1.25 ** view.size;
	});

	/** The ends of the measure in sight, over the takes that the sheet shows. */
	const ends = $derived.by(() => {
		const { measure } = view;
		if (!measure) return null;
		const values = view.shown.flatMap(({ id }) => measuring.of.get(id)?.[measure] ?? []);
		return { least: Math.min(...values), most: Math.max(...values) };
	});
	function shareOf(id: string): number | null {
		const value = view.measure ? measuring.of.get(id)?.[view.measure] : undefined;
		if (value === undefined || !ends) return null;
		return ends.most > ends.least ? (value - ends.least) / (ends.most - ends.least) : 0;
	}

	/** One loupe at the same relative place of every picture: a move of the pointer is a place. */
	function point(event: PointerEvent) {
		if (!view.loupe) return;
		const cell = (event.target as Element).closest('[data-take]');
		const image = cell?.querySelector(':scope > img');
		if (!cell || !image) return;
		const box = cell.getBoundingClientRect();
		const { naturalWidth: w, naturalHeight: h } = image as HTMLImageElement;
		const fit = Math.min(box.width / w, box.height / h);
		const within = (at: number, size: number, side: number) =>
			Math.max(0, Math.min(1, (at - (size - side) / 2) / side));
		view.loupeAt = {
			x: within(event.clientX - box.left, box.width, w * fit),
			y: within(event.clientY - box.top, box.height, h * fit)
		};
	}

	/** What the marks of a cell come to. */
	function averageMark(takes: readonly Take[]): string {
		const marks = takes.flatMap(({ id }) => work.marks.get(id) ?? []);
		const kept = marks.filter((mark) => mark === 'keep').length;
		return marks.length ? `kept ${kept} of ${marks.length}` : 'not judged';
	}

	/** Runs combinations that the sheet lacks. */
	async function run(made: Made[]) {
		const rack = rackOfMany(made);
		const design: Design =
			made.length > 1 ? { kind: 'fraction', settings: made.length, pairs: [] } : { kind: 'all' };
		const plan = newPlan(work.brief!.id, design, rack);
		await store.addPlan(plan, made, () => crypto.randomUUID());
	}
	const missing = $derived(
		sheet.cells
			.flat()
			.flatMap((cell) =>
				cell.takes.length ? [] : (missingFrom(view.shown, sheet.axes, cell) ?? [])
			)
	);

	const named = $derived.by(() => {
		const { rows, columns, then } = sheet.axes;
		const axes = [
			[rows, sheet.rows],
			[columns, sheet.columns],
			[then, sheet.thens]
		] as const;
		return new Map(
			axes.map(([dial, stops]) => [dial, dial && labelsOf(dial, stops, session.cards)])
		);
	});
	const words = (dial: typeof sheet.axes.rows, stop: AxisStop) =>
		named.get(dial)?.get(stop.key) ?? '';
	/** Where a row or column is picked, among the takes that the sheet shows. */
	const pickHref = (dial: string, stop: AxisStop) =>
		`/brief/${work.brief!.id}/pick?${new URLSearchParams([['dial', dial], ['stop', stop.key], ...view.held]).toString()}`;
	const isNumber = (dial: string | null) =>
		dial === 'guidance' || dial === 'steps' || dial === 'seed' || dial === 'frame';
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
	onpointermove={point}
	class="mat mat-{view.mat}"
	bind:clientWidth={width}
	bind:clientHeight={height}
>
	<div
		class="grid"
		role="grid"
		aria-label="Takes by {sheet.axes.rows ?? 'nothing'} and {sheet.axes.columns ?? 'nothing'}"
		style:grid-template-columns="{labelWidth}px repeat({across}, {cell}px)"
		style:gap="{GAP}px"
	>
		<div role="row" class="row">
			<span role="columnheader" class="corner">
				{#if sheet.axes.rows}<span class="down">{dialOf(sheet.axes.rows).label}</span>{/if}
			</span>
			{#each sheet.columns as stop (stop.key)}
				<span
					role="columnheader"
					class="label"
					class:num={isNumber(sheet.axes.columns)}
					style:grid-column="span {Math.max(1, sheet.thens.length)}"
				>
					<a
						href={pickHref(sheet.axes.columns!, stop)}
						title="Pick this column: {dialOf(sheet.axes.columns!).format(stop.stop, session.cards)}"
						>{words(sheet.axes.columns, stop)}</a
					>
				</span>
			{:else}
				<span role="columnheader" class="label"></span>
			{/each}
		</div>
		{#if sheet.thens.length}
			<div role="row" class="row second">
				<span role="columnheader" class="label"></span>
				{#each sheet.columns as column (column.key)}
					{#each sheet.thens as stop (stop.key)}
						<span role="columnheader" class="label" class:num={isNumber(sheet.axes.then)}
							>{words(sheet.axes.then, stop)}</span
						>
					{/each}
				{/each}
			</div>
		{/if}
		{#each sheet.cells as row, r (row[0]?.row?.key ?? 'all')}
			<div role="row" class="row">
				<span role="rowheader" class="label side" class:num={isNumber(sheet.axes.rows)}>
					{#if row[0]?.row}
						<a
							href={pickHref(sheet.axes.rows!, row[0].row)}
							title="Pick this row: {dialOf(sheet.axes.rows!).format(
								row[0].row.stop,
								session.cards
							)}">{words(sheet.axes.rows, row[0].row)}</a
						>
					{/if}
				</span>
				{#each row as { key }, c (key)}
					{@const takes = view.cells[r]?.[c] ?? []}
					<div role="gridcell" class="cell" style:height="{cell / ratio}px">
						{#if takes.length > 1}
							<div class="strip" style:--across={Math.ceil(Math.sqrt(takes.length))}>
								{#each takes as take (take.id)}
									<TakeCell {view} {take} {measuring} share={shareOf(take.id)} />
								{/each}
							</div>
							<span class="average">{averageMark(takes)}</span>
						{:else if takes[0]}
							<TakeCell {view} take={takes[0]} {measuring} share={shareOf(takes[0].id)} />
						{:else}
							{@const missing = missingFrom(view.shown, sheet.axes, row[c])}
							<button class="none" disabled={!missing} onclick={() => missing && run([missing])}
								>not run{#if missing}<strong>run it</strong>{/if}</button
							>
						{/if}
					</div>
				{/each}
			</div>
		{/each}
	</div>
	{#if missing.length > 1}
		<p class="missing">
			{many(missing.length, 'combination')} of this sheet {missing.length === 1 ? 'was' : 'were'} not
			run.
			<button class="act" onclick={() => run(missing)}
				>Run the {missing.length} that are missing</button
			>
		</p>
	{/if}
</div>

<style>
	.mat {
		padding: 0 12px 12px 6px;
		overflow: auto;
	}

	.grid {
		display: grid;
		justify-content: center;
	}

	.row {
		display: contents;
	}

	.label {
		overflow: hidden;
		font-size: 13px;
		line-height: 30px;
		text-align: center;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.label a {
		color: inherit;
		text-decoration: none;
	}

	.label a:hover {
		text-decoration: underline;
	}

	.row:first-child .label,
	.corner {
		position: sticky;
		z-index: 2;
		top: 0;
		background: inherit;
	}

	.grid,
	.grid .row,
	.grid .row > * {
		background: inherit;
	}

	.second .label {
		line-height: 20px;
		margin-top: -8px;
	}

	.side {
		position: sticky;
		z-index: 1;
		left: 0;
		display: grid;
		place-items: center end;
		padding-right: 8px;
		font-weight: 650;
		text-align: right;
	}

	.side a {
		display: -webkit-box;
		overflow: hidden;
		font-weight: 500;
		line-height: 1.25;
		white-space: normal;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 6;
		line-clamp: 6;
	}

	.corner {
		font-size: 12px;
		line-height: 30px;
		text-align: right;
	}

	.down {
		padding-right: 8px;
		font-weight: 400;
	}

	.cell {
		position: relative;
		min-width: 0;
	}

	.strip {
		display: grid;
		grid-template-columns: repeat(var(--across), minmax(0, 1fr));
		grid-auto-rows: minmax(0, 1fr);
		gap: 2px;
		height: 100%;
	}

	.average {
		position: absolute;
		bottom: 0;
		left: 0;
		padding: 1px 7px;
		background: #fff;
		color: #1a1a1a;
		font-size: 12px;
		pointer-events: none;
	}

	.missing {
		padding: 14px;
		font-size: 13px;
		text-align: center;
	}

	.none {
		display: grid;
		place-content: center;
		width: 100%;
		height: 100%;
		border: 1px dashed currentcolor;
		background: none;
		color: inherit;
		font: 12px var(--sans);
		cursor: pointer;
		opacity: 0.75;
	}
</style>

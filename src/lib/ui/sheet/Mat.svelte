<script lang="ts">
	import { onMount, tick } from 'svelte';
	import type { Made } from '$lib/core/dials';
	import { rackOfMany } from '$lib/core/plan';
	import type { Design } from '$lib/core/schema';
	import {
		approach,
		axisOf,
		CELL_GAP,
		columnGroups,
		dialOn,
		inSight,
		isFigures,
		labelsOf,
		missingFrom,
		sameSight,
		stepsOf,
		type AxisId,
		type AxisStop,
		type MatLayout,
		type Sight
	} from '$lib/core/sheet';
	import * as store from '$lib/store';
	import { many, newPlan, useWork } from '$lib/ui/shared';
	import { carried, well } from './axis-drag';
	import MatCell from './MatCell.svelte';
	import type { Measuring } from './measuring.svelte';
	import type { SheetState } from './state.svelte';

	let { view, measuring }: { view: SheetState; measuring: Measuring } = $props();

	const work = useWork();
	let mat: HTMLElement;
	let width = $state(0);
	let height = $state(0);
	let scroll = $state.raw({ x: 0, y: 0 });
	$effect(() => {
		if (width && height) view.room = { width, height };
	});

	/** Rows and columns beyond what is in sight that are there as well, so that scrolling is even. */
	const SPARE = 1;
	/** About as many cells come into sight in one frame, so that none takes long. */
	const CELLS_PER_FRAME = 16;
	/** Pixels between labels and cells, so that the outline of the take in focus is not covered. */
	const CLEAR = 4;
	/** Wider cells than this show the kept picture instead of its thumbnail, in device pixels. */
	const THUMBNAIL = 400;
	const sheet = $derived(view.sheet);
	const { labels } = $derived(view.content);
	const pitch = $derived({
		x: view.layout.width + CELL_GAP,
		y: view.layout.height + CELL_GAP
	});
	const whole = $derived({
		width: labels.left + view.content.across * pitch.x,
		height: labels.top + view.content.down * pitch.y
	});
	const large = $derived(view.layout.width * devicePixelRatio > THUMBNAIL);

	// On paper everything is in sight.
	const wanted: Sight = $derived(
		view.printing
			? { rows: { from: 0, to: view.content.down }, columns: { from: 0, to: view.content.across } }
			: {
					rows: inSight(view.content.down, pitch.y, scroll.y, view.room.height - labels.top, SPARE),
					columns: inSight(
						view.content.across,
						pitch.x,
						scroll.x,
						view.room.width - labels.left,
						SPARE
					)
				}
	);
	/** What is there: it follows what is wanted, a few cells a frame. */
	let there: Sight = $state.raw({ rows: { from: 0, to: 0 }, columns: { from: 0, to: 0 } });
	const { rows, columns } = $derived(there);
	let frame = 0;
	$effect(() => {
		if (view.printing) there = wanted;
		else if (!sameSight(there, wanted)) frame ||= requestAnimationFrame(follow);
	});
	function follow() {
		frame = 0;
		there = approach(there, wanted, CELLS_PER_FRAME);
	}
	onMount(() => () => cancelAnimationFrame(frame));
	const between = (from: number, to: number) =>
		Array.from({ length: to - from }, (_, i) => from + i);
	const groups = $derived(columnGroups(sheet));

	/** Cells grow about a point of the mat, which stays where it is; of the take in focus by itself. */
	let anchor: { x: number; y: number } | null = null;
	let before: MatLayout | null = null;
	$effect(() => {
		const now = view.layout;
		if (before && before.width !== now.width) {
			const at = anchor ?? middleOfFocus(before);
			for (const [side, start, lead, was, is, scrolled] of [
				['scrollLeft', at.x, labels.left, before.width, now.width, scroll.x],
				['scrollTop', at.y, labels.top, before.height, now.height, scroll.y]
			] as const) {
				const cells = (scrolled + start - lead) / (was + CELL_GAP);
				mat[side] = cells * (is + CELL_GAP) + lead - start;
			}
			if (!anchor) reveal();
		}
		anchor = null;
		before = now;
	});
	function middleOfFocus(layout: MatLayout) {
		const at = view.focus && view.places.get(view.focus);
		if (!at) return { x: width / 2, y: height / 2 };
		return {
			x: labels.left + (at.column + 0.5) * (layout.width + CELL_GAP) - scroll.x,
			y: labels.top + (at.row + 0.5) * (layout.height + CELL_GAP) - scroll.y
		};
	}

	/** Brings the take in focus into sight. */
	function reveal() {
		const at = view.focus && view.places.get(view.focus);
		if (!at) return;
		const show = (side: 'scrollLeft' | 'scrollTop', start: number, size: number, room: number) => {
			if (start < mat[side]) mat[side] = start;
			else if (start + size > mat[side] + room) mat[side] = start + size - room;
		};
		show('scrollLeft', at.column * pitch.x, pitch.x, width - labels.left);
		show('scrollTop', at.row * pitch.y, pitch.y, height - labels.top);
	}
	let shownFocus: string | null = null;
	$effect(() => {
		const { focus } = view;
		if (!focus || focus === shownFocus || !width) return;
		// The focus of the page goes along when it is on the mat.
		const along = mat.contains(document.activeElement) && document.activeElement !== mat;
		shownFocus = focus;
		reveal();
		if (along)
			void tick().then(() =>
				mat.querySelector<HTMLElement>(`[data-take="${focus}"]`)?.focus({ preventScroll: true })
			);
	});

	function wheel(event: WheelEvent) {
		if (!event.ctrlKey) return;
		event.preventDefault();
		const box = mat.getBoundingClientRect();
		anchor = { x: event.clientX - box.left, y: event.clientY - box.top };
		// Beyond its ends the size stays, so that turning back takes effect at once.
		view.zoomTo(stepsOf(view.layout) - event.deltaY / 100);
	}

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

	/** Runs combinations that the sheet lacks. */
	async function run(made: Made[]) {
		const rack = rackOfMany(made);
		const design: Design =
			made.length > 1 ? { kind: 'fraction', settings: made.length, pairs: [] } : { kind: 'all' };
		const plan = newPlan(work.brief!.id, design, rack);
		await store.addPlan(plan, made, () => crypto.randomUUID());
	}
	const empty = $derived(view.only ? [] : sheet.cells.flat().filter(({ takes }) => !takes.length));
	/** Whether what is missing can be run: places in models' own stops cannot. */
	const canRun = $derived(
		empty.length > 1 && missingFrom(view.shown, sheet.axes, empty[0]) !== null
	);
	const runMissing = () =>
		run(empty.flatMap((cell) => missingFrom(view.shown, sheet.axes, cell) ?? []));

	const named = $derived.by(() => {
		const { rows, columns, then } = sheet.axes;
		const axes = [
			[rows, sheet.rows],
			[columns, sheet.columns],
			[then, sheet.thens]
		] as const;
		return new Map(axes.map(([dial, stops]) => [dial, dial && labelsOf(dial, stops, view.known)]));
	});
	const words = (axis: AxisId | null, stop: AxisStop) => named.get(axis)?.get(stop.key) ?? '';
	/** Where a row or column is picked, among the takes that the sheet shows. */
	const pickHref = (dial: string, stop: AxisStop) =>
		`/brief/${work.brief!.id}/pick?${new URLSearchParams([['dial', dial], ['stop', stop.key], ...view.held]).toString()}`;
</script>

{#snippet label(axis: AxisId, stop: AxisStop, line: 'row' | 'column')}
	{#if dialOn(axis)}
		<a
			href={pickHref(axis, stop)}
			draggable="false"
			title="Pick this {line}: {axisOf(axis).format(stop.stop, view.known)}">{words(axis, stop)}</a
		>
	{:else}
		<span class="words" title={axisOf(axis).format(stop.stop, view.known)}>{words(axis, stop)}</span
		>
	{/if}
{/snippet}

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
	bind:this={mat}
	onpointermove={point}
	onwheel={wheel}
	onscroll={() => (scroll = { x: mat.scrollLeft, y: mat.scrollTop })}
	class="mat mat-{view.mat}"
	bind:clientWidth={width}
	bind:clientHeight={height}
>
	<div
		class="grid"
		role="grid"
		aria-label="Takes by {sheet.axes.rows ?? 'nothing'} and {sheet.axes.columns ?? 'nothing'}"
		aria-rowcount={view.content.down + (sheet.thens.length ? 2 : 1)}
		aria-colcount={view.content.across + 1}
		style:width="{whole.width}px"
		style:height="{whole.height}px"
	>
		{#if view.carrying}
			<span
				class="well"
				style:left="{labels.left}px"
				style:width="{Math.min(whole.width, width) - labels.left}px"
				style:height="40px"
				{...well(view, 'columns')}>let go here: across</span
			>
			<span
				class="well"
				style:top="44px"
				style:width="{labels.left - CLEAR}px"
				style:height="{Math.min(whole.height, height) - 48}px"
				{...well(view, 'rows')}>down</span
			>
		{/if}
		<div class="head" role="rowgroup" style:height="{labels.top - CLEAR}px">
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
							style:left="{labels.left + from * pitch.x}px"
							style:width="{count * pitch.x - CELL_GAP}px"
						>
							{@render label(sheet.axes.columns, stop, 'column')}
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
							style:left="{labels.left + c * pitch.x}px"
							style:width="{view.layout.width}px">{stop ? words(sheet.axes.then, stop) : ''}</span
						>
					{/each}
				</div>
			{/if}
		</div>
		{#each between(rows.from, rows.to) as r (sheet.cells[r]?.[0]?.row?.key ?? r)}
			{@const row = sheet.cells[r]}
			{@const stop = row?.[0]?.row}
			<div
				role="row"
				class="row"
				aria-rowindex={r + (sheet.thens.length ? 3 : 2)}
				style:top="{labels.top + r * pitch.y}px"
				style:height="{view.layout.height}px"
			>
				<span
					role="rowheader"
					class="side"
					class:num={isFigures(sheet.axes.rows)}
					style:width="{labels.left - CLEAR}px"
				>
					{#if stop && sheet.axes.rows}
						{@render label(sheet.axes.rows, stop, 'row')}
					{/if}
				</span>
				{#each between(columns.from, columns.to) as c (row?.[c]?.key ?? c)}
					{@const cell = row?.[c]}
					{#if cell}
						<div
							role="gridcell"
							class="cell"
							aria-colindex={c + 2}
							style:left="{labels.left + c * pitch.x}px"
							style:width="{view.layout.width}px"
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
			<button class="act" onclick={runMissing}>Run the {empty.length} that are missing</button>
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

	.head {
		position: sticky;
		z-index: 3;
		top: 0;
	}

	.grid,
	.head,
	.labels,
	.corner,
	.row,
	.side {
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

	.second .label {
		line-height: 22px;
	}

	.label a {
		color: inherit;
		text-decoration: none;
	}

	.label a:hover {
		text-decoration: underline;
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
		font-weight: 650;
		line-height: 1.25;
		text-align: right;
	}

	.side a,
	.side .words {
		display: -webkit-box;
		overflow: hidden;
		color: inherit;
		font-weight: 500;
		text-decoration: none;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 6;
		line-clamp: 6;
	}

	.side a:hover {
		text-decoration: underline;
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

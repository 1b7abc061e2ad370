<script lang="ts">
	import ChevronLeft from 'carbon-icons-svelte/lib/ChevronLeft.svelte';
	import ChevronRight from 'carbon-icons-svelte/lib/ChevronRight.svelte';
	import { axisOf, heldSays, labelsOf, stopsAmong } from '$lib/core/sheet';
	import { many, session, useWork } from '$lib/ui/shared';
	import { carried, well } from './axis-drag';
	import SheetFrom from './SheetFrom.svelte';
	import type { SheetState } from './state.svelte';

	let { view }: { view: SheetState } = $props();

	const work = useWork();
	const running = $derived(
		work.plans.filter(
			(plan) =>
				!plan.stopped &&
				work.takes.some(
					(t) => t.planId === plan.id && (t.state === 'waiting' || t.state === 'running')
				)
		)
	);
	const done = $derived(view.takes.filter(({ state }) => state === 'done'));
	const judged = $derived(done.filter(({ id }) => work.marks.has(id)).length);

	const held = $derived(heldSays(view.takes, session.cards));
</script>

<div class="bar">
	<SheetFrom {view} />
	<div class="dials" {...well(view, 'page')}>
		<button class="act fold" onclick={() => (view.laying = true)}>Lay out …</button>
		{#if view.onWall}
			{#each view.varied as axis (axis)}
				<div class="page" title="Drag it to an edge of the mat" {...carried(view, axis)}>
					<span class="grip" aria-hidden="true"></span>
					<span class="whole"
						>{axisOf(axis).label}
						<span class="quiet num">{stopsAmong(view.takes, axis).length}</span></span
					>
				</div>
			{/each}
		{/if}
		{#each [...view.held] as [axis, key] (axis)}
			{@const stops = stopsAmong(view.takes, axis)}
			{@const stop = stops.find((s) => s.key === key)}
			{@const { label } = axisOf(axis)}
			<div class="page" title="Drag it to an edge of the mat" {...carried(view, axis)}>
				<span class="grip" aria-hidden="true"></span>
				<button class="plain" aria-label="{label}: one back" onclick={() => view.turnPage(-1, axis)}
					><ChevronLeft /></button
				>
				<span
					><small>{label}</small>
					<strong class="num">{stop ? labelsOf(axis, stops, view.known).get(stop.key) : ''}</strong
					></span
				>
				<span class="quiet num">{stops.findIndex((s) => s.key === key) + 1}/{stops.length}</span>
				<button class="plain" aria-label="{label}: one on" onclick={() => view.turnPage(1, axis)}
					><ChevronRight /></button
				>
			</div>
		{/each}
		{#if view.canFold}
			<button
				class="act fold"
				aria-pressed={view.folded}
				onclick={() => view.address.set({ fold: view.folded ? null : '1' })}
				>all seeds in one cell</button
			>
		{/if}
		{#if view.hidden}
			<button
				class="act fold hidden"
				title="A dial is held elsewhere, or a newer take stands in the same cell"
				onclick={() => view.showAll()}
				>{many(view.hidden, 'take')} out of sight: <strong>show all</strong></button
			>
		{/if}
		<span class="held" title={held}>held: {held || 'nothing'}</span>
	</div>
	{#each running as plan (plan.id)}
		<button class="stop" onclick={() => session.runner.cancel(plan)}>Stop the run</button>
	{/each}
	<span class="judged"
		>judged <strong class="num">{judged}</strong> of <span class="num">{done.length}</span></span
	>
</div>

<style>
	.bar {
		display: flex;
		gap: 14px;
		align-items: center;
		min-height: 46px;
		padding: 4px 18px;
		border-bottom: 1px solid var(--rule);
	}

	.dials {
		display: flex;
		flex: 1;
		flex-wrap: wrap;
		gap: 5px 10px;
		align-items: center;
		min-width: 0;
	}

	.page {
		display: flex;
		flex: none;
		align-items: center;
		height: 30px;
		border: 1px solid var(--rule);
		background: var(--panel);
	}

	.grip {
		flex: none;
		align-self: stretch;
		width: 7px;
		margin: 6px -2px 6px 5px;
		background: radial-gradient(circle, var(--ink-3) 1px, transparent 1.4px) 0 0 / 4px 4.5px;
		cursor: grab;
	}

	.page {
		gap: 6px;
	}

	.page button {
		display: grid;
		place-items: center;
		width: 26px;
		height: 28px;
	}

	.page small {
		color: var(--ink-3);
		font-size: 12px;
	}

	.page > span:nth-of-type(2) {
		max-width: 122px;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.page .whole {
		padding-right: 8px;
	}

	.page strong {
		font-family: var(--sans);
	}

	.held {
		flex: 1;
		min-width: 60px;
		overflow: hidden;
		color: var(--ink-3);
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.fold {
		flex: none;
	}

	.fold[aria-pressed='true'] {
		border-color: var(--varied);
		color: var(--varied);
		font-weight: 600;
	}

	.judged {
		flex: none;
	}

	@media (max-width: 1100px) {
		.held {
			display: none;
		}
	}

	.stop {
		flex: none;
		height: 28px;
		padding: 0 10px;
		border: 1px solid var(--point);
		background: none;
		color: var(--point);
		font: 13px var(--sans);
		cursor: pointer;
	}
</style>

<script lang="ts">
	import type { Take } from '$lib/core/schema';
	import { session, TakePicture, useWork } from '$lib/ui/shared';
	import type { Measuring } from '$lib/ui/measures';
	import { Loupe, TakeFoot } from '$lib/ui/takes';
	import { asks } from '$lib/core/judge';
	import { measureOf, valueOf } from '$lib/core/measure';
	import type { SheetState } from './state.svelte';

	interface Props {
		view: SheetState;
		take: Take;
		measuring: Measuring;
		/** Where the take stands between the least and the most of the measure in sight, 0 to 1. */
		share?: number | null;
		/** Whether a thumbnail is too small for the cell. */
		large?: boolean;
		/** Whether there is no room for words below the picture. */
		bare?: boolean;
	}

	let { view, take, measuring, share = null, large = false, bare = false }: Props = $props();

	const work = useWork();
	const mark = $derived(work.marks.get(take.id));
	const progress = $derived(session.progress.get(take.id));
	const percent = $derived(progress ? Math.round((100 * progress.step) / progress.steps) : 0);
	const waits = $derived(take.state === 'waiting' || take.state === 'running');
	/** A take that is not done, in words: by quarters, so that a reader is not told every step. */
	const stateSays = $derived(
		!waits
			? `${take.state}${take.message ? `: ${take.message}` : ''}`
			: progress
				? `being made, ${Math.floor(percent / 25) * 25}%`
				: 'waiting to be made'
	);
	const remark = $derived(work.remarks.get(take.id));
	const measured = $derived(measuring.of.get(take.id));
	const measure = $derived(view.address.measure ? measureOf(view.address.measure) : null);
	const value = $derived(measure ? valueOf(measured, measure.id) : undefined);
	const faint = $derived(asks(view.address.filter) && !view.fits(take));
	/** All that stands on the cell, in words. */
	const named = $derived(
		[
			`Take ${take.number}`,
			take.state === 'done' ? (mark ?? 'not judged') : stateSays,
			...(measure && value !== undefined
				? [`${measure.label.toLowerCase()} ${measure.format(value)}`]
				: []),
			...(remark?.faults.length ? [`faults: ${remark.faults.join(', ')}`] : [])
		].join(', ')
	);
	const focused = $derived(view.selection.focus === take.id);

	function press(event: MouseEvent) {
		if (event.shiftKey) view.selection.reach(view.order, take.id);
		else if (event.ctrlKey || event.metaKey) view.selection.toggle(take.id);
		view.selection.focus = take.id;
	}
</script>

<button
	class="take {mark ?? ''}"
	class:focused
	class:chosen={view.selection.selected.has(take.id)}
	class:faint
	style:--heat={view.address.heat && share !== null ? share : null}
	class:heat={view.address.heat && share !== null}
	data-take={take.id}
	data-state={take.state}
	aria-label={named}
	tabindex={focused ? 0 : -1}
	onclick={press}
	ondblclick={() => take.state === 'done' && view.table.open(take.id)}
>
	{#if take.state === 'done'}
		<TakePicture takeId={take.id} alt="" {large} lazy={false} />
	{:else if progress?.preview && take.state === 'waiting'}
		<img src={progress.preview} alt="" draggable="false" />
	{/if}
	{#if take.state !== 'done' && !waits}
		<span class="ended">{take.state}{take.message ? `: ${take.message}` : ''}</span>
	{/if}
	{#if view.loupe.on && take.state === 'done'}<Loupe loupe={view.loupe} takeId={take.id} />{/if}
	<TakeFoot
		{mark}
		{bare}
		starred={take.starred !== undefined}
		fresh={take.state === 'done' && (take.madeAt ?? 0) > view.seen}
		faults={remark?.faults.length}
		made={progress && waits ? percent / 100 : undefined}
	>
		{#if remark?.note}<span class="note" title={remark.note}>…</span>{/if}
		{#if waits}
			<span class="making num">
				{#if progress}
					{progress.step} of {progress.steps} · {percent}%
				{:else}
					waiting
				{/if}
			</span>
		{/if}
		{#if measure && value !== undefined}
			<span
				class="value num"
				class:warns={measure.warnsFrom !== undefined && value > measure.warnsFrom}
				>{measure.format(value)}</span
			>
		{/if}
	</TakeFoot>
</button>

<style>
	.faint {
		opacity: 0.14;
	}

	/* The measure as a rule along the foot: long and warm is much. */
	.heat::after {
		position: absolute;
		z-index: -1;
		right: calc((1 - var(--heat)) * 100%);
		bottom: 0;
		left: 0;
		height: var(--foot);
		background: color-mix(
			in oklab,
			var(--heat-little) calc(100% - var(--heat) * 100%),
			var(--heat-much)
		);
		content: '';
	}

	.value {
		margin-left: auto;
		padding: 0 5px;
		background: rgb(20 20 20 / 78%);
		color: #fff;
	}

	.value.warns {
		background: #8c1d10;
	}

	.note {
		font-weight: 600;
	}

	.take > img {
		width: 100%;
		object-fit: contain;
	}

	.ended {
		display: grid;
		place-items: center;
		height: calc(100% - var(--foot));
		padding: 8px;
		font-size: 12px;
	}
</style>

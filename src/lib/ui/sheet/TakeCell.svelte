<script lang="ts">
	import type { Take } from '$lib/core/schema';
	import { session, TakePicture, useWork } from '$lib/ui/shared';
	import type { SheetState } from './state.svelte';

	let { view, take }: { view: SheetState; take: Take } = $props();

	const work = useWork();
	const mark = $derived(work.marks.get(take.id));
	const progress = $derived(session.progress.get(take.id));
	const percent = $derived(progress ? Math.round((100 * progress.step) / progress.steps) : 0);
	const focused = $derived(view.focus === take.id);
	let cell: HTMLButtonElement;

	$effect(() => {
		if (focused && document.activeElement !== cell)
			cell.scrollIntoView({ block: 'nearest', inline: 'nearest' });
	});

	function press(event: MouseEvent) {
		view.focus = take.id;
		if (event.shiftKey) view.putAside(take.id);
	}
</script>

<button
	bind:this={cell}
	class="take {mark ?? ''}"
	class:focused
	class:aside={view.pair.includes(take.id)}
	data-take={take.id}
	data-state={take.state}
	aria-label="Take {take.number}, {take.state === 'done' ? (mark ?? 'not judged') : take.state}"
	onclick={press}
	ondblclick={() => take.state === 'done' && view.set({ open: take.id }, true)}
>
	{#if take.state === 'done'}
		<TakePicture takeId={take.id} alt="" />
	{:else if progress?.preview && take.state === 'waiting'}
		<img src={progress.preview} alt="" draggable="false" />
	{/if}
	{#if take.state === 'done' && (take.madeAt ?? 0) > view.seen}
		<span class="fresh">new</span>
	{/if}
	{#if mark === 'keep'}
		<svg class="fold" viewBox="0 0 26 26" aria-hidden="true"
			><path d="M0 0H26V26Z" fill="#fff" /></svg
		>
	{:else if mark === 'maybe'}
		<svg class="fold" viewBox="0 0 26 26" aria-hidden="true"
			><path d="M3 0 26 23" stroke="#fff" stroke-width="4" /><path
				d="M0.5 0 26 25.5"
				stroke="#0006"
				stroke-width="1"
			/></svg
		>
	{/if}
	{#if take.state === 'waiting' || take.state === 'running'}
		<span class="making num">
			{#if progress}
				{progress.step} of {progress.steps} · {percent}%
			{:else}
				waiting
			{/if}
			<span class="bar" style:width="{percent}%"></span>
		</span>
	{:else if take.state !== 'done'}
		<span class="ended">{take.state}{take.message ? `: ${take.message}` : ''}</span>
	{/if}
</button>

<style>
	.take {
		position: relative;
		display: block;
		width: 100%;
		height: 100%;
		padding: 0;
		overflow: hidden;
		border: 0;
		background: rgb(0 0 0 / 8%);
		color: inherit;
		font: inherit;
		cursor: pointer;
	}

	.fresh {
		position: absolute;
		bottom: 4px;
		left: 4px;
		padding: 0 6px;
		background: var(--varied);
		color: #fff;
		font-size: 11px;
		font-weight: 600;
	}

	.focused {
		outline: 3px solid var(--point) !important;
		outline-offset: 0;
	}

	.aside::after {
		position: absolute;
		inset: 3px;
		border: 2px dashed #fff;
		content: '';
	}

	.drop :global(img) {
		filter: grayscale(1) contrast(0.6) brightness(1.15);
	}

	.take > img {
		width: 100%;
		height: 100%;
		object-fit: contain;
	}

	.fold {
		position: absolute;
		top: 0;
		right: 0;
		width: 26px;
		height: 26px;
		filter: drop-shadow(-1px 1px 1px rgb(0 0 0 / 45%));
	}

	.making {
		position: absolute;
		right: 0;
		bottom: 0;
		left: 0;
		padding: 2px 6px 4px;
		background: rgb(20 20 20 / 78%);
		color: #fff;
		font-size: 11px;
		text-align: left;
	}

	.bar {
		position: absolute;
		bottom: 0;
		left: 0;
		height: 3px;
		background: #ff8a5c;
	}

	.ended {
		display: grid;
		place-items: center;
		height: 100%;
		padding: 8px;
		font-size: 12px;
	}
</style>

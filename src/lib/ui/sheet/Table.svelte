<script lang="ts">
	import { select } from 'd3-selection';
	import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom';
	import { dialOf } from '$lib/core/dials';
	import { differences } from '$lib/core/sheet';
	import { session, TakePicture, useWork } from '$lib/ui/shared';
	import Against from './Against.svelte';
	import type { SheetState } from './state.svelte';

	let { view }: { view: SheetState } = $props();

	const work = useWork();
	const takes = $derived(view.open.flatMap((id) => work.takes.find((t) => t.id === id) ?? []));
	const parts = $derived(takes.length === 2 ? differences(takes[0], takes[1]) : []);
	const against = $derived(takes.length === 2 && view.mode !== 'side' ? view.mode : null);
	const modes = [
		['side', 'side by side'],
		['wipe', 'wipe'],
		['blink', 'blink'],
		['colour', 'colour'],
		['structure', 'structure']
	] as const;
	/** Four stand in two rows. */
	const across = $derived(against ? 1 : takes.length === 4 ? 2 : Math.max(1, takes.length));
	const down = $derived(takes.length === 4 ? 2 : 1);
	let seen = $state(0);
	let table: HTMLDivElement;
	let at = $state.raw<ZoomTransform>(zoomIdentity);

	// One zoom and pan for all pictures on the table, as shares of each picture's own box.
	const behaviour = zoom<HTMLDivElement, unknown>()
		.scaleExtent([1, 16])
		.filter(
			(event: MouseEvent) => !event.shiftKey && !(event.target as Element).closest('input, button')
		)
		.on('zoom', ({ transform }: { transform: ZoomTransform }) => (at = transform));

	$effect(() => {
		const chosen = select(table);
		chosen.call(behaviour).on('dblclick.zoom', null);
		return () => {
			chosen.on('.zoom', null);
		};
	});

	$effect(() => {
		// Another take on the table is seen whole first.
		void view.open.join();
		select(table).call((s) => behaviour.transform(s, zoomIdentity));
	});

	function close() {
		view.pair = [];
		view.set({ open: null });
	}

	/** So many pixels of the screen for one of the first picture, whatever its frame. */
	function toPixels(scale: number) {
		const [first] = takes;
		const box = table.querySelector('.window')?.getBoundingClientRect();
		if (!first || !box) return;
		const { width, height } = first.settings;
		const fit = Math.min(box.width / width, box.height / height);
		const k = Math.max(1, scale / (fit * devicePixelRatio));
		select(table).call((s) => behaviour.scaleTo(s, k));
	}

	const turn = (by: number) => select(table).call((s) => behaviour.scaleBy(s, by));
</script>

<div class="view mat-{view.mat}">
	<div class="table" bind:this={table} style:--across={across}>
		{#if against}
			<figure>
				<Against
					one={takes[0].id}
					two={takes[1].id}
					mode={against}
					transform="translate({at.x}px, {at.y}px) scale({at.k})"
					onshown={(second) => (seen = second ? 1 : 0)}
				/>
				<figcaption>
					{#each takes as take, i (take.id)}
						<span class:seen={against === 'blink' && seen === i}>
							<strong>Take {take.number}</strong>
							{#each parts as { dial, from, to } (dial)}
								<small>{dialOf(dial).label.toLowerCase()}</small>
								{dialOf(dial).format(i ? to : from, session.cards)}
							{/each}
						</span>
					{/each}
				</figcaption>
			</figure>
		{/if}
		{#each against ? [] : takes as take (take.id)}
			<figure>
				<div class="window">
					<div
						class="picture"
						style:transform="translate({at.x / across}px, {at.y / down}px) scale({at.k})"
					>
						<TakePicture takeId={take.id} alt="Take {take.number}" large />
					</div>
				</div>
				<figcaption>
					<button
						class="plain"
						onclick={() => (view.focus = take.id)}
						aria-pressed={view.focus === take.id}>Take {take.number}</button
					>
					{#each parts as { dial, from, to } (dial)}
						<span
							><small>{dialOf(dial).label.toLowerCase()}</small>
							<strong>{dialOf(dial).format(take === takes[0] ? from : to, session.cards)}</strong
							></span
						>
					{/each}
					<span class="mark">{work.marks.get(take.id) ?? ''}</span>
				</figcaption>
			</figure>
		{/each}
	</div>
	<div class="tools">
		<button class="act back" onclick={close}>Back to the sheet</button>
		<span class="zoom">
			<button onclick={() => turn(1 / 1.5)} aria-label="Smaller">−</button>
			<span class="num">{at.k.toFixed(1)}×</span>
			<button onclick={() => turn(1.5)} aria-label="Larger">+</button>
			<button onclick={() => select(table).call((s) => behaviour.transform(s, zoomIdentity))}
				>whole</button
			>
		</span>
		{#if takes.length === 2}
			<span class="modes" role="group" aria-label="Against each other">
				{#each modes as [mode, says] (mode)}
					<button
						aria-pressed={view.mode === mode}
						onclick={() => view.set({ mode: mode === 'side' ? null : mode })}>{says}</button
					>
				{/each}
			</span>
		{/if}
		<span class="zoom">
			<button title="One pixel of the picture on one of the screen" onclick={() => toPixels(1)}
				>100%</button
			>
			<button onclick={() => toPixels(2)}>200%</button>
		</span>
		<span class="hint"
			>wheel to zoom, {view.mode === 'wipe' && takes.length === 2
				? 'shift-drag or the slider to wipe'
				: 'drag to move'}{takes.length > 1 ? ': all go together' : ''}</span
		>
	</div>
</div>

<style>
	.view {
		display: grid;
		grid-template-rows: minmax(0, 1fr) auto;
		min-width: 0;
	}

	.table {
		display: grid;
		grid-template-columns: repeat(var(--across), minmax(0, 1fr));
		grid-auto-rows: minmax(0, 1fr);
		gap: 8px;
		min-height: 0;
		padding: 10px 10px 0;
		cursor: grab;
		touch-action: none;
	}

	figure {
		display: grid;
		grid-template-rows: minmax(0, 1fr) 30px;
		min-width: 0;
		min-height: 0;
	}

	.window {
		overflow: hidden;
	}

	.picture {
		width: 100%;
		height: 100%;
		transform-origin: 0 0;
	}

	figcaption {
		display: flex;
		gap: 16px;
		align-items: center;
		overflow: hidden;
		font-size: 13px;
		white-space: nowrap;
	}

	.mark {
		margin-left: auto;
		font-weight: 650;
	}

	figcaption button[aria-pressed='true'] {
		text-decoration: underline 2px var(--point);
		text-underline-offset: 4px;
	}

	.tools {
		display: flex;
		gap: 18px;
		align-items: center;
		padding: 8px 12px;
		background: var(--panel);
		color: var(--ink);
	}

	.seen {
		text-decoration: underline 2px var(--point);
		text-underline-offset: 4px;
	}

	.modes {
		display: flex;
	}

	.modes button {
		height: 28px;
		padding: 0 10px;
		border: 1px solid var(--rule);
		white-space: nowrap;
		border-left-width: 0;
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.modes button:first-child {
		border-left-width: 1px;
	}

	.modes button[aria-pressed='true'] {
		background: var(--ink-2);
		color: var(--paper);
	}

	.back {
		flex: none;
	}

	.zoom {
		display: flex;
		gap: 6px;
		align-items: center;
	}

	.zoom button {
		min-width: 28px;
		height: 28px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.zoom .num {
		width: 48px;
		text-align: center;
	}

	.hint {
		flex: 1;
		min-width: 0;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
		color: var(--ink-3);
		font-size: 12px;
	}
</style>

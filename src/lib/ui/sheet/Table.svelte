<script lang="ts">
	import type { Take } from '$lib/core/schema';
	import { axisOf, variedAmong, WHOLE, type Axis, type Look } from '$lib/core/sheet';
	import { TakePicture, useWork } from '$lib/ui/shared';
	import Against from './Against.svelte';
	import type { SheetState } from './state.svelte';
	import TableWindow from './TableWindow.svelte';

	let { view }: { view: SheetState } = $props();

	const work = useWork();
	const all = $derived([...work.takes, ...work.beside.takes]);
	const takes = $derived(view.open.flatMap((id) => all.find((t) => t.id === id) ?? []));
	/** In what the takes on the table differ. */
	const parts = $derived(takes.length > 1 ? variedAmong(takes).map(axisOf) : []);
	const said = (axis: Axis, take: Take) => axis.format(axis.read(take), view.known);
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
	let seen = $state(0);
	const onlook = (next: Look) => (view.look = next);

	// Other takes on the table are seen whole first; one after another, at the same place.
	const together = $derived(view.open.length > 1 ? view.open.join() : '');
	$effect(() => {
		void together;
		view.look = WHOLE;
	});

	function close() {
		view.pair = [];
		view.set({ open: null });
	}
</script>

<div class="view mat-{view.mat}">
	<div class="table" style:--across={across}>
		{#if against}
			<figure>
				<TableWindow
					picture={takes[0].settings}
					look={view.look}
					{onlook}
					bind:size={view.windowSize}
				>
					{#snippet children(moved)}
						<Against
							one={takes[0].id}
							two={takes[1].id}
							mode={against}
							transforms={[moved(takes[0].settings), moved(takes[1].settings)]}
							onshown={(second) => (seen = second ? 1 : 0)}
						/>
					{/snippet}
				</TableWindow>
				<figcaption>
					{#each takes as take, i (take.id)}
						<span class:seen={against === 'blink' && seen === i}>
							<strong>Take {take.number}</strong>
							{#each parts as axis (axis.id)}
								<small>{axis.label.toLowerCase()}</small>
								{said(axis, take)}
							{/each}
						</span>
					{/each}
				</figcaption>
			</figure>
		{/if}
		{#each against ? [] : takes as take (take.id)}
			<figure>
				<TableWindow picture={take.settings} look={view.look} {onlook} bind:size={view.windowSize}>
					{#snippet children(moved)}
						<div class="picture" style:transform={moved(take.settings)}>
							<TakePicture takeId={take.id} alt="Take {take.number}" large />
						</div>
					{/snippet}
				</TableWindow>
				<figcaption>
					<button
						class="plain"
						onclick={() => (view.focus = take.id)}
						aria-pressed={view.focus === take.id}>Take {take.number}</button
					>
					<span class="mark">{work.marks.get(take.id) ?? ''}</span>
					{#each parts as axis (axis.id)}
						<span title={said(axis, take)}
							><small>{axis.label.toLowerCase()}</small> <strong>{said(axis, take)}</strong></span
						>
					{/each}
				</figcaption>
			</figure>
		{/each}
	</div>
	<div class="tools">
		<button class="act back" onclick={close}>Back to the sheet</button>
		<span class="zoom">
			<button onclick={() => view.lookTimes(1 / 1.5)} aria-label="Smaller">−</button>
			<span class="num">{view.look.scale.toFixed(1)}×</span>
			<button onclick={() => view.lookTimes(1.5)} aria-label="Larger">+</button>
			<button onclick={() => (view.look = WHOLE)}>whole</button>
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
			<button
				title="One pixel of the picture on one of the screen"
				onclick={() => view.lookPixels(1)}>100%</button
			>
			<button onclick={() => view.lookPixels(2)}>200%</button>
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
		grid-template-columns: minmax(0, 1fr);
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
		grid-template-columns: minmax(0, 1fr);
		min-width: 0;
		min-height: 0;
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
		margin-left: -8px;
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

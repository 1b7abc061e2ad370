<script lang="ts">
	import type { Take } from '$lib/core/schema';
	import { axisOf, variedAmong, WHOLE, type Axis, type Known, type Look } from '$lib/core/sheet';
	import { ContentSwitcher, Switch } from 'carbon-components-svelte';
	import { TakePicture, useWork } from '$lib/ui/shared';
	import Against from './Against.svelte';
	import { modesInWords, tableModes, type TableMode } from './modes';
	import type { TableState } from './state.svelte';
	import TableWindow from './TableWindow.svelte';

	interface Props {
		table: TableState;
		known: Known;
		/** How two are set against each other, and which mat lies behind. */
		mode: TableMode;
		mat: number;
		/** The take in focus. */
		focus: string | null;
		onfocus: (id: string) => void;
		onmode: (mode: TableMode) => void;
	}

	let { table, known, mode, mat, focus, onfocus, onmode }: Props = $props();

	const work = useWork();
	const { takes } = $derived(table);
	/** In what the takes on the table differ. */
	const parts = $derived(takes.length > 1 ? variedAmong(takes).map(axisOf) : []);
	const said = (axis: Axis, take: Take) => axis.format(axis.read(take), known);
	const against = $derived(takes.length === 2 && mode !== 'side' ? mode : null);
	/** Four stand in two rows. */
	const across = $derived(against ? 1 : takes.length === 4 ? 2 : Math.max(1, takes.length));
	let seen = $state(0);
	const onlook = (next: Look) => (table.look = next);

	// Other takes on the table are seen whole first; one after another, at the same place.
	const together = $derived(takes.length > 1 ? takes.map(({ id }) => id).join() : '');
	$effect(() => {
		void together;
		table.look = WHOLE;
	});
</script>

<div class="view mat-{mat}">
	<div class="table" style:--across={across}>
		{#if against}
			<figure>
				<TableWindow
					picture={takes[0].settings}
					look={table.look}
					{onlook}
					bind:size={table.windowSize}
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
				<TableWindow
					picture={take.settings}
					look={table.look}
					{onlook}
					bind:size={table.windowSize}
				>
					{#snippet children(moved)}
						<div class="picture" style:transform={moved(take.settings)}>
							<TakePicture takeId={take.id} alt="Take {take.number}" large />
						</div>
					{/snippet}
				</TableWindow>
				<figcaption>
					<button class="plain" onclick={() => onfocus(take.id)} aria-pressed={focus === take.id}
						>Take {take.number}</button
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
		<button class="act back" onclick={() => table.close()}>Back to the sheet</button>
		<span class="zoom">
			<button onclick={() => table.lookTimes(1 / 1.5)} aria-label="Smaller">−</button>
			<span class="num">{table.look.scale.toFixed(1)}×</span>
			<button onclick={() => table.lookTimes(1.5)} aria-label="Larger">+</button>
			<button onclick={() => (table.look = WHOLE)}>whole</button>
		</span>
		{#if takes.length === 2}
			<span class="modes">
				<ContentSwitcher
					size="sm"
					aria-label="Against each other"
					selectedIndex={tableModes.indexOf(mode)}
					on:change={({ detail }) => tableModes[detail] !== mode && onmode(tableModes[detail])}
				>
					{#each tableModes as one (one)}<Switch text={modesInWords[one]} />{/each}
				</ContentSwitcher>
			</span>
		{/if}
		<span class="zoom">
			<button
				title="One pixel of the picture on one of the screen"
				onclick={() => table.lookPixels(1)}>100%</button
			>
			<button onclick={() => table.lookPixels(2)}>200%</button>
		</span>
		<span class="hint" class:beside={takes.length === 2}
			>wheel zooms, {mode === 'wipe' && takes.length === 2
				? 'shift-drag wipes'
				: `drag moves${takes.length === 2 ? ' both' : takes.length > 2 ? ' all' : ''}`}</span
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
		container-type: inline-size;
		display: flex;
		flex-wrap: wrap;
		gap: 8px 18px;
		align-items: center;
		padding: 8px 12px;
		background: var(--panel);
		color: var(--ink);
	}

	.seen {
		text-decoration: underline 2px var(--point);
		text-underline-offset: 4px;
	}

	.modes :global(.bx--content-switcher) {
		width: auto;
		height: 28px;
	}

	.modes :global(.bx--content-switcher-btn) {
		width: auto;
		padding: 0 12px;
		white-space: nowrap;
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
		flex: 1 1 90px;
		color: var(--ink-3);
		font-size: 12px;
		line-height: 1.2;
		text-wrap: balance;
	}

	/* Beside five ways to look at two takes there is room for it in two lines, or none. */
	@container (max-width: 620px) {
		.hint.beside {
			display: none;
		}
	}
</style>

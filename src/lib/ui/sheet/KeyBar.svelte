<script lang="ts">
	import { SizeSlider } from '$lib/ui/shared';
	import type { MarkKind } from '$lib/core/schema';
	import { ChosenStrip } from '$lib/ui/takes';
	import { chosenActs, type SheetKey } from './keys';
	import type { SheetState } from './state.svelte';

	interface Props {
		view: SheetState;
		keys: readonly SheetKey[];
		/** Marks everything that is chosen. */
		onmark: (kind: MarkKind) => void;
	}

	let { view, keys, onmark }: Props = $props();

	const shown = $derived(
		keys.flatMap(({ shown: key, bar }) => {
			const says = bar?.();
			return says ? [{ key, says }] : [];
		})
	);
	const mats = ['dark', 'middle', 'light', 'paper'];
</script>

<footer>
	{#if view.selection.selected.size && !view.address.open.length}
		<ChosenStrip here={[...(view.known.briefs?.keys() ?? [])]} {onmark} more={chosenActs(view)} />
	{:else}
		<span class="keys">
			{#each shown as { key, says } (key)}
				<span><kbd>{key}</kbd> {says}</span>
			{/each}
		</span>
	{/if}
	<button class="plain all" aria-label="All keys" onclick={() => (view.helping = true)}
		><kbd>?</kbd></button
	>
	{#if !view.address.open.length}
		<SizeSlider
			label="Cell size, from thumbnails to one take"
			layout={view.layout}
			onzoom={(steps) => view.zoomTo(steps)}
		/>
	{/if}
	<span class="mats" class:second={!view.address.open.length} role="group" aria-label="Mat">
		mat
		{#each mats as name, i (name)}
			<button
				class="swatch-{i}"
				aria-label="{name} mat"
				aria-pressed={view.address.mat === i}
				onclick={() => view.address.set({ mat: String(i) })}
			></button>
		{/each}
	</span>
</footer>

<style>
	footer {
		display: flex;
		gap: 11px;
		align-items: center;
		min-height: 40px;
		padding: 4px 14px;
		overflow: hidden;
		border-top: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
		white-space: nowrap;
	}

	/* What has no room left is listed under the question mark. */
	.keys {
		display: flex;
		flex: 0 1 auto;
		flex-wrap: wrap;
		gap: 11px;
		height: 24px;
		min-width: 0;
		overflow: hidden;
		line-height: 24px;
	}

	.all {
		flex: none;
	}

	.mats {
		display: flex;
		flex: none;
		gap: 5px;
		align-items: center;
		margin-left: auto;
	}

	.mats button {
		width: 24px;
		height: 24px;
		border: 1px solid var(--rule-strong);
		cursor: pointer;
	}

	.mats button[aria-pressed='true'] {
		outline: 2px solid var(--ink);
		outline-offset: 1px;
	}

	.mats.second {
		margin-left: 0;
	}

	.swatch-0 {
		background: var(--mat-0);
	}

	.swatch-1 {
		background: var(--mat-1);
	}

	.swatch-2 {
		background: var(--mat-2);
	}

	.swatch-3 {
		background: var(--mat-3);
	}
</style>

<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { many } from '$lib/ui/shared';
	import type { PairsKey } from './keys';
	import Settling from './Settling.svelte';
	import type { PairsState } from './state.svelte';

	interface Props {
		view: PairsState;
		keys: readonly PairsKey[];
		/** How many pairs were answered. */
		pairs: number;
		/** Where the findings of these takes stand. */
		findings: string;
	}

	let { view, keys, pairs, findings }: Props = $props();

	const { known } = $derived(view);
	const [left, right, neither] = $derived([keys[0], keys[1], keys[2]]);
	const others = $derived(keys.slice(3));
	const away = $derived(!view.now);
</script>

<footer>
	<div class="answers" data-answers>
		<button class="side" disabled={away} onclick={() => left.run('')}
			><kbd>F</kbd> the left one</button
		>
		<button class="neither" disabled={away} onclick={() => neither.run('')}
			><kbd>Space</kbd> neither</button
		>
		<button class="side" disabled={away} onclick={() => right.run('')}
			>the right one <kbd>J</kbd></button
		>
	</div>
	<div class="line">
		<span class="keys">
			{#each others as { shown, says, run } (shown)}
				<button class="plain" onclick={() => run('+')}><kbd>{shown}</kbd> {says}</button>
			{/each}
		</span>
		{#if known}<Settling {known} />{/if}
		<span class="left">
			{#if known?.settled}
				<strong>Settled</strong> after {many(pairs, 'pair')}
			{:else if known?.left}
				about <strong class="num">{known.left}</strong> more {known.left === 1 ? 'pair' : 'pairs'}
			{:else if known}
				more than 200 pairs to go
			{/if}
		</span>
		<Button size="small" kind={known?.settled ? 'primary' : 'tertiary'} href={findings}
			>{known?.settled ? 'See the findings' : 'Look now'}</Button
		>
	</div>
</footer>

<style>
	footer {
		background: var(--panel);
	}

	.answers {
		display: grid;
		grid-template-columns: 1fr 160px 1fr;
		gap: 10px;
		padding: 8px 10px;
		background: var(--mat-1);
	}

	.answers button {
		height: 36px;
		border: 1px solid var(--rule-strong);
		background: var(--panel);
		color: var(--ink);
		font: 600 14px var(--sans);
		cursor: pointer;
	}

	.answers button:hover:not(:disabled) {
		border-color: var(--ink);
		background: var(--field);
	}

	.answers .neither {
		font-weight: 450;
	}

	.answers button:disabled {
		color: var(--ink-3);
		cursor: default;
	}

	.answers kbd {
		margin: 0 6px;
		font-weight: 450;
	}

	.line {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 20px;
		align-items: center;
		padding: 6px 14px;
	}

	.left {
		margin-left: auto;
		white-space: nowrap;
	}

	.keys {
		display: flex;
		gap: 4px 13px;
		font-size: 13px;
		white-space: nowrap;
	}

	.line :global(.bx--btn) {
		flex: none;
		min-width: 0;
		padding-right: 14px;
	}
</style>

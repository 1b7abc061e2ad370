<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import AnswerBar from './AnswerBar.svelte';
	import { choicesOf, type PairsKey } from './keys';
	import Settling from './Settling.svelte';
	import type { PairsState } from './state.svelte';

	interface Props {
		view: PairsState;
		keys: readonly PairsKey[];
		/** Where the findings of these takes stand. */
		findings: string;
	}

	let { view, keys, findings }: Props = $props();

	const { known } = $derived(view);
	const others = $derived(keys.filter(({ answers }) => !answers));
	const choices = $derived(choicesOf(keys));
</script>

<footer>
	<AnswerBar {choices} disabled={!view.now} />
	<div class="line">
		<span class="keys">
			{#each others as { shown, says, run } (shown)}
				<button class="plain" onclick={() => run('+')}><kbd>{shown}</kbd> {says}</button>
			{/each}
		</span>
		{#if known}<Settling {known} />{/if}
		<span class="left">
			{#if known?.settled}
				<strong>Decided.</strong> More pairs won’t change it
			{:else if known?.left}
				about <strong class="num">{known.left}</strong> more {known.left === 1 ? 'pair' : 'pairs'}
			{:else if known}
				fresh takes would help more than more pairs
			{/if}
		</span>
		<Button size="small" kind={known?.settled ? 'primary' : 'tertiary'} href={findings}
			>See findings</Button
		>
	</div>
</footer>

<style>
	footer {
		background: var(--panel);
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

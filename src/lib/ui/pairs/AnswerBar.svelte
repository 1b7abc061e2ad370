<script lang="ts">
	/** An answer that can be given, with its key. */
	interface Choice {
		key: string;
		says: string;
		run: () => void;
		/** Whether it is asked for less: its button is narrower. */
		narrow?: boolean;
	}

	let { choices, disabled }: { choices: readonly Choice[]; disabled: boolean } = $props();

	const widths = $derived(choices.map(({ narrow }) => (narrow ? '160px' : '1fr')).join(' '));
</script>

<div class="answers" data-answers style:grid-template-columns={widths}>
	{#each choices as { key, says, run, narrow } (key)}
		<button class:narrow {disabled} onclick={run}><kbd>{key}</kbd> {says}</button>
	{/each}
</div>

<style>
	.answers {
		display: grid;
		gap: 10px;
		padding: 8px 10px;
		background: var(--mat-1);
	}

	button {
		height: 36px;
		border: 1px solid var(--rule-strong);
		background: var(--panel);
		color: var(--ink);
		font: 600 14px var(--sans);
		cursor: pointer;
	}

	button:hover:not(:disabled) {
		border-color: var(--ink);
		background: var(--field);
	}

	.narrow {
		font-weight: 450;
	}

	button:disabled {
		color: var(--ink-3);
		cursor: default;
	}

	kbd {
		margin-right: 6px;
		font-weight: 450;
	}
</style>

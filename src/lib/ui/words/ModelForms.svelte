<script lang="ts">
	import { countWords } from '$lib/core/wording';
	import { useDesk } from './desk.svelte';

	const desk = useDesk();
	const count = $derived(countWords(desk.brief.prompt));
</script>

<section aria-label="How the chosen models take it">
	{#each desk.models as card (card.id)}
		{@const note = desk.notes.find(({ model }) => model === card.id)}
		{@const unread = desk.unread[card.id] ?? []}
		<div class="model">
			<strong>{card.name}</strong>
			<span class="quiet"
				>{card.promptForm === 'either' ? 'either form' : card.promptForm}
				<span class="num" title="Words written, and words that it reads"
					>{count}/{card.promptWords}</span
				></span
			>
			<span class="says" class:fine={!note?.says && !unread.length}>
				{#if note?.says}{note.says}{/if}
				{#if unread.length}Does not know {unread.slice(0, 6).join(', ')}{unread.length > 6
						? ` and ${unread.length - 6} more`
						: ''}.{/if}
				{#if !note?.says && !unread.length}as it is{/if}
			</span>
		</div>
	{:else}
		<p class="quiet">
			No model is chosen yet: choose some under <a href="/brief/{desk.brief.id}/dials">Dials</a>.
		</p>
	{/each}
</section>

<style>
	.model {
		display: grid;
		grid-template-columns: 88px 124px minmax(0, 1fr);
		gap: 10px;
		padding: 5px 0;
		border-top: 1px solid var(--rule);
		font-size: 13px;
	}

	.says {
		color: var(--point);
	}

	.fine {
		color: var(--ink-3);
	}
</style>

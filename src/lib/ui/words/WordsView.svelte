<script lang="ts">
	import { Button, TextArea } from 'carbon-components-svelte';
	import ArrowRight from 'carbon-icons-svelte/lib/ArrowRight.svelte';
	import { goto } from '$app/navigation';
	import { addPhrase, countWords, ideas, promptNotes } from '$lib/core/wording';
	import { session, useWork } from '$lib/ui/shared';
	import LeaveOut from './LeaveOut.svelte';

	const work = useWork();
	const brief = $derived(work.brief!);
	const models = $derived(session.cards.filter(({ id }) => brief.rack.model.includes(id)));
	const notes = $derived(promptNotes(brief.prompt, brief.negative, models));

	const starters = [
		'a lighthouse at dusk above a salt marsh, low sun behind the tower',
		'heron, salt marsh, dawn, wide view',
		'a red sailing dinghy in a storm, linocut',
		'storm lamp on the quay at night, close-up'
	];
</script>

<div class="view">
	<div class="text">
		<section class="prompt">
			<TextArea
				labelText="Prompt"
				placeholder="What is to be seen: subject, place, light, framing, medium"
				rows={5}
				value={brief.prompt}
				on:input={(e) => work.change({ prompt: (e.target as HTMLTextAreaElement).value })}
			/>
			<p class="under">
				<span class="num">{countWords(brief.prompt)}</span> words
				{#if !brief.prompt.trim()}
					<span class="starters">
						begin with
						{#each starters as text (text)}
							<button class="phrase" onclick={() => work.change({ prompt: text })}>{text}</button>
						{/each}
					</span>
				{/if}
			</p>
		</section>

		<section>
			<LeaveOut
				value={brief.negative}
				contradictions={notes.contradictions}
				onchange={(negative) => work.change({ negative })}
			/>
		</section>

		<section class="models">
			<h2>How the chosen models take it</h2>
			{#each models as card (card.id)}
				{@const note = notes.models.find(({ model }) => model === card.id)}
				<div class="model">
					<strong>{card.name}</strong>
					<span>
						{card.promptForm === 'either' ? 'sentences or keywords' : `wants ${card.promptForm}`},
						reads
						{card.promptWords} words
					</span>
					{#if note?.says}<span class="says">{note.says}</span>{:else}<span class="fine"
							>as it is</span
						>{/if}
				</div>
			{:else}
				<p class="quiet">No model is chosen yet: choose some under Dials.</p>
			{/each}
		</section>

		<Button size="small" icon={ArrowRight} on:click={() => goto(`/brief/${brief.id}/dials`)}>
			On to the dials
		</Button>
	</div>

	<aside aria-label="Phrases to add">
		{#each ideas as { facet, phrases } (facet)}
			<h2>{facet}</h2>
			<div class="phrases">
				{#each phrases as phrase (phrase)}
					<button
						class="phrase"
						onclick={() => work.change({ prompt: addPhrase(brief.prompt, phrase) })}
					>
						{phrase}
					</button>
				{/each}
			</div>
		{/each}
	</aside>
</div>

<style>
	.view {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 316px;
		min-height: 100%;
	}

	.text {
		display: grid;
		gap: 24px;
		align-content: start;
		max-width: 900px;
		padding: 22px 24px;
	}

	aside {
		padding: 22px 20px;
		border-left: 1px solid var(--rule);
		background: var(--panel);
	}

	aside h2 {
		margin-bottom: 7px;
		font-size: 13px;
	}

	.phrases {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-bottom: 18px;
	}

	.prompt :global(textarea) {
		font-size: 17px;
		line-height: 1.5;
	}

	.under {
		margin-top: 6px;
		color: var(--ink-3);
		font-size: 12px;
	}

	.starters {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: center;
		margin-top: 10px;
	}

	.phrase {
		padding: 4px 10px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
		text-align: left;
		cursor: pointer;
	}

	.phrase:hover {
		border-color: var(--ink-3);
	}

	.model {
		display: grid;
		grid-template-columns: 104px 280px 1fr;
		gap: 12px;
		padding: 7px 0;
		border-top: 1px solid var(--rule);
		font-size: 13px;
	}

	.models h2 {
		margin-bottom: 6px;
		font-size: 13px;
	}

	.says {
		color: var(--point);
	}

	.fine {
		color: var(--ink-3);
	}
</style>

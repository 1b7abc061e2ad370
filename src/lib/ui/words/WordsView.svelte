<script lang="ts">
	import { Button, TextArea } from 'carbon-components-svelte';
	import ArrowRight from 'carbon-icons-svelte/lib/ArrowRight.svelte';
	import { goto } from '$app/navigation';
	import { countWords, promptNotes } from '$lib/core/wording';
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
					or begin with
					{#each starters as text (text)}
						<button class="plain starter" onclick={() => work.change({ prompt: text })}
							>{text}</button
						>
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
				<span
					>{card.promptForm === 'either' ? 'sentences or keywords' : `wants ${card.promptForm}`},
					reads {card.promptWords} words</span
				>
				{#if note?.says}<em>{note.says}</em>{:else}<span class="fine">as it is</span>{/if}
			</div>
		{:else}
			<p class="quiet">No model is chosen yet: choose some under Dials.</p>
		{/each}
	</section>

	<Button size="small" icon={ArrowRight} on:click={() => goto(`/brief/${brief.id}/dials`)}
		>On to the dials</Button
	>
</div>

<style>
	.view {
		display: grid;
		gap: 26px;
		max-width: 900px;
		padding: 24px;
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

	.starter {
		padding: 4px 10px;
		border: 1px solid var(--rule);
		background: var(--panel);
		color: var(--ink);
		font-size: 13px;
	}

	.starter:hover {
		border-color: var(--ink-3);
	}

	.model {
		display: grid;
		grid-template-columns: 120px 260px 1fr;
		gap: 12px;
		padding: 7px 0;
		border-top: 1px solid var(--rule);
		font-size: 13px;
	}

	.models h2 {
		margin-bottom: 6px;
	}

	.model em {
		color: var(--point);
	}

	.fine {
		color: var(--ink-3);
	}
</style>

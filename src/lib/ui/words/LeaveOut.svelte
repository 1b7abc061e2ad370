<script lang="ts">
	import { TextArea } from 'carbon-components-svelte';
	import { defectPhrases, splitPhrases, togglePhrase } from '$lib/core/wording';

	interface Props {
		value: string;
		/** Words that are asked for and left out at once. */
		contradictions: string[];
		onchange: (value: string) => void;
	}

	let { value, contradictions, onchange }: Props = $props();

	const chosen = $derived(new Set(splitPhrases(value).map((phrase) => phrase.toLowerCase())));
</script>

<TextArea
	labelText="Leave out (negative prompt)"
	placeholder="What is not to be seen, with commas between"
	rows={2}
	{value}
	on:input={(e) => onchange((e.target as HTMLTextAreaElement).value)}
/>
{#if contradictions.length}
	<p class="clash" role="status">
		Asked for and left out at once: <strong>{contradictions.join(', ')}</strong>. One of the two
		should go.
	</p>
{/if}
<div class="phrases" role="group" aria-label="Defects and uninvited things">
	{#each defectPhrases as phrase (phrase)}
		<button aria-pressed={chosen.has(phrase)} onclick={() => onchange(togglePhrase(value, phrase))}
			>{phrase}</button
		>
	{/each}
</div>

<style>
	.phrases {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-top: 8px;
	}

	button {
		padding: 4px 10px;
		border: 1px solid var(--rule);
		background: var(--panel);
		color: var(--ink);
		font: 13px var(--sans);
		cursor: pointer;
	}

	button[aria-pressed='true'] {
		border-color: var(--varied);
		background: var(--varied-wash);
		text-decoration: line-through;
	}

	.clash {
		margin-top: 6px;
		color: var(--point);
		font-size: 13px;
	}
</style>

<script lang="ts">
	import { dragHandleZone, type DndEvent } from 'svelte-dnd-action';
	import type { Phrase } from '$lib/core/schema';
	import { orderPhrases } from '$lib/core/wording';
	import { useDesk } from './desk.svelte';
	import PhraseRow from './PhraseRow.svelte';

	const desk = useDesk();
	/** The order while a phrase is being dragged. */
	let dragged = $state.raw<Phrase[] | null>(null);
	const shown = $derived(dragged ?? desk.stack.phrases);

	function finish({ detail }: CustomEvent<DndEvent<Phrase>>) {
		const ids = detail.items.map(({ id }) => id);
		dragged = null;
		desk.restack((stack) => orderPhrases(stack, ids));
	}
</script>

{#if shown.length}
	<ol
		use:dragHandleZone={{
			items: shown,
			flipDurationMs: 0,
			dropTargetStyle: {},
			delayTouchStart: true
		}}
		onconsider={({ detail }: CustomEvent<DndEvent<Phrase>>) => (dragged = detail.items)}
		onfinalize={finish}
		aria-label="Phrases in their order"
	>
		{#each shown as phrase (phrase.id)}
			<li><PhraseRow {phrase} /></li>
		{/each}
	</ol>
{:else}
	<p class="quiet">
		Write or paste a prompt on the right, or press phrases in the lists: every part of it appears
		here, to be moved, switched off or varied.
	</p>
{/if}

<style>
	/* Of thousands only those in sight are laid out, so that typing stays fluent. */
	li {
		content-visibility: auto;
		contain-intrinsic-size: auto 35px;
		border-bottom: 1px solid var(--rule);
		background: var(--paper);
	}

	li:first-child {
		border-top: 1px solid var(--rule);
	}

	p {
		max-width: 40ch;
		font-size: 13px;
	}
</style>

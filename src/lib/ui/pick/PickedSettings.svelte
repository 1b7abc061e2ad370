<script lang="ts">
	import { dialOf, dials, pickedDials, toldStop, type Draft, type Made } from '$lib/core/dials';
	import { session } from '$lib/ui/shared';

	let { of }: { of: Draft } = $props();

	const picked = $derived(pickedDials(of));
	const open = $derived(dials.filter(({ id }) => !picked.includes(id)));
</script>

<dl>
	{#each picked as id (id)}
		{@const dial = dialOf(id)}
		<dt>{dial.label.toLowerCase()}</dt>
		<dd>{toldStop(dial, of as Made, session.cards)}</dd>
	{/each}
	{#if open.length}
		<dt>left open</dt>
		<dd>{open.map(({ label }) => label.toLowerCase()).join(', ')}</dd>
	{/if}
</dl>

<style>
	dl {
		display: grid;
		grid-template-columns: 84px minmax(0, 1fr);
		gap: 4px 10px;
		align-content: start;
		font-size: 13px;
	}

	dt {
		color: var(--ink-3);
	}

	dd {
		overflow-wrap: anywhere;
	}
</style>

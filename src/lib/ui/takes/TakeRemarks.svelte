<script lang="ts">
	import { untrack } from 'svelte';
	import type { Take } from '$lib/core/schema';
	import { typing, useWork } from '$lib/ui/shared';
	import { allFaults } from './faults.svelte';
	import Tags from './Tags.svelte';

	let { take }: { take: Take } = $props();

	const work = useWork();
	const faults = allFaults();
	const remark = $derived(work.remarks.get(take.id));
	const seen = $derived(faults.current.filter(({ id }) => remark?.faults.includes(id)));

	// A note stays with the take that it was typed at, whichever is looked at when it comes to rest.
	const own = untrack(() => take);
	const note = typing((text) => {
		if (text !== (work.remarks.get(own.id)?.note ?? '')) void work.note(own, text);
	});
</script>

<div class="remarks">
	{#if seen.length}
		<ul aria-label="Faults seen">
			{#each seen as { id, label } (id)}
				<li>
					{label}
					<button
						class="plain"
						aria-label="Take the fault “{label}” away"
						onclick={() => work.fault([take], id)}>×</button
					>
				</li>
			{/each}
		</ul>
	{/if}
	<textarea
		rows="2"
		aria-label="Note"
		placeholder="a note on this take"
		value={note.text ?? remark?.note ?? ''}
		oninput={(e) => note.type(e.currentTarget.value)}
		onblur={note.leave}></textarea>
	<Tags takes={[take]} of={take} tags={remark?.tags ?? []} />
</div>

<style>
	.remarks {
		display: grid;
		gap: 6px;
		margin: 8px 0;
	}

	ul {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
	}

	li {
		padding: 1px 2px 1px 8px;
		border: 1px solid var(--point);
		font-size: 12px;
	}

	li button {
		width: 20px;
		color: var(--point);
	}

	textarea {
		width: 100%;
		padding: 5px 7px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
		resize: vertical;
	}
</style>

<script lang="ts">
	import { faultId, faultKey } from '$lib/core/judge';
	import * as store from '$lib/store';
	import { useWork } from '$lib/ui/shared';
	import { allFaults } from './faults.svelte';
	import type { Take } from '$lib/core/schema';

	/** Faults that can be noted in takes, each with its digit. */
	let { chosen }: { chosen: readonly Take[] } = $props();

	const work = useWork();
	const all = allFaults();
	const takes = $derived(chosen.filter(({ state }) => state === 'done'));
	const has = (fault: string) =>
		takes.length > 0 && takes.every(({ id }) => work.remarks.get(id)?.faults.includes(fault));
	let naming = $state('');

	const note = (fault: string) => takes.length && void work.fault(takes, fault);

	function key(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		if ((event.target as Element).closest('input, textarea, select')) return;
		const place = all.current.findIndex((_, i) => faultKey(i) === event.key);
		if (place < 0) return;
		event.preventDefault();
		note(all.current[place].id);
	}

	async function add() {
		const id = faultId(
			naming,
			all.current.map((fault) => fault.id)
		);
		if (!id) return;
		await store.addFault(id, naming.trim());
		naming = '';
	}
</script>

<svelte:window onkeydown={key} />

<div class="bar" role="group" aria-label="Faults">
	<span
		>{takes.length > 1
			? `In ${takes.length} chosen takes`
			: `In take ${takes[0]?.number ?? ''}`}</span
	>
	{#each all.current as { id, label }, i (id)}
		<button aria-pressed={has(id)} disabled={!takes.length} onclick={() => note(id)}>
			{#if faultKey(i)}<kbd>{faultKey(i)}</kbd>{/if}
			{label}
		</button>
	{/each}
	<form
		onsubmit={(event) => {
			event.preventDefault();
			void add();
		}}
	>
		<input aria-label="A fault of your own" placeholder="another …" bind:value={naming} />
	</form>
</div>

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: center;
		min-height: 40px;
		padding: 5px 14px;
		border-top: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
	}

	button,
	input {
		height: 28px;
		padding: 0 9px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
	}

	button {
		cursor: pointer;
	}

	button[aria-pressed='true'] {
		border: 2px solid var(--point);
		font-weight: 600;
	}

	input {
		width: 96px;
	}
</style>

<script lang="ts">
	import * as store from '$lib/store';
	import { live, useWork } from '$lib/ui/shared';
	import type { SheetState } from './state.svelte';

	/** Which takes the sheet shows: of a run or of all, and of another brief beside them. */
	let { view }: { view: SheetState } = $props();

	const work = useWork();
	/** The other briefs, whose takes can be looked at beside these. */
	const briefs = live(() => store.briefs, []);
	const others = $derived(briefs.current.filter(({ id }) => id !== work.brief!.id));

	function choose(value: string) {
		if (value.startsWith('with ')) view.set({ with: value.slice(5) });
		else if (value === 'alone') view.set({ with: null });
		else view.set({ run: value || null });
	}
</script>

{#if work.plans.length > 1 || others.length}
	<select
		class="run"
		aria-label="Takes of"
		value={view.run ?? ''}
		onchange={(e) => {
			choose(e.currentTarget.value);
			e.currentTarget.value = view.run ?? '';
		}}
	>
		<option value="">all runs</option>
		{#each work.plans as plan, i (plan.id)}
			<option value={plan.id}>run {i + 1}</option>
		{/each}
		{#if work.beside.brief}
			<optgroup label="beside these">
				<option value="alone">without {work.beside.brief.name}</option>
			</optgroup>
		{:else if others.length}
			<optgroup label="beside these">
				{#each others as { id, name } (id)}
					<option value="with {id}">the takes of {name}</option>
				{/each}
			</optgroup>
		{/if}
	</select>
{/if}
{#if work.beside.brief}
	<span class="beside" title="Takes of {work.beside.brief.name} stand beside these"
		>+ {work.beside.brief.name}
		<button
			class="plain"
			aria-label="Without {work.beside.brief.name}"
			onclick={() => view.set({ with: null })}>×</button
		></span
	>
{/if}

<style>
	.beside {
		flex: none;
		max-width: 170px;
		overflow: hidden;
		color: var(--varied);
		font-size: 13px;
		font-weight: 600;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.beside button {
		width: 24px;
		height: 24px;
		font-size: 15px;
	}

	.run {
		flex: none;
		max-width: 92px;
		height: 30px;
		padding: 0 4px;
		border: 1px solid var(--rule);
		background: var(--panel);
		color: var(--ink);
		font: 600 13px var(--sans);
	}
</style>

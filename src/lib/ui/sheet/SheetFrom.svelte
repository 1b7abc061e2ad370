<script lang="ts">
	import * as store from '$lib/store';
	import { OverflowMenu, OverflowMenuItem, TextInput } from 'carbon-components-svelte';
	import { untrack } from 'svelte';
	import { Choice, Dialog, live, runAgain, useWork, whyNotAgain } from '$lib/ui/shared';
	import type { SheetState } from './state.svelte';

	/** Which takes the sheet shows: of a run or of all, and of another brief beside them. */
	let { view }: { view: SheetState } = $props();

	const work = useWork();
	/** The other briefs, whose takes can be looked at beside these. */
	const briefs = live(() => store.briefs, []);
	const others = $derived(briefs.current.filter(({ id }) => id !== work.brief!.id));

	const plan = $derived(work.plans.find(({ id }) => id === view.run));
	let naming = $state(false);
	let name = $state('');
	$effect(() => {
		if (naming) name = untrack(() => plan?.name ?? '');
	});
	async function rename() {
		naming = false;
		if (plan) await store.updatePlan(plan.id, { name: name.trim() || undefined });
	}

	function choose(value: string) {
		if (value.startsWith('with ')) view.address.set({ with: value.slice(5) });
		else if (value === 'alone') view.address.set({ with: null });
		else view.address.set({ run: value || null });
	}
</script>

{#if work.plans.length > 1 || others.length}
	<Choice
		label="Takes of"
		value={view.run ?? ''}
		items={[
			{ value: '', text: 'all runs' },
			...view.runs.map(({ id, says, count }) => ({ value: id, text: `${says} \u00b7 ${count}` })),
			...(work.beside.brief
				? [{ value: 'alone', text: `without ${work.beside.brief.name}`, group: 'beside these' }]
				: others.map(({ id, name }) => ({
						value: `with ${id}`,
						text: `the takes of ${name}`,
						group: 'beside these'
					})))
		]}
		onchange={choose}
		most={view.run ? 190 : 104}
	/>
{/if}
{#if plan}
	<OverflowMenu size="sm" aria-label="More for this run" iconDescription="More">
		<OverflowMenuItem text="Name it …" on:click={() => (naming = true)} />
		<OverflowMenuItem
			text="The same with fresh seeds"
			disabled={whyNotAgain(plan) !== null}
			on:click={() => void runAgain(plan)}
		/>
	</OverflowMenu>
	<Dialog
		open={naming}
		heading="What is this run called?"
		size="xs"
		primary="Keep the name"
		secondary="Back"
		onclose={() => (naming = false)}
		onsubmit={rename}
	>
		<TextInput
			labelText="Name"
			helperText="Empty: it is called by what it varied."
			maxlength={120}
			bind:value={name}
		/>
	</Dialog>
{/if}
{#if work.beside.brief}
	<span class="beside" title="Takes of {work.beside.brief.name} stand beside these"
		>+ {work.beside.brief.name}
		<button
			class="plain"
			aria-label="Without {work.beside.brief.name}"
			onclick={() => view.address.set({ with: null })}>×</button
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
</style>

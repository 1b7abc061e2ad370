<script lang="ts">
	import { goto } from '$app/navigation';
	import { type Best, type Proposal, type Said } from '$lib/core/findings';
	import { freshSeeds, useWork } from '$lib/ui/shared';
	import { onto } from './onto';
	import { openProposals, type Proposed } from './proposed.svelte';
	import PutRow from './PutRow.svelte';

	let { proposals, best }: { proposals: Said<Proposal>[]; best: Best | null } = $props();

	const work = useWork();
	const { priced } = openProposals(work);
	/** Seeds that are drawn once, so that a price belongs to what is put on the dials. */
	const drawn = freshSeeds(64);
	/** Every proposal that can run, as it would stand on the dials, with its price by the models' cards. */
	const plans = $derived(
		proposals.flatMap(({ data }) => {
			const shown = work.takes.find(({ id }) => id === best?.shownBy[0]);
			const plan = shown && onto(work.brief!, data, work.takes, shown, drawn.slice(0, data.seeds));
			return priced(data, plan ?? null) ?? [];
		})
	);

	async function put({ of, plan }: Proposed<Proposal>) {
		work.replace(plan.change, `On the dials: ${of.says}`);
		await goto(`/brief/${work.brief!.id}/dials`);
	}
</script>

<section class="next" aria-label="What to run next">
	<h2>What to run next</h2>
	{#each plans as one (one.of.kind)}
		<div class="one">
			<p>{one.of.says}</p>
			<p class="quiet">{one.of.why}</p>
			<PutRow says="{one.says}, {one.of.gains}" onput={() => put(one)} />
		</div>
	{:else}
		<p>No other takes of these dials would help much.</p>
	{/each}
</section>

<style>
	.next {
		display: grid;
		gap: 12px;
		padding: 14px 16px;
		border: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
	}

	.one {
		display: grid;
		gap: 5px;
		padding-top: 10px;
		border-top: 1px solid var(--rule);
	}
</style>

<script lang="ts">
	import { goto } from '$app/navigation';
	import { costOf } from '$lib/core/plan';
	import { type Best, type Proposal, type Said } from '$lib/core/findings';
	import { credits, freshSeeds, many, session, useWork } from '$lib/ui/shared';
	import { onto } from './onto';
	import PutRow from './PutRow.svelte';

	let { proposals, best }: { proposals: Said<Proposal>[]; best: Best | null } = $props();

	const work = useWork();
	/** Seeds that are drawn once, so that a price belongs to what is put on the dials. */
	const drawn = freshSeeds(64);
	const seedsOf = ({ seeds }: Proposal) => drawn.slice(0, seeds);
	/** Every proposal as it would stand on the dials, with its price by the models' cards. */
	const plans = $derived(
		proposals.map(({ data }) => {
			const shown = work.takes.find(({ id }) => id === best?.shownBy[0]);
			const plan = shown && onto(work.brief!, data, work.takes, shown, seedsOf(data));
			return {
				data,
				plan,
				cost: plan ? costOf(plan.rack, session.cards, session.threads, plan) : null
			};
		})
	);

	async function put({ data, plan }: (typeof plans)[number]) {
		if (!plan) return;
		work.replace(plan.change, `On the dials: ${data.says}`);
		await goto(`/brief/${work.brief!.id}/dials`);
	}
</script>

{#if plans.length || (best && !best.settled)}
	<section class="next" aria-label="What to run next">
		<h2>What to run next</h2>
		{#each plans as one (one.data.kind)}
			<div class="one">
				<p>{one.data.says}</p>
				<p class="quiet">{one.data.why}</p>
				<PutRow
					says="{one.cost ? `${credits(one.cost.credits)} credits, ` : ''}{one.data.gains}"
					disabled={!one.plan}
					onput={() => put(one)}
				/>
			</div>
		{/each}
		{#if best?.pairsLeft}
			<p>
				Or judge: about {many(best.pairsLeft, 'more pair')} would settle it, and cost nothing.
			</p>
		{/if}
	</section>
{/if}

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

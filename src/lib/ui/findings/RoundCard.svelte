<script lang="ts">
	import { Checkbox } from 'carbon-components-svelte';
	import { goto } from '$app/navigation';
	import { seedsFor, sure, type Best, type Round, type Said } from '$lib/core/findings';
	import { freshSeeds, many, useWork } from '$lib/ui/shared';
	import { onto } from './onto';
	import { openProposals } from './proposed.svelte';
	import PutRow from './PutRow.svelte';

	/** The next round: settings that are left, on fresh seeds. Each dropped one can be taken back. */
	let { said, best }: { said: Said<Round>; best: Best } = $props();

	const work = useWork();
	const drawn = freshSeeds(64);
	const { data } = $derived(said);
	const key = (stops: Record<string, string>) => JSON.stringify(Object.values(stops));
	let back = $state.raw<ReadonlySet<string>>(new Set());
	const dropped = $derived(data.dropped.filter(({ stops }) => !back.has(key(stops))));
	const left = $derived([
		...data.left,
		...data.dropped.filter(({ stops }) => back.has(key(stops)))
	]);
	const seeds = $derived(
		back.size ? seedsFor(data.left.length, data.seeds, left.length) : data.seeds
	);
	const { priced } = openProposals(work);
	const plan = $derived.by(() => {
		const shown = work.takes.find(({ id }) => id === best.shownBy[0]);
		if (!shown) return null;
		const dials = Object.keys(left[0].stops);
		return onto(
			work.brief!,
			{
				stops: dials.map((dial) => ({
					dial,
					keys: [...new Set(left.map(({ stops }) => stops[dial]))],
					values: []
				})),
				settings: left.map(({ stops }) => ({
					keys: dials.map((dial) => stops[dial]),
					values: dials.map(() => null)
				}))
			},
			work.takes,
			shown,
			drawn.slice(0, seeds),
			dropped.map(({ says, why }) => ({ says, why }))
		);
	});
	const offer = $derived(priced(left, plan));

	function toggle(stops: Record<string, string>) {
		const next = new Set(back);
		if (!next.delete(key(stops))) next.add(key(stops));
		back = next;
	}

	async function put() {
		if (!offer) return;
		work.replace(
			offer.plan.change,
			`The next round is on the dials: ${many(left.length, 'setting')}.`
		);
		await goto(`/brief/${work.brief!.id}/dials`);
	}
</script>

<section class="round" aria-label="Next round">
	<h2>Next round</h2>
	<p>{said.says}</p>
	<PutRow
		says="{many(left.length, 'setting')} on {many(seeds, 'fresh seed')}{offer
			? `: ${many(offer.cost.takes, 'take')}, ${offer.says}`
			: ''}"
		disabled={!offer}
		onput={put}
	/>
	<details>
		<summary>Why {many(data.dropped.length, 'setting was', 'settings were')} dropped</summary>
		<ul>
			{#each data.dropped.slice(0, 60) as { stops, says, why } (key(stops))}
				<li>
					<Checkbox
						labelText="{says}: {why}"
						checked={!back.has(key(stops))}
						on:check={({ detail }) => detail === back.has(key(stops)) && toggle(stops)}
					/>
				</li>
			{/each}
		</ul>
		<p class="quiet">Untick a setting to take it back into the round.</p>
	</details>
	<details>
		<summary>Settings that are left</summary>
		<ul>
			{#each left.slice(0, 60) as { stops, says, chance } (key(stops))}<li>
					{says}: {sure(chance)} likely to be the best
				</li>{/each}
		</ul>
	</details>
</section>

<style>
	.round {
		display: grid;
		gap: 10px;
		padding: 14px 16px;
		border: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
	}

	summary {
		color: var(--ink-2);
		cursor: pointer;
	}

	ul {
		max-height: 220px;
		margin: 6px 0;
		overflow: auto;
	}
</style>

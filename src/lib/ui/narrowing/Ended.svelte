<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { sure } from '$lib/core/findings';
	import { credits, many, TakePicture, useWork } from '$lib/ui/shared';
	import type { NarrowingDesk } from './desk.svelte';

	/** How it ended: decided, used up or stopped; what was found, what it cost, and what to do next. */
	let { desk, onanew }: { desk: NarrowingDesk; onanew: () => void } = $props();

	const work = useWork();
	const known = $derived(desk.pairs.known);
	const leader = $derived(known?.leader ?? null);
	const shown = $derived(
		(leader?.takes ?? []).flatMap((id) => work.takes.find((take) => take.id === id) ?? [])
	);
	const heads = {
		decided: 'Decided',
		credits: 'The credits are used up',
		pairs: 'All pairs are judged',
		stopped: 'Stopped'
	};
	const head = $derived(desk.ended ? heads[desk.ended] : '');
	const whole = $derived(
		desk.field ? desk.field.candidates.reduce((sum, one) => sum + one.credits, 0) : 0
	);
	/** Findings and the pick compare the takes that were narrowed down among, and no others. */
	const scope = $derived([
		['from', 'chosen'],
		['takes', (desk.field?.evidence.takes ?? []).map(({ id }) => id).join()]
	]);
	const findingsUrl = $derived(`/brief/${work.brief!.id}/findings?${new URLSearchParams(scope)}`);
	const pickUrl = $derived(
		`/brief/${work.brief!.id}/pick?${new URLSearchParams([
			['best', '1'],
			...scope,
			...Object.entries(leader?.stops ?? {})
		])}`
	);
	const next = $derived.by(() => {
		if (desk.ended === 'decided')
			return 'More takes or pairs won’t change this. Save it as a pick.';
		if (known?.even && known.cheapest)
			return `Nothing that varied made a clear difference. The cheapest is ${known.cheapest.says}, at ${credits(known.cheapest.credits)} credits a take.`;
		if (known?.left)
			return `About ${many(known.left, 'more pair')} should decide it. Raise the budget to go on.`;
		return 'More takes would help more than more pairs. Raise the credits to go on.';
	});
</script>

<section class="ended" aria-label="How it ended">
	<div class="shots">
		{#each shown.slice(0, 4) as { id, number } (id)}
			<a
				href="/brief/{work.brief!.id}/sheet?open={id}"
				aria-label="Take {number}. Open it on the sheet"
				><TakePicture takeId={id} alt="Take {number}" large /></a
			>
		{/each}
	</div>
	<div class="answer">
		<p class="head">{head}</p>
		{#if leader && known}
			<h1>{leader.says}</h1>
			<p>
				<strong class="num">{sure(leader.chance)}</strong> likely to be the best of {known.all} settings,
				{credits(leader.credits)} credits a take.
			</p>
			{#if leader.cheaper}
				<p>
					About as good for less: {leader.cheaper.says}, {credits(leader.cheaper.credits)} credits a take.
				</p>
			{/if}
		{:else}
			<h1>Nothing was judged</h1>
		{/if}
		<p>
			{many(desk.rounds.length, 'round')}, {many(desk.takes.made, 'take')},
			{many(desk.answered, 'pair')}, {credits(desk.field?.spent ?? 0)} credits. Running every setting
			once would have cost {credits(whole)}.
		</p>
		<p>{next}</p>
		<div class="do">
			{#if leader}<Button href={pickUrl}>Save as pick</Button>{/if}
			<Button kind="tertiary" href={findingsUrl}>See findings</Button>
			{#if desk.ended === 'stopped'}
				<Button kind="ghost" on:click={() => desk.goOn()}>Go on</Button>
			{/if}
			<Button kind="ghost" on:click={onanew}>Change or start another</Button>
		</div>
	</div>
</section>

<style>
	.ended {
		display: grid;
		grid-template-rows: minmax(0, 1fr) auto;
		gap: 14px;
		min-height: 0;
		padding: 14px;
		overflow: auto;
	}

	.shots {
		display: flex;
		gap: 10px;
		min-height: 220px;
		background: var(--mat-1);
	}

	.shots a {
		display: grid;
		flex: 1 1 0;
		place-items: center;
		min-width: 0;
		min-height: 0;
		padding: 8px;
	}

	.shots :global(img) {
		width: 100%;
		height: 100%;
		min-height: 0;
		object-fit: contain;
	}

	.answer {
		display: grid;
		gap: 8px;
	}

	.head {
		color: var(--ink-2);
		font-size: 18px;
	}

	h1 {
		font-size: clamp(20px, 2.2vw, 28px);
		line-height: 1.2;
		overflow-wrap: anywhere;
	}

	.do {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}
</style>

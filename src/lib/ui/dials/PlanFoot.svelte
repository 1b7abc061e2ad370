<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { goto } from '$app/navigation';
	import { dialOf } from '$lib/core/dials';
	import { combinations, costOf, planProblems, planRack, variedDials } from '$lib/core/plan';
	import * as store from '$lib/store';
	import { clock, credits, session, useWork } from '$lib/ui/shared';

	const work = useWork();
	const brief = $derived(work.brief!);
	const rack = $derived(planRack(brief));
	const varied = $derived(variedDials(rack));
	const cost = $derived(costOf(rack, session.cards));
	const problems = $derived(planProblems(rack, session.cards, session.limits?.maxTakesPerJob));
	const left = $derived(
		brief.allowance === null ? null : brief.allowance - work.spent - cost.credits
	);

	const tells = $derived.by(() => {
		if (varied.length === 0) return 'One take. Put a second stop on a dial to compare.';
		const seeds = rack.seed.length;
		const others = varied
			.filter(({ dial }) => dial !== 'seed')
			.map(({ dial }) => dialOf(dial).label.toLowerCase());
		if (!others.length) return 'Only the seed varies: this shows how much chance does.';
		const same =
			seeds === 1 ? 'on one seed: luck may decide, draw another' : `on the same ${seeds} seeds`;
		return `Every combination of ${others.join(' and ')}, ${same}.`;
	});

	async function run() {
		const snapshot = $state.snapshot(rack);
		await store.addPlan(
			{
				id: crypto.randomUUID(),
				briefId: brief.id,
				design: 'all',
				rack: snapshot,
				job: null,
				key: crypto.randomUUID(),
				stopped: false,
				createdAt: Date.now()
			},
			combinations(snapshot),
			() => crypto.randomUUID()
		);
		await goto(`/brief/${brief.id}/sheet`);
	}
</script>

<footer>
	<div class="product">
		{#each varied as { dial, count }, i (dial)}
			{#if i}<span class="sign">×</span>{/if}
			<span class="factor"
				><strong class="num">{count}</strong><small>{dialOf(dial).many}</small></span
			>
		{/each}
		{#if varied.length}<span class="sign">=</span>{/if}
		<span class="factor total"
			><strong class="num">{cost.takes}</strong><small>{cost.takes === 1 ? 'take' : 'takes'}</small
			></span
		>
	</div>
	<div class="tells">
		{#if problems.length}
			<ul role="alert">
				{#each problems.slice(0, 3) as { says } (says)}<li>{says}</li>{/each}
			</ul>
		{:else}
			{tells}
		{/if}
	</div>
	<span class="factor">
		<strong class="num">{credits(cost.credits)}</strong>
		<small class:over={left !== null && left < 0}>
			credits{left === null
				? ''
				: left < 0
					? ` · ${credits(-left)} too many`
					: ` · ${credits(left)} left after`}
		</small>
	</span>
	<span class="factor">
		<strong class="num">{clock(cost.seconds)}</strong>
		<small>about, on this service</small>
	</span>
	<Button
		disabled={problems.length > 0 || cost.takes === 0 || session.cards.length === 0}
		on:click={run}
	>
		Run {cost.takes}
	</Button>
</footer>

<style>
	footer {
		display: flex;
		grid-row: 4;
		gap: 22px;
		align-items: center;
		min-height: 88px;
		padding: 10px 20px;
		border-top: 1px solid var(--rule);
		background: var(--panel);
	}

	.product {
		display: flex;
		gap: 12px;
		align-items: flex-start;
	}

	.factor strong {
		display: block;
		font-size: 22px;
		font-weight: 600;
		line-height: 1.2;
	}

	.factor small {
		color: var(--ink-3);
		font-size: 12px;
		white-space: nowrap;
	}

	.total strong {
		color: var(--varied);
	}

	.sign {
		padding-top: 6px;
		color: var(--ink-3);
	}

	.tells {
		flex: 1;
		padding-left: 20px;
		border-left: 1px solid var(--rule);
		color: var(--ink-2);
		font-size: 13px;
	}

	.tells ul {
		color: var(--point);
	}

	.factor .over {
		color: var(--point);
	}

	@media (max-width: 1000px) {
		footer {
			flex-wrap: wrap;
			gap: 8px 20px;
		}

		.tells {
			flex-basis: 100%;
			order: 1;
			padding: 0;
			border: 0;
		}
	}

	footer :global(.bx--btn) {
		min-width: 112px;
		padding-right: 20px;
		justify-content: center;
		font-weight: 600;
	}
</style>

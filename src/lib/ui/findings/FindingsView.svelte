<script lang="ts">
	import { Button, InlineNotification } from 'carbon-components-svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import {
		findings as kinds,
		judgedIn,
		judgedSays,
		missingOf,
		ofJudge,
		scopesOf,
		takesOf,
		type Best,
		type FindingId,
		type FindingKind,
		type Keepers,
		type Proposal,
		type Round,
		type Said
	} from '$lib/core/findings';
	import { Choice, judgeAsked, openJudged, scopeSays, useWork } from '$lib/ui/shared';
	import BestCard from './BestCard.svelte';
	import FindingCard from './FindingCard.svelte';
	import { KeptFindings } from './kept.svelte';
	import NextCard from './NextCard.svelte';
	import RoundCard from './RoundCard.svelte';

	const work = useWork();
	const judged = openJudged(work);
	const judge = $derived(judgeAsked(page.url.searchParams));
	const done = $derived(work.takes.filter(({ state }) => state === 'done'));
	const scopes = $derived(
		scopesOf(work.plans, done, page.url.searchParams.get('takes')?.split(','))
	);
	const scope = $derived(
		scopes.find(({ id }) => id === page.url.searchParams.get('from')) ?? scopes[0]
	);
	const scoped = $derived(takesOf(scope, done));
	const whole = $derived(judged.evidence(false, scoped));
	const evidence = $derived(ofJudge(whole, judge));
	const missing = $derived(missingOf(evidence));
	const kept = new KeptFindings();

	$effect(() => {
		if (!judged.ready || missing?.nothing) return;
		kept.show(
			work.brief!.id,
			JSON.stringify([work.brief!.id, scope?.id, scope?.kind === 'chosen' && scope.takes, judge]),
			evidence
		);
	});

	const said = (id: FindingId): Said[] => kept.said.find((one) => one.id === id)?.items ?? [];
	const best = $derived(said('best')[0] as Said<Best> | undefined);
	const keepers = $derived((said('keepers')[0] as Said<Keepers> | undefined)?.data ?? null);
	const round = $derived(said('rounds')[0] as Said<Round> | undefined);
	const next = $derived(said('next') as Said<Proposal>[]);
	const cards = $derived((place: FindingKind['place']) =>
		kinds
			.filter((kind) => kind.place === place)
			.flatMap((kind) => said(kind.id).map((one) => ({ kind, said: one })))
	);
	const from = $derived(judgedSays(judgedIn(evidence)));
	function set(name: string, value: string) {
		const url = new URL(page.url);
		if (value) url.searchParams.set(name, value);
		else url.searchParams.delete(name);
		void goto(url, { replaceState: true, keepFocus: true, noScroll: true });
	}
</script>

{#snippet column(cards: { kind: FindingKind; said: Said }[])}
	<div class="columns">
		{#each [0, 1] as side (side)}
			<div class="column">
				{#each cards as { kind, said: one }, i (kind.id + one.id)}
					{#if i % 2 === side}
						<div style:order={i}><FindingCard said={one} {kind} {from} /></div>
					{/if}
				{/each}
			</div>
		{/each}
	</div>
{/snippet}

{#if !judged.ready}
	<div></div>
{:else if missing?.nothing}
	<section class="empty">
		<h1>No findings yet</h1>
		<p>{missing.says}</p>
		<Button href="/brief/{work.brief!.id}/{missing.offer.view}">{missing.offer.says}</Button>
	</section>
{:else}
	<div class="view" aria-busy={kept.renewing}>
		<header>
			{#if scopes.length > 1}
				<Choice
					says="of"
					label="Which takes"
					value={scope?.id ?? ''}
					items={scopes.map((one) => ({ value: one.id, text: scopeSays(one) }))}
					onchange={(value) => set('from', value)}
					most={360}
				/>
			{/if}
			{#if judged.judges.length > 1}
				<Choice
					says="judged by"
					label="Whose judgements"
					value={page.url.searchParams.get('judge') ?? ''}
					items={[
						{ value: '', text: `all ${judged.judges.length} judges` },
						...judged.judges.map((one) => ({ value: one || 'me', text: one || 'you alone' }))
					]}
					onchange={(value) => set('judge', value)}
				/>
			{/if}
			<p class="from">
				From {from}.
				{#if kept.renewing && kept.any}<span class="quiet" role="status">Updating …</span>{/if}
			</p>
		</header>
		{#if missing}
			<InlineNotification lowContrast hideCloseButton kind="info" title={missing.says} />
		{/if}
		{#if kept.trouble}
			<InlineNotification lowContrast hideCloseButton kind="error" title={kept.trouble} />
		{/if}
		{#if !kept.any}
			{#if !kept.trouble}
				<div class="waiting" role="status">Working out what your judgements say …</div>
			{/if}
		{:else}
			{#if best}<BestCard best={best.data} {keepers} {evidence} />{/if}
			{#if next.length || round}
				<div class="then">
					<NextCard proposals={next} best={best?.data ?? null} />
					{#if best && round}<RoundCard said={round} best={best.data} />{/if}
				</div>
			{/if}
			<h2>What each dial does</h2>
			<p class="quiet scale">
				Percentages show how often a take with this value would be preferred to an average one. Bars
				are 90% intervals.
			</p>
			{@render column(cards('dials'))}
			<h2>In detail</h2>
			{@render column(cards('more'))}
		{/if}
	</div>
{/if}

<style>
	.view {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 12px;
		max-width: 1400px;
		padding: 14px 20px 40px;
	}

	header {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 18px;
		align-items: center;
	}

	.from {
		flex: 1 1 300px;
		font-size: 13px;
	}

	.scale {
		margin-top: -8px;
		font-size: 13px;
	}

	.waiting {
		display: grid;
		place-content: center;
		min-height: 360px;
		border: 1px solid var(--rule);
		background: var(--panel);
		color: var(--ink-2);
	}

	.then,
	.columns {
		display: grid;
		grid-template-columns: repeat(2, minmax(0, 1fr));
		gap: 12px;
		align-items: start;
	}

	.then > :global(:only-child) {
		grid-column: 1 / -1;
	}

	.column {
		display: grid;
		gap: 12px;
		min-width: 0;
	}

	.empty {
		display: grid;
		gap: 14px;
		justify-items: start;
		max-width: 560px;
		padding: 40px 28px;
	}

	@media (max-width: 900px) {
		.then {
			grid-template-columns: minmax(0, 1fr);
		}

		.columns {
			display: flex;
			flex-direction: column;
			align-items: stretch;
		}

		.column {
			display: contents;
		}
	}
</style>

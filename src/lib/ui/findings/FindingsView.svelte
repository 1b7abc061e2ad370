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
		type Findings,
		type Keepers,
		type Proposal,
		type Round,
		type Said
	} from '$lib/core/findings';
	import { Choice, openJudged, scopeSays, useWork } from '$lib/ui/shared';
	import { findingsIn } from '$lib/workers';
	import BestCard from './BestCard.svelte';
	import FindingCard from './FindingCard.svelte';
	import NextCard from './NextCard.svelte';
	import RoundCard from './RoundCard.svelte';

	const work = useWork();
	const judged = openJudged(work);
	const judge = $derived(page.url.searchParams.get('judge'));
	const done = $derived(work.takes.filter(({ state }) => state === 'done'));
	const scopes = $derived(
		scopesOf(work.plans, done, page.url.searchParams.get('takes')?.split(','))
	);
	const scope = $derived(
		scopes.find(({ id }) => id === page.url.searchParams.get('from')) ?? scopes[0]
	);
	const scoped = $derived(takesOf(scope, done));
	const whole = $derived(judged.evidence(false, scoped));
	const evidence = $derived(ofJudge(whole, judge === null ? null : judge === 'me' ? '' : judge));
	const missing = $derived(missingOf(evidence));
	let found = $state.raw<Findings | null>(null);
	let trouble = $state<string | null>(null);
	let counted = 0;

	$effect(() => {
		if (!judged.ready || missing?.nothing) {
			found = null;
			return;
		}
		const now = ++counted;
		findingsIn(evidence).then(
			(next) => {
				if (now !== counted) return;
				found = next;
				trouble = null;
			},
			(cause: unknown) => {
				if (now === counted) trouble = cause instanceof Error ? cause.message : String(cause);
			}
		);
	});

	const said = (id: FindingId): Said[] => found?.said.find((one) => one.id === id)?.items ?? [];
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

{#if !judged.ready}
	<div></div>
{:else if missing?.nothing}
	<section class="empty">
		<h1>Nothing can be said yet</h1>
		<p>{missing.says}</p>
		<Button href="/brief/{work.brief!.id}/{missing.offer.view}">{missing.offer.says}</Button>
	</section>
{:else}
	<div class="view">
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
					says="as seen by"
					label="Whose judgements"
					value={judge ?? ''}
					items={[
						{ value: '', text: `all ${judged.judges.length} judges` },
						...judged.judges.map((one) => ({ value: one || 'me', text: one || 'you alone' }))
					]}
					onchange={(value) => set('judge', value)}
				/>
			{/if}
			<p class="scale">
				From {from}.
				<span class="quiet"
					>Shares: preferred to an even take, nine in ten within the interval.</span
				>
			</p>
		</header>
		{#if missing}
			<div class="wide">
				<InlineNotification lowContrast hideCloseButton kind="info" title={missing.says} />
			</div>
		{/if}
		{#if trouble}
			<div class="wide">
				<InlineNotification lowContrast hideCloseButton kind="error" title={trouble} />
			</div>
		{/if}
		{#if !found}
			<p class="wide" role="status">Reckoning …</p>
		{:else}
			<aside>
				{#if best}
					<BestCard best={best.data} {keepers} says={best.says} {evidence} />
				{/if}
				<NextCard proposals={next} best={best?.data ?? null} />
				{#if best && round}<RoundCard said={round} best={best.data} />{/if}
			</aside>
			<div class="cards">
				<h2>What each dial does</h2>
				<div class="columns">
					{#each cards('dials') as { kind, said: one } (kind.id + one.id)}
						<FindingCard said={one} {kind} {from} />
					{/each}
				</div>
				<h2>What it comes to</h2>
				<div class="columns">
					{#each cards('more') as { kind, said: one } (kind.id + one.id)}
						<FindingCard said={one} {kind} {from} />
					{/each}
				</div>
			</div>
		{/if}
	</div>
{/if}

<style>
	.view {
		display: grid;
		grid-template-rows: auto;
		grid-template-columns: minmax(0, 1fr) 372px;
		gap: 12px 20px;
		align-items: start;
		max-width: 1500px;
		padding: 14px 20px 40px;
	}

	header,
	.wide {
		display: flex;
		grid-column: 1 / -1;
		flex-wrap: wrap;
		gap: 6px 18px;
		align-items: center;
	}

	.scale {
		flex: 1 1 340px;
		font-size: 13px;
	}

	aside {
		display: grid;
		grid-column: 2;
		grid-row: 3 / span 2;
		gap: 12px;
	}

	.cards {
		display: grid;
		grid-column: 1;
		grid-row: 3;
		gap: 12px;
		min-width: 0;
	}

	.columns {
		columns: 2;
		column-gap: 12px;
	}

	.columns :global(article) {
		break-inside: avoid;
		margin-bottom: 12px;
	}

	.empty {
		display: grid;
		gap: 14px;
		justify-items: start;
		max-width: 560px;
		padding: 40px 28px;
	}

	@media (max-width: 1100px) {
		.view {
			grid-template-columns: minmax(0, 1fr) 320px;
		}

		.columns {
			columns: 1;
		}
	}

	@media (max-width: 900px) {
		.view {
			grid-template-columns: minmax(0, 1fr);
		}

		aside,
		.cards {
			grid-column: 1;
			grid-row: auto;
		}
	}
</style>

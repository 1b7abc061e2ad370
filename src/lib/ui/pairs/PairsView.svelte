<script lang="ts">
	import { Button, ContentSwitcher, Switch } from 'carbon-components-svelte';
	import { onMount, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { consistencyOf, missingOf, percent, scopesOf, takesOf } from '$lib/core/findings';
	import { Choice, many, openJudged, scopeSays, useWork } from '$lib/ui/shared';
	import { nextPairOf } from '$lib/workers';
	import BallotDoor from './BallotDoor.svelte';
	import BlindMarks from './BlindMarks.svelte';
	import { letGo } from './decoded';
	import PairsFoot from './PairsFoot.svelte';
	import { keyPressed, pairsKeys } from './keys';
	import Stage from './Stage.svelte';
	import { PairsState } from './state.svelte';

	const work = useWork();
	const judged = openJudged(work);
	const query = $derived(page.url.searchParams);
	const dial = $derived(query.get('ask'));
	const way = $derived(query.get('way') === 'marks' ? 'marks' : 'pairs');
	const done = $derived(work.takes.filter(({ state }) => state === 'done'));
	const sources = $derived(scopesOf(work.plans, done, query.get('takes')?.split(',')));
	const source = $derived(sources.find(({ id }) => id === query.get('from')) ?? sources[0]);
	const scoped = $derived(takesOf(source, done));
	/** Takes that are all alike in their settings are told apart by themselves. */
	const evidence = $derived(judged.evidence(true, scoped));
	const missing = $derived(missingOf(evidence));
	/** The same takes, whichever they are, in the findings. */
	const findings = $derived.by(() => {
		const kept = [...query].filter(([name]) => name === 'from' || name === 'takes');
		return `/brief/${work.brief!.id}/findings${kept.length ? `?${new URLSearchParams(kept)}` : ''}`;
	});
	const self = $derived(consistencyOf(evidence, ''));
	const own = $derived(judged.answers.filter(({ judge }) => judge === ''));

	function set(change: Record<string, string | null>) {
		const next = new URL(page.url);
		for (const [name, value] of Object.entries(change))
			if (value) next.searchParams.set(name, value);
			else next.searchParams.delete(name);
		void goto(next, { replaceState: true, keepFocus: true, noScroll: true });
	}

	const view = new PairsState({
		briefId: () => work.brief!.id,
		answers: () => own,
		choose: (after) => nextPairOf({ evidence, dial, ...after })
	});
	onMount(() => () => {
		view.end();
		letGo();
	});

	/** What is asked of which takes: when it changes, pairs begin anew. */
	const question = $derived(
		judged.ready && way === 'pairs' ? `${dial}|${source?.id}|${scoped.length}` : ''
	);
	$effect(() => {
		if (question) untrack(() => view.begin());
	});
	// What was said changes how far the answer is settled.
	$effect(() => {
		void judged.answers.length;
		void judged.marks.length;
		untrack(() => view.refresh());
	});

	const keys = pairsKeys(view);
	let giving = $state(false);

	function press(event: KeyboardEvent) {
		const name = way === 'pairs' ? keyPressed(event) : null;
		if (name === null) return;
		const key = keys.find((one) => one.keys.includes(name));
		if (!key) return;
		event.preventDefault();
		key.run(name);
	}

	const asks = $derived([
		{ value: '', text: 'which settings are best' },
		...evidence.dials.map(({ id, label }) => ({ value: id, text: `which ${label.toLowerCase()}` }))
	]);
</script>

<svelte:window onkeydown={press} />

{#if !judged.ready}
	<div></div>
{:else if missing?.nothing && missing.offer.view !== 'pairs'}
	<section class="empty">
		<h1>Nothing to compare yet</h1>
		<p>{missing.says}</p>
		<Button href="/brief/{work.brief!.id}/{missing.offer.view}">{missing.offer.says}</Button>
	</section>
{:else}
	<div class="view">
		<h1 class="visually-hidden">{way === 'pairs' ? 'Blind pairs' : 'Blind marks'}</h1>
		<div class="bar">
			<ContentSwitcher
				size="sm"
				aria-label="How to judge"
				selectedIndex={way === 'pairs' ? 0 : 1}
				on:change={({ detail }) => {
					const next = detail === 1 ? 'marks' : null;
					if ((next ?? 'pairs') !== way) set({ way: next });
				}}
			>
				<Switch text="two by two" />
				<Switch text="one by one" />
			</ContentSwitcher>
			{#if way === 'pairs'}
				<Choice
					says="asked"
					label="What is asked"
					value={dial ?? ''}
					items={asks}
					onchange={(ask) => set({ ask: ask || null })}
					most={230}
				/>
			{/if}
			<Choice
				says="of"
				label="Which takes"
				value={source?.id ?? ''}
				items={sources.map((one) => ({ value: one.id, text: scopeSays(one, true) }))}
				onchange={(from) => set({ from: from || null })}
				most={210}
			/>
			<span class="hidden quiet">
				{#if way === 'marks'}
					settings hidden, order shuffled
				{:else if self.left.of < 5}
					settings hidden, sides shuffled
				{:else}
					left chosen <b class="num">{percent(self.left.rate)}</b>{#if self.alike.of}, asked again
						the same <b class="num">{self.alike.count} of {self.alike.of}</b>{/if}
				{/if}
			</span>
			<button class="act" onclick={() => (giving = true)}>Other eyes …</button>
		</div>
		{#if way === 'marks'}
			<BlindMarks {judged} takes={scoped} {findings} />
		{:else}
			<div class="mat mat-1">
				{#if view.now}
					<Stage {view} pair={view.now} />
				{:else if view.none}
					<p class="none">{view.none}</p>
				{:else}
					<p class="none" role="status">Choosing a pair …</p>
				{/if}
			</div>
			<PairsFoot {view} {keys} {findings} />
		{/if}
	</div>
	{#if giving}
		<BallotDoor {judged} takes={scoped} onclose={() => (giving = false)} />
	{/if}
{/if}

<p class="visually-hidden" role="status" aria-live="polite">{many(own.length, 'pair')} answered</p>

<style>
	.view {
		position: relative;
		display: grid;
		grid-template-rows: auto minmax(0, 1fr) auto;
		grid-template-columns: minmax(0, 1fr);
		height: 100%;
	}

	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 16px;
		align-items: center;
		min-height: 46px;
		padding: 6px 14px;
		border-bottom: 1px solid var(--rule);
	}

	.bar :global(.bx--content-switcher) {
		flex: none;
		width: auto;
		height: 28px;
	}

	.bar :global(.bx--content-switcher-btn) {
		width: auto;
		padding: 0 12px;
		white-space: nowrap;
	}

	.hidden {
		margin-left: auto;
		font-size: 13px;
	}

	.mat {
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		min-height: 0;
		padding: 10px;
	}

	.none {
		align-self: center;
		justify-self: center;
	}

	.empty {
		display: grid;
		gap: 14px;
		justify-items: start;
		max-width: 520px;
		padding: 40px 28px;
	}
</style>

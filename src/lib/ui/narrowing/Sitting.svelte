<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import type { MarkKind } from '$lib/core/schema';
	import {
		AnswerBar,
		choicesOf,
		keyPressed,
		letGo,
		pairsKeys,
		Stage,
		type PairsKey
	} from '$lib/ui/pairs';
	import { clock, many, markKeys, useWork, type Judged } from '$lib/ui/shared';
	import Budget from './Budget.svelte';
	import { NarrowingDesk } from './desk.svelte';
	import DialScale from './DialScale.svelte';
	import Ended from './Ended.svelte';

	/** A pair to judge, what is known of the dials, and what is left of the budget. */
	let { judged, onanew }: { judged: Judged; onanew: () => void } = $props();

	const work = useWork();
	const desk = untrack(() => new NarrowingDesk(work, judged));
	const { pairs } = desk;
	onMount(() => () => {
		pairs.end();
		letGo();
	});

	$effect(() => {
		if (desk.question) untrack(() => pairs.begin());
	});
	$effect(() => {
		void desk.basis;
		desk.refresh();
	});
	$effect(() => {
		void [pairs.known, desk.rounds, work.takes];
		untrack(() => void desk.order());
	});

	/** The picture under the pointer or in focus: marks go to it. */
	let side = $state<0 | 1 | null>(null);
	const idOf = (which: 0 | 1) => (which ? pairs.now?.right : pairs.now?.left) ?? '';

	function mark(kind: MarkKind, which: 0 | 1) {
		const id = idOf(which);
		const take = work.takes.find((one) => one.id === id);
		if (take) void work.mark([take], work.marks.get(id) === kind ? null : kind, !desk.open);
	}

	const keys: PairsKey[] = [
		...pairsKeys(pairs),
		{ keys: ['i'], shown: 'I', says: 'settings', run: () => (desk.open = !desk.open) }
	];
	const choices = choicesOf(keys);
	const others = keys.filter(({ answers }) => !answers);

	function press(event: KeyboardEvent) {
		const name = desk.ended ? null : keyPressed(event);
		if (name === null) return;
		const key = keys.find((one) => one.keys.includes(name));
		if (name in markKeys && side !== null) mark(markKeys[name], side);
		else if (key) key.run(name);
		else return;
		event.preventDefault();
	}

	function point(event: PointerEvent & { currentTarget: HTMLElement }) {
		const figures = [...event.currentTarget.querySelectorAll('figure')];
		const on = figures.findIndex((one) => one.contains(event.target as Node));
		side = on === 0 || on === 1 ? on : null;
	}

	/** Seconds that the takes on the way need each, on average. */
	const wait = $derived.by(() => {
		const { candidates, waiting } = desk.field ?? { candidates: [], waiting: [] };
		const all = waiting.reduce((sum, s) => sum + candidates[s].seconds, 0);
		return all / Math.max(1, waiting.length);
	});
	const round = $derived(desk.rounds.at(-1)?.round ?? null);
</script>

<svelte:window onkeydown={press} />

<div class="view">
	<h1 class="visually-hidden">Narrow down</h1>
	<div class="bar">
		<strong>Narrow down</strong>
		{#if round}<span class="quiet">Round {round.number}. {round.why}</span>{/if}
		<span class="push">
			<a class="act" href="/brief/{work.brief!.id}/sheet">Open the sheet</a>
			<button class="act" onclick={onanew}>Change what may vary</button>
		</span>
	</div>
	<aside class="dials" aria-label="Dials">
		{#if pairs.known}
			<p class="quiet">How often a value is preferred. Press one to take it out.</p>
			{#each pairs.known.dials as dial (dial.id)}
				<DialScale {dial} onturn={(key, out) => desk.turn(dial.id, key, out)} />
			{/each}
		{:else}
			<p class="quiet" role="status">Working out what is known …</p>
		{/if}
	</aside>
	{#if desk.ended}
		<Ended {desk} {onanew} />
	{:else}
		<main>
			<!-- svelte-ignore a11y_no_static_element_interactions -->
			<div class="mat mat-1" onpointermove={point} onpointerleave={() => (side = null)}>
				{#if pairs.now}
					<Stage view={pairs} pair={pairs.now} />
				{:else}
					<div class="none" role="status">
						{#if desk.held}
							<p>{desk.held.says}</p>
						{:else if desk.takes.open}
							<p>
								<strong>Making takes.</strong>
								{#if wait}A take needs about {clock(wait)}.{/if}
								The first pair appears as soon as two are made.
							</p>
							<p>
								You can leave this page. It goes on, and stands where it stood when you come back.
							</p>
						{:else}
							<p>Choosing what comes next …</p>
						{/if}
					</div>
				{/if}
			</div>
			{#if pairs.now}
				<div class="under">
					{#each [0, 1] as const as which (which)}
						<span class:here={side === which}>
							{#each Object.entries(markKeys) as [key, kind] (kind)}
								<button
									class="plain"
									aria-pressed={work.marks.get(idOf(which)) === kind}
									aria-label="{kind}, the {which ? 'right' : 'left'} one"
									onclick={() => mark(kind, which)}><kbd>{key.toUpperCase()}</kbd> {kind}</button
								>
							{/each}
							{#if desk.open}<em>{desk.stopsOf(idOf(which))}</em>{/if}
						</span>
					{/each}
				</div>
			{/if}
			<footer>
				<AnswerBar {choices} disabled={!pairs.now} />
				<div class="line">
					{#each others as { shown, says, run } (shown)}
						<button
							class="plain"
							aria-pressed={shown === 'I' ? desk.open : undefined}
							onclick={() => run('+')}><kbd>{shown}</kbd> {says}</button
						>
					{/each}
					<span class="push quiet">
						{#if desk.open}
							Settings are in sight: answers don’t count as blind.
						{:else if pairs.known?.left}
							<span>
								about <strong class="num">{pairs.known.left}</strong> more
								{pairs.known.left === 1 ? 'pair' : 'pairs'} should decide it
							</span>
						{/if}
					</span>
				</div>
			</footer>
		</main>
	{/if}
	<aside class="budget" aria-label="Budget and answer"><Budget {desk} /></aside>
</div>

<p class="visually-hidden" role="status" aria-live="polite">
	{many(desk.answered, 'pair')} answered
</p>

<style>
	.view {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr);
		grid-template-columns: 212px minmax(0, 1fr) 208px;
		height: 100%;
	}

	.bar {
		display: flex;
		flex-wrap: wrap;
		grid-column: 1 / -1;
		gap: 6px 16px;
		align-items: center;
		min-height: 46px;
		padding: 6px 14px;
		border-bottom: 1px solid var(--rule);
	}

	.push {
		display: flex;
		gap: 14px;
		align-items: center;
		margin-left: auto;
	}

	aside {
		padding: 12px 14px;
		overflow: auto;
		background: var(--panel);
	}

	.dials {
		display: grid;
		gap: 14px;
		align-content: start;
		border-right: 1px solid var(--rule);
	}

	.dials p {
		font-size: 13px;
	}

	.budget {
		border-left: 1px solid var(--rule);
	}

	main {
		display: grid;
		grid-template-rows: minmax(0, 1fr) auto auto;
		grid-template-columns: minmax(0, 1fr);
		min-width: 0;
		min-height: 0;
	}

	.mat {
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		min-height: 0;
		padding: 10px;
	}

	.none {
		display: grid;
		gap: 8px;
		place-self: center;
		max-width: 44ch;
		padding: 18px;
		background: var(--panel);
		text-align: center;
	}

	.under {
		display: grid;
		grid-template-columns: 1fr 1fr;
		background: var(--mat-1);
	}

	.under span {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 12px;
		align-items: center;
		justify-content: center;
		min-height: 32px;
		margin: 0 10px;
		padding: 2px 8px;
		background: var(--panel);
		font-size: 13px;
	}

	.under span.here {
		box-shadow: inset 0 2px 0 var(--varied);
	}

	.under [aria-pressed='true'] {
		font-weight: 700;
	}

	.under em {
		flex-basis: 100%;
		font-style: normal;
		text-align: center;
	}

	footer {
		background: var(--panel);
	}

	.line {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 13px;
		align-items: center;
		padding: 6px 14px;
		font-size: 13px;
	}

	@media (max-width: 1100px) {
		.view {
			grid-template-rows: auto minmax(420px, 78vh) auto;
			grid-template-columns: 1fr 1fr;
			height: auto;
		}

		main,
		.view > :global(.ended) {
			grid-row: 2;
			grid-column: 1 / -1;
		}
	}
</style>

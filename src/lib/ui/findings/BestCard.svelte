<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { page } from '$app/state';
	import {
		creditsSay,
		keptSays,
		percent,
		span,
		sure,
		type Best,
		type Keepers
	} from '$lib/core/findings';
	import type { Evidence } from '$lib/core/judge';
	import { many, TakePicture, useWork } from '$lib/ui/shared';

	interface Props {
		best: Best;
		keepers: Keepers | null;
		says: string;
		evidence: Evidence;
	}

	let { best, keepers, says, evidence }: Props = $props();

	const work = useWork();
	const shown = $derived(
		best.shownBy.flatMap((id) => work.takes.find((take) => take.id === id) ?? []).at(0)
	);
	const from = $derived(page.url.searchParams.get('from'));
	const pickUrl = $derived(
		`/brief/${work.brief!.id}/pick?${new URLSearchParams({ best: '1', ...(from ? { from } : {}), ...best.best.stops })}`
	);
</script>

<section class="best" class:settled={best.settled} aria-label="Best settings">
	<p class="head">{best.settled ? 'Best, settled' : 'Best so far'}</p>
	{#if shown}
		<a
			class="shot"
			href="/brief/{work.brief!.id}/sheet?open={shown.id}"
			style:aspect-ratio="{shown.settings.width} / {shown.settings.height}"
			aria-label="Take {shown.number}, which shows them best: open it on the sheet"
			><TakePicture takeId={shown.id} alt="Take {shown.number}" large /></a
		>
	{/if}
	<h1>{best.best.says}</h1>
	<p class="says">{says}</p>
	<dl>
		<dt>better than all others</dt>
		<dd class="num">{sure(best.best.chance)}</dd>
		{#if best.next}
			<dt>than the next</dt>
			<dd class="num">{sure(best.next.beaten)}</dd>
		{/if}
		{#if keepers}
			<dt>kept of judged</dt>
			<dd class="num">{keptSays(keepers)}</dd>
			<dt>chance of a keeper</dt>
			<dd class="num">{percent(keepers.chance.mean)} ({span(keepers.chance)})</dd>
			{#if keepers.cost}
				<dt>a keeper costs</dt>
				<dd class="num">{creditsSay(keepers.cost.mean, evidence.money)}</dd>
			{/if}
			{#if keepers.sure < 1000}
				<dt>95% sure of one</dt>
				<dd class="num">{many(keepers.sure, 'take')}</dd>
			{/if}
		{/if}
	</dl>
	<Button href={pickUrl} kind={best.settled ? 'primary' : 'tertiary'}>Save as the pick</Button>
	{#if !best.settled}
		<Button href="/brief/{work.brief!.id}/pairs">Judge pairs</Button>
	{/if}
</section>

<style>
	.best {
		display: grid;
		gap: 10px;
		padding: 14px 16px;
		border: 1px solid var(--rule-strong);
		background: var(--panel);
	}

	.best.settled {
		border-color: var(--ink);
	}

	.head {
		color: var(--ink-2);
		font-size: 13px;
	}

	.shot {
		display: block;
		max-height: 300px;
		margin: 0 auto;
		max-width: 100%;
		background: var(--mat-1);
	}

	h1 {
		font-size: 17px;
	}

	.says {
		font-size: 13px;
	}

	dl {
		display: grid;
		grid-template-columns: max-content minmax(0, 1fr);
		gap: 3px 12px;
		font-size: 13px;
	}

	dt {
		color: var(--ink-3);
	}

	.best :global(.bx--btn) {
		width: 100%;
		max-width: none;
	}
</style>

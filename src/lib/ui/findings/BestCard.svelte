<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { page } from '$app/state';
	import { keeperLines, sure, type Best, type Keepers } from '$lib/core/findings';
	import type { Evidence } from '$lib/core/judge';
	import { Lines, TakePicture, useWork } from '$lib/ui/shared';

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
	const lines = $derived.by((): [string, string][] => [
		['better than all others', sure(best.best.chance)],
		...(best.next ? [['than the next', sure(best.next.beaten)] as [string, string]] : []),
		...(keepers ? keeperLines(keepers, evidence.money) : [])
	]);
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
	<Lines room={150} {lines} />
	<div class="do">
		{#if !best.settled}
			<Button href="/brief/{work.brief!.id}/pairs">Judge pairs</Button>
		{/if}
		<Button href={pickUrl} kind={best.settled ? 'primary' : 'tertiary'}>Save as the pick</Button>
	</div>
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

	@media (max-width: 900px) {
		.best {
			grid-template-rows: auto auto auto 1fr auto;
			grid-template-columns: 300px minmax(0, 1fr);
			gap: 10px 18px;
		}

		.best > :global(*) {
			grid-column: 2;
		}

		.best > .shot {
			grid-row: 1 / span 5;
			grid-column: 1;
			align-self: start;
		}
	}

	.do {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}

	.do :global(.bx--btn) {
		flex: 1 1 140px;
		min-width: 0;
		max-width: none;
		padding-right: 14px;
		white-space: nowrap;
	}
</style>

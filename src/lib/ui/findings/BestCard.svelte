<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { page } from '$app/state';
	import { keeperLines, sure, type Best, type Keepers } from '$lib/core/findings';
	import type { Evidence } from '$lib/core/judge';
	import { Lines, TakePicture, useWork } from '$lib/ui/shared';

	/** The answer, how sure it is, and the next step. */
	interface Props {
		best: Best;
		keepers: Keepers | null;
		evidence: Evidence;
	}

	let { best, keepers, evidence }: Props = $props();

	const work = useWork();
	const shown = $derived(
		best.shownBy.flatMap((id) => work.takes.find((take) => take.id === id) ?? []).at(0)
	);
	/** The same scope and judge where one goes from here. */
	const scope = $derived(
		[...page.url.searchParams].filter(([name]) => ['from', 'takes', 'judge'].includes(name))
	);
	const pickUrl = $derived(
		`/brief/${work.brief!.id}/pick?${new URLSearchParams([['best', '1'], ...scope, ...Object.entries(best.best.stops)])}`
	);
	const pairsUrl = $derived(
		`/brief/${work.brief!.id}/pairs?${new URLSearchParams(scope.filter(([name]) => name !== 'judge'))}`
	);
	const lines = $derived.by((): [string, string][] => [
		...(best.next
			? ([
					['Next best', best.next.says],
					['Chance that it is as good', sure(best.next.asGood)]
				] as [string, string][])
			: []),
		...(keepers ? keeperLines(keepers, evidence.money) : [])
	]);
</script>

<section class="best" class:settled={best.settled} aria-label="Best settings">
	{#if shown}
		<a
			class="shot"
			href="/brief/{work.brief!.id}/sheet?open={shown.id}"
			aria-label="Take {shown.number}, which shows them best. Open it on the sheet"
			><TakePicture takeId={shown.id} alt="Take {shown.number}" large /></a
		>
	{/if}
	<div class="answer">
		<p class="head">{best.settled ? 'Decided' : 'No clear winner yet'}</p>
		<h1>{best.best.says}</h1>
		<p class="sure">
			<strong class="num">{sure(best.best.chance)}</strong> likely to be the best{#if best.next}
				<br /><strong class="num">{sure(best.next.beaten)}</strong> likely to beat the next{/if}
		</p>
		<p class="now">
			{best.now}{#if best.rough}
				These figures are still rough.{/if}
		</p>
		<div class="do">
			{#if !best.settled}
				<Button href={pairsUrl}>Judge pairs</Button>
			{/if}
			<Button href={pickUrl} kind={best.settled ? 'primary' : 'tertiary'}>Save as pick</Button>
		</div>
	</div>
	<div class="figures">
		<Lines room={168} {lines} />
	</div>
</section>

<style>
	.best {
		display: grid;
		grid-template-columns: minmax(0, 5fr) minmax(0, 5fr) minmax(0, 4fr);
		gap: 14px 24px;
		padding: 16px;
		border: 1px solid var(--rule-strong);
		background: var(--panel);
	}

	.best.settled {
		border-color: var(--ink);
	}

	.shot {
		display: grid;
		place-items: center;
		height: 340px;
		background: var(--mat-1);
	}

	.shot :global(img) {
		width: 100%;
		height: 340px;
		object-fit: contain;
	}

	.answer,
	.figures {
		display: grid;
		gap: 12px;
		align-content: start;
		min-width: 0;
	}

	.head {
		color: var(--ink-2);
		font-size: 18px;
	}

	.settled .head {
		color: var(--ink);
		font-weight: 600;
	}

	h1 {
		font-size: clamp(22px, 2.4vw, 32px);
		line-height: 1.2;
		overflow-wrap: anywhere;
	}

	.sure {
		font-size: 18px;
	}

	.sure strong {
		font-size: 24px;
	}

	.now {
		max-width: 46ch;
		font-size: 16px;
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

	@media (max-width: 1100px) {
		.best {
			grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		}

		.shot {
			grid-row: 1 / span 2;
		}

		.figures {
			grid-column: 2;
		}
	}

	@media (max-width: 700px) {
		.best {
			grid-template-columns: minmax(0, 1fr);
		}

		.shot {
			grid-row: auto;
		}

		.figures {
			grid-column: 1;
		}
	}
</style>

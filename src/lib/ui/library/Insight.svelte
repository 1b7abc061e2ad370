<script lang="ts">
	import type { ApexOptions } from 'apexcharts';
	import { ContentSwitcher, Switch } from 'carbon-components-svelte';
	import type { Yield, YieldBy } from '$lib/core/library';
	import { Chart, credits, Dialog, plainChart, session } from '$lib/ui/shared';
	import { libraryInsight } from '$lib/workers';

	/** What was spent, against what was kept. */
	interface Props {
		/** What a brief is called. */
		nameOf: (brief: string) => string;
		onclose: () => void;
	}

	let { nameOf, onclose }: Props = $props();

	const ways: readonly { id: YieldBy; label: string }[] = [
		{ id: 'model', label: 'by model' },
		{ id: 'brief', label: 'by brief' },
		{ id: 'month', label: 'by month' }
	];
	/** More than so many bars say less. */
	const MOST = 12;

	let by = $state<YieldBy>('model');
	let rows = $state.raw<Yield[] | null>(null);
	let problem = $state<string | null>(null);
	$effect(() => {
		rows = null;
		const asked = by;
		libraryInsight(asked)
			.then((found) => asked === by && (rows = found))
			.catch((cause: unknown) => (problem = String(cause)));
	});
	const named = (key: string) =>
		by === 'model'
			? (session.card(key)?.name ?? key)
			: by === 'brief'
				? nameOf(key)
				: new Date(`${key}-01T00:00`).toLocaleDateString(undefined, {
						month: 'short',
						year: 'numeric'
					});
	const percent = (share: number) => `${Math.round(100 * share)}%`;
	const options = $derived.by((): ApexOptions => {
		const shown = (rows ?? []).slice(by === 'month' ? -MOST : 0).slice(0, MOST);
		return {
			...plainChart,
			chart: { ...plainChart.chart, type: 'bar', height: 220 },
			series: [
				{ name: 'credits spent', data: shown.map(({ spent }) => Math.round(spent * 10) / 10) },
				{ name: 'takes kept', data: shown.map(({ kept }) => kept) }
			],
			colors: ['#8a8a8a', 'var(--varied)'],
			legend: { show: true, position: 'top', horizontalAlign: 'left' },
			plotOptions: { bar: { columnWidth: '55%' } },
			xaxis: { categories: shown.map(({ key }) => named(key)) },
			yaxis: { labels: { formatter: (value) => String(Math.round(value * 10) / 10) } }
		};
	});
</script>

<Dialog open heading="What was spent, and what was kept" {onclose}>
	<ContentSwitcher
		size="sm"
		bind:selectedIndex={
			() => ways.findIndex(({ id }) => id === by), (i) => (by = ways[i]?.id ?? 'model')
		}
	>
		{#each ways as { id, label } (id)}<Switch text={label} />{/each}
	</ContentSwitcher>
	{#if problem}
		<p role="alert">It could not be reckoned. {problem}</p>
	{:else if rows && !rows.length}
		<p>Nothing was made or spent yet.</p>
	{:else if rows}
		<Chart
			{options}
			label="Credits spent and takes kept, {ways.find(({ id }) => id === by)?.label}"
		/>
		<table>
			<thead>
				<tr>
					<th></th>
					<th class="num">credits</th>
					<th class="num">takes</th>
					<th class="num">judged</th>
					<th class="num">kept</th>
					<th
						class="num"
						title="Share of the judged takes that was kept, with Wilson's 95% interval: few takes say little"
						>keep rate</th
					>
					<th class="num" title="All credits spent, shared among the kept takes"
						>credits a keeper</th
					>
				</tr>
			</thead>
			<tbody>
				{#each rows as one (one.key)}
					<tr>
						<th>{named(one.key)}</th>
						<td class="num">{credits(one.spent)}</td>
						<td class="num">{one.made}</td>
						<td class="num">{one.judged}</td>
						<td class="num">{one.kept}</td>
						<td class="num"
							>{one.rate
								? `${percent(one.rate.mean)}, ${percent(one.rate.low)} to ${percent(one.rate.high)}`
								: 'not judged'}</td
						>
						<td class="num">{one.each === null ? '' : credits(one.each)}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		<p class="quiet">
			Spending counts takes that were deleted, too. Pictures from elsewhere are left out.
		</p>
	{/if}
</Dialog>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		font-size: 13px;
	}

	th,
	td {
		padding: 5px 8px;
		border-bottom: 1px solid var(--rule);
		text-align: right;
	}

	th:first-child {
		font-weight: 500;
		text-align: left;
	}

	thead th {
		color: var(--ink-3);
		font-weight: 400;
	}

	p {
		margin-top: 12px;
	}
</style>

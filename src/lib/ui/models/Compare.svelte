<script lang="ts">
	import { compareModels } from '$lib/core/models';
	import type { ModelCard } from '$lib/core/schema';
	import Samples from './Samples.svelte';

	let { cards, onclose }: { cards: ModelCard[]; onclose: () => void } = $props();

	/** What was asked for at the foot of a long list stands above it. */
	const intoSight = (section: HTMLElement) =>
		section.scrollIntoView({ block: 'start', behavior: 'smooth' });

	const rows = $derived(compareModels(cards));
</script>

<section aria-label="Models side by side" {@attach intoSight}>
	<table>
		<thead>
			<tr>
				<td><button class="act" onclick={onclose}>Put all back</button></td>
				{#each cards as card (card.id)}
					<th scope="col">
						<Samples {card} />
						{card.name}
					</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each rows as { about, values, differs } (about)}
				<tr class:same={!differs}>
					<th scope="row">{about}</th>
					{#each values as value, i (cards[i].id)}<td>{value}</td>{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</section>

<style>
	section {
		margin-bottom: 20px;
		border: 1px solid var(--rule);
		background: var(--panel);
	}

	table {
		width: 100%;
		border-collapse: collapse;
		table-layout: fixed;
		font-size: 13px;
	}

	th,
	td {
		padding: 5px 12px;
		border-top: 1px solid var(--rule);
		text-align: left;
		vertical-align: top;
	}

	thead td,
	thead th {
		border: 0;
		font-weight: 600;
	}

	thead th :global(.strip) {
		margin-bottom: 6px;
	}

	tr > :first-child {
		width: 132px;
		color: var(--ink-3);
		font-weight: 450;
	}

	.same td {
		color: var(--ink-3);
	}
</style>

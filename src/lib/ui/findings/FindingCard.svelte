<script lang="ts">
	import type { Component } from 'svelte';
	import type { Drawing, FindingKind, Said } from '$lib/core/findings';
	import { TakePicture, useWork } from '$lib/ui/shared';
	import { drawings } from './drawings';

	interface Props {
		said: Said;
		kind: FindingKind;
		/** What its figures come from: counts of marks and pairs, blind or open. */
		from: string;
	}

	let { said, kind, from }: Props = $props();

	const Draw = $derived(
		said.drawing ? (drawings[said.drawing.kind] as Component<{ drawing: Drawing }>) : null
	);
	const work = useWork();
	const shows = $derived(
		(said.shows ?? []).flatMap((id) => work.takes.find((take) => take.id === id) ?? [])
	);
	let copied = $state(false);

	/** The numbers as tab-separated lines, as tables of other programs take them. */
	async function copy() {
		const { table } = said;
		if (!table) return;
		const lines = [table.columns, ...table.rows].map((row) => row.join('\t'));
		await navigator.clipboard.writeText(lines.join('\n'));
		copied = true;
		setTimeout(() => (copied = false), 2000);
	}
</script>

<article>
	<h3>{said.about}</h3>
	{#if Draw && said.drawing}<Draw drawing={said.drawing} />{/if}
	<p>{said.says}</p>
	{#if shows.length}
		<div class="shows">
			{#each shows as { id, number } (id)}
				<a
					href="/brief/{work.brief!.id}/sheet?open={id}"
					aria-label="Take {number}: open it on the sheet"
					><TakePicture takeId={id} alt="Take {number}" /></a
				>
			{/each}
		</div>
	{/if}
	<details>
		<summary>Numbers and method</summary>
		<div class="inside">
			{#if said.table}
				<div class="table">
					<table>
						<caption class="visually-hidden">{said.about}: {kind.question}</caption>
						<thead>
							<tr
								>{#each said.table.columns as name, i (i)}<th scope="col">{name}</th>{/each}</tr
							>
						</thead>
						<tbody>
							{#each said.table.rows as row, i (i)}
								<tr>
									{#each row as cell, j (j)}
										{#if j === 0}<th scope="row">{cell}</th>{:else}<td class="num">{cell}</td>{/if}
									{/each}
								</tr>
							{/each}
						</tbody>
					</table>
				</div>
				<button class="act" onclick={copy}>{copied ? 'Copied' : 'Copy the numbers'}</button>
			{/if}
			<p class="quiet">{kind.method}</p>
			<p class="quiet">From {from}. Method: {kind.source}.</p>
		</div>
	</details>
</article>

<style>
	article {
		display: grid;
		gap: 8px;
		align-content: start;
		min-width: 0;
		padding: 14px 16px;
		border: 1px solid var(--rule);
		background: var(--panel);
	}

	h3 {
		font-size: 14px;
	}

	p {
		max-width: 62ch;
		font-size: 13px;
	}

	.shows {
		display: grid;
		grid-template-columns: repeat(4, minmax(0, 1fr));
		gap: 6px;
	}

	summary {
		color: var(--ink-3);
		font-size: 12px;
		cursor: pointer;
	}

	.inside {
		display: grid;
		gap: 8px;
		justify-items: start;
	}

	.table {
		max-width: 100%;
		max-height: 260px;
		margin-top: 6px;
		overflow: auto;
	}

	table {
		border-collapse: collapse;
		font-size: 12px;
	}

	th,
	td {
		padding: 2px 10px 2px 0;
		font-weight: 400;
		text-align: left;
		white-space: nowrap;
	}

	thead th {
		color: var(--ink-3);
	}
</style>

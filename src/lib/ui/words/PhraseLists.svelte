<script lang="ts">
	import { Search } from 'carbon-components-svelte';
	import { stream } from '$lib/core/random';
	import { facetLabels, phraseLists, type ListedFacet } from '$lib/core/wording';
	import { freshSeeds } from '$lib/ui/shared';
	import { useDesk } from './desk.svelte';

	const desk = useDesk();
	const listed = Object.keys(phraseLists) as ListedFacet[];
	let facet = $state<ListedFacet>('subject');
	let search = $state('');
	let seed = $state(freshSeeds(1)[0] % 100_000);

	const found = $derived(
		search.trim()
			? listed.flatMap((of) =>
					phraseLists[of]
						.filter((phrase) => phrase.includes(search.trim().toLowerCase()))
						.map((phrase) => ({ of, phrase }))
				)
			: phraseLists[facet].map((phrase) => ({ of: facet, phrase }))
	);
	const there = $derived(new Set(desk.wanted.map((text) => text.toLowerCase())));

	/** One phrase of each facet that the prompt leaves open, the same for the same seed. */
	const drawn = $derived.by(() => {
		const said = new Set(desk.stack.phrases.filter(({ off }) => !off).map((p) => p.facet));
		return listed
			.filter((of) => !said.has(of))
			.map((of) => ({ of, phrase: stream(`draw|${seed}`).branch(of).pick(phraseLists[of]) }));
	});
</script>

<Search
	size="sm"
	labelText="Search all phrases"
	placeholder="Search all phrases"
	bind:value={search}
/>
{#if !search.trim()}
	<div class="facets" role="group" aria-label="Facet">
		{#each listed as of (of)}
			<button aria-pressed={of === facet} onclick={() => (facet = of)}>{facetLabels[of]}</button>
		{/each}
	</div>
{/if}
<div class="phrases" role="group" aria-label="Phrases to add">
	{#each found as { of, phrase } (of + phrase)}
		<button
			class="phrase"
			class:there={there.has(phrase)}
			disabled={there.has(phrase)}
			title={facetLabels[of]}
			onclick={() => desk.add(phrase, of)}>{phrase}</button
		>
	{:else}
		<p class="quiet">No phrase has “{search}” in it. Write it into the prompt as it is.</p>
	{/each}
</div>
{#if drawn.length}
	<section class="draw">
		<h3>One of each that is still open</h3>
		<p class="drawn">{drawn.map(({ phrase }) => phrase).join(' · ')}</p>
		<p class="acts">
			<label
				>seed <input class="num" type="number" min="0" max="4294967295" bind:value={seed} /></label
			>
			<button class="act" onclick={() => (seed = freshSeeds(1)[0] % 100_000)}>Draw again</button>
			<button class="act" onclick={() => drawn.forEach(({ of, phrase }) => desk.add(phrase, of))}
				>Add all</button
			>
		</p>
	</section>
{/if}

<style>
	.facets {
		display: flex;
		flex-wrap: wrap;
		gap: 2px;
		margin: 10px 0;
	}

	.facets button {
		padding: 3px 7px;
		border: 0;
		border-bottom: 2px solid transparent;
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.facets button[aria-pressed='true'] {
		border-color: var(--ink);
		color: var(--ink);
		font-weight: 600;
	}

	.phrases {
		display: flex;
		flex-wrap: wrap;
		gap: 5px;
		margin-top: 10px;
	}

	.phrase {
		padding: 3px 9px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.phrase:hover {
		border-color: var(--ink-3);
	}

	.there {
		border-style: dashed;
		background: none;
		color: var(--ink-3);
		cursor: default;
	}

	.draw {
		margin-top: 16px;
		padding-top: 12px;
		border-top: 1px solid var(--rule);
	}

	h3 {
		font-size: 13px;
	}

	.drawn {
		margin: 5px 0 8px;
		color: var(--ink-2);
		font-size: 13px;
	}

	.acts {
		display: flex;
		gap: 6px;
		align-items: center;
		font-size: 12px;
	}

	label {
		display: inline-flex;
		gap: 6px;
		align-items: center;
	}

	.acts input {
		width: 86px;
		height: 26px;
		padding: 0 6px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font-size: 12px;
	}
</style>

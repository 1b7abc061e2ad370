<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { page } from '$app/state';
	import { tonePhrases } from '$lib/core/measure';
	import type { Description } from '$lib/core/schema';
	import { facetLabels, facetOf, facets, splitPhrases, type Facet } from '$lib/core/wording';
	import { asSent, toBeSeen } from '$lib/render';
	import * as store from '$lib/store';
	import { chooseFile, session, TakePicture, useWork } from '$lib/ui/shared';
	import { admitPicture, coloursOf, type Colours } from '$lib/workers';
	import { useDesk } from './desk.svelte';

	const desk = useDesk();
	const work = useWork();
	let shown = $state.raw<{ url: string; name: string } | null>(null);
	let said = $state.raw<(Colours & Description) | null>(null);
	/** The words that the picture was made with; empty where nobody knows them. */
	let own = $state.raw<readonly string[]>([]);
	let busy = $state(false);
	let problem = $state<string | null>(null);
	const there = $derived(new Set(desk.wanted.map((text) => text.toLowerCase())));

	/** Kept takes first: their words are wanted most often. */
	const takes = $derived(
		work.takes
			.filter(({ state }) => state === 'done')
			.sort(
				(a, b) =>
					Number(work.marks.get(b.id) === 'keep') - Number(work.marks.get(a.id) === 'keep') ||
					b.number - a.number
			)
			.slice(0, 24)
	);

	/** All phrases, the tone's among them, as they stand in a prompt: by facet, the likeliest first. */
	const rows = $derived(
		said
			? facets.flatMap((facet) => {
					const known = said!.phrases.filter((one) => one.facet === facet);
					return known.length ? [{ facet, phrases: known }] : [];
				})
			: []
	);
	const tones = $derived(said ? tonePhrases(said.tone) : []);

	/** A phrase that is less likely than this is only a guess: it is shown, and not chosen. */
	const SURE = 0.5;
	const isSure = ({ likelihood }: { likelihood: number }) => likelihood >= SURE;

	async function look(given: Blob, name: string, prompt = '') {
		if (shown) URL.revokeObjectURL(shown.url);
		shown = null;
		said = null;
		own = splitPhrases(prompt);
		problem = null;
		busy = true;
		try {
			const { picture } = await admitPicture(given).catch((cause: Error) => {
				throw new Error(
					`${name} cannot be used. ${cause.message} Choose another PNG, JPEG or WebP.`
				);
			});
			shown = { url: URL.createObjectURL(picture), name };
			const colours = await coloursOf(picture);
			const { image } = await session.client.send(await asSent(picture, toBeSeen));
			said = { ...colours, ...(await session.client.describe({ image })) };
		} catch (cause) {
			problem = cause instanceof Error ? cause.message : String(cause);
		} finally {
			busy = false;
		}
	}

	async function fromTake(id: string) {
		const [take, stored] = [work.takes.find((one) => one.id === id), await store.pictureOf(id)];
		if (stored) await look(stored.picture, `Take ${take?.number ?? ''}`, take?.settings.prompt);
	}

	async function fromFile() {
		const file = await chooseFile('image/png,image/jpeg,image/webp');
		if (file) await look(file, file.name);
	}

	// A take that the address names is looked at once it is there.
	let asked: string | null = null;
	$effect(() => {
		const id = page.url.searchParams.get('take');
		if (!id || id === asked || !work.takes.some((take) => take.id === id)) return;
		asked = id;
		void fromTake(id);
	});

	function useAll() {
		for (const { facet, phrases } of rows) if (isSure(phrases[0])) add(phrases[0].phrase, facet);
		for (const phrase of tones) add(phrase, 'detail');
	}
	const add = (phrase: string, facet: Facet) => {
		if (!there.has(phrase.toLowerCase())) desk.add(phrase, facet);
	};
</script>

{#if shown}
	<figure>
		<img src={shown.url} alt={shown.name} />
		<figcaption>{shown.name}{busy ? ': looking …' : ''}</figcaption>
	</figure>
{/if}
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
{#if own.length}
	<p class="quiet small">Made with these words</p>
	<p class="own" role="group" aria-label="Words that made it">
		{#each own as phrase, i (i)}
			<button
				class="phrase first"
				disabled={there.has(phrase.toLowerCase())}
				onclick={() => add(phrase, facetOf(phrase))}>{phrase}</button
			>
		{/each}
	</p>
{/if}
{#if said}
	<dl aria-label="What the picture shows">
		{#each rows as { facet, phrases } (facet)}
			<dt>{facetLabels[facet]}</dt>
			<dd>
				{#if !isSure(phrases[0])}<span class="quiet">not sure:</span>{/if}
				{#each phrases as { phrase, likelihood }, i (phrase)}
					<button
						class="phrase"
						class:first={i === 0 && isSure(phrases[0])}
						disabled={there.has(phrase.toLowerCase())}
						onclick={() => add(phrase, facet)}
						>{phrase}
						<span class="num" title="How sure it is, among all of the kind"
							>{Math.round(likelihood * 100)}%</span
						></button
					>
				{/each}
			</dd>
		{/each}
		{#if tones.length}
			<dt>Tone</dt>
			<dd>
				{#each tones as phrase (phrase)}
					<button
						class="phrase first"
						disabled={there.has(phrase)}
						onclick={() => add(phrase, 'detail')}>{phrase}</button
					>
				{/each}
			</dd>
		{/if}
		<dt>Palette</dt>
		<dd>
			{#each said.palette as { name, hex, share } (name)}
				<button
					class="phrase"
					disabled={there.has(name)}
					title="{hex}, {Math.round(share * 100)}% of the picture"
					onclick={() => add(name, 'trait')}
					><span class="swatch" style:background={hex}></span>{name}</button
				>
			{/each}
		</dd>
		<dt>Contrast</dt>
		<dd class="num" title="Standard deviation of lightness over 100 (Peli 1990)">
			{said.tone.contrast.toFixed(2)}
		</dd>
	</dl>
	<p class="acts">
		<Button size="small" on:click={useAll}>Add what is likely</Button>
	</p>
	<p class="quiet small">
		Percentages say how likely each phrase is among all that the simulated models can paint. Under
		{Math.round(SURE * 100)}% nothing is added for you. For a picture made elsewhere, expect
		guesses.
	</p>
{/if}
<Button size="small" kind="tertiary" on:click={fromFile}>Choose a picture file</Button>
{#if takes.length}
	<h3>or a take of this brief</h3>
	<div class="takes" role="group" aria-label="Takes">
		{#each takes as { id, number } (id)}
			<button aria-label="Take {number}" onclick={() => fromTake(id)}
				><TakePicture takeId={id} alt="" /></button
			>
		{/each}
	</div>
{/if}

<style>
	figure {
		background: var(--mat-1);
	}

	figure img {
		display: block;
		width: 100%;
		max-height: 260px;
		object-fit: contain;
	}

	figcaption {
		padding: 3px 6px;
		background: var(--panel);
		color: var(--ink-3);
		font-size: 12px;
	}

	dl {
		display: grid;
		grid-template-columns: 64px minmax(0, 1fr);
		gap: 7px 8px;
		margin: 8px 0 10px;
		font-size: 13px;
	}

	dt {
		padding-top: 3px;
		color: var(--ink-3);
		font-size: 12px;
	}

	dd {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
		align-items: center;
	}

	.phrase {
		display: inline-flex;
		gap: 5px;
		align-items: center;
		padding: 2px 8px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink-2);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.own {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
		margin-bottom: 10px;
	}

	.phrase.first {
		color: var(--ink);
		font-weight: 600;
	}

	.phrase:disabled {
		border-style: dashed;
		background: none;
		color: var(--ink-3);
		cursor: default;
	}

	.phrase .num {
		color: var(--ink-3);
		font-size: 11px;
		font-weight: 400;
	}

	.swatch {
		width: 14px;
		height: 14px;
		border: 1px solid var(--rule);
	}

	.acts {
		margin-bottom: 8px;
	}

	.small {
		margin-bottom: 12px;
		font-size: 12px;
	}

	.problem {
		margin: 6px 0;
		color: var(--point);
		font-size: 13px;
	}

	h3 {
		margin: 14px 0 6px;
		font-size: 13px;
	}

	.takes {
		display: grid;
		grid-template-columns: repeat(4, minmax(0, 1fr));
		gap: 4px;
	}

	.takes button {
		padding: 0;
		border: 0;
		background: var(--mat-1);
		aspect-ratio: 1;
		cursor: pointer;
	}
</style>

<script lang="ts">
	import { Button, InlineNotification } from 'carbon-components-svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { foundSays, sure, type Against } from '$lib/core/findings';
	import { writePick } from '$lib/core/formats';
	import { draftPick, lackSays, lacksOf } from '$lib/core/picks';
	import type { Pick } from '$lib/core/schema';
	import * as store from '$lib/store';
	import {
		DestinationList,
		fileName,
		Lines,
		loadSettings,
		many,
		saveFile,
		session,
		TakePicture,
		undo,
		useWork
	} from '$lib/ui/shared';
	import { reworkHref } from '$lib/ui/takes';
	import { savePicture, saveRecord } from './hand-on';
	import { settingLines } from './lines';

	let { pick, against }: { pick: Pick; against: Against | null } = $props();

	const work = useWork();
	/** The take that shows it: the one that was picked, or the best marked of those with its settings. */
	const take = $derived.by(() => {
		const takes = draftPick(pick.from, work.takes, work.marks, () => '')?.takes ?? [];
		return takes.find(({ id }) => work.marks.get(id) === 'keep') ?? takes.at(0);
	});
	const lacks = $derived(take ? lacksOf(work.destinations, take, work.takes) : []);
	const ways = { ready: undefined, small: 'enlarge', other: 'extend' } as const;
	const handedOn = $derived({ pick, brief: work.brief!, take, cards: session.cards });
	const found = $derived(pick.evidence.found);

	async function toDials() {
		work.replace(loadSettings(work.brief!, pick), `The settings of ${pick.name} are on the dials.`);
		await goto(`/brief/${work.brief!.id}/dials`);
	}

	async function remove() {
		const kept = $state.snapshot(pick);
		await store.deletePick(kept.id);
		undo.push({
			says: `the pick ${kept.name}`,
			back: () => store.addPick(kept),
			again: () => store.deletePick(kept.id)
		});
	}
</script>

<article>
	{#if take}<span class="shot"><TakePicture takeId={take.id} alt="Take {take.number}" /></span>{/if}
	<div class="text">
		<h2>{pick.name}</h2>
		{#if against}
			<InlineNotification
				lowContrast
				hideCloseButton
				kind="warning"
				title="Later judgements speak against it: {against.best} is better now; that this one is as good has a chance of {sure(
					against.asGood
				)}."
			/>
		{/if}
		{#if pick.reason}<p>{pick.reason}</p>{/if}
		<p class="num counts">
			{many(pick.evidence.takes, 'take')}: {pick.evidence.kept} kept, {pick.evidence.maybe} maybe, {pick
				.evidence.dropped} dropped
		</p>
		<div class="two">
			<Lines lines={settingLines(pick, session.cards)} />
			{#if found}<Lines label="Evidence" room={110} lines={foundSays(found)} />{/if}
		</div>
		{#if lacks.length}
			<details>
				<summary
					>Destinations: {lacks.filter(({ state }) => state === 'ready').length} of {lacks.length} ready</summary
				>
				<ul aria-label="Destinations of {pick.name}">
					{#each lacks as one (one.destination.id)}
						<li class:ready={one.state === 'ready'}>
							<span>{one.destination.label} <span class="num">{one.destination.short}</span></span>
							<a
								href={reworkHref(
									one.take,
									null,
									page.url.pathname + page.url.search,
									ways[one.state]
								)}>{lackSays(one)}</a
							>
						</li>
					{/each}
				</ul>
				<DestinationList />
			</details>
		{/if}
		<div class="acts">
			<Button size="small" on:click={toDials}>Load into the dials</Button>
			<Button
				size="small"
				kind="tertiary"
				on:click={() =>
					saveFile(`${fileName(pick.name)}.pick.json`, writePick(pick), 'application/json')}
				>Export</Button
			>
			<Button size="small" kind="tertiary" on:click={() => saveRecord(handedOn)}>Record</Button>
			{#if take}
				<Button size="small" kind="tertiary" on:click={() => savePicture(handedOn)}>Picture</Button>
				<Button
					size="small"
					kind="tertiary"
					href={reworkHref(take, null, page.url.pathname + page.url.search)}>Rework</Button
				>
			{/if}
			<Button size="small" kind="ghost" on:click={remove}>Delete</Button>
		</div>
	</div>
</article>

<style>
	article {
		display: flex;
		gap: 18px;
		margin-bottom: 14px;
		padding: 14px;
		border: 1px solid var(--rule);
		background: var(--panel);
	}

	.shot {
		flex: none;
		width: 240px;
		height: 240px;
		background: var(--mat-1);
	}

	.text {
		display: grid;
		gap: 8px;
		flex: 1;
		align-content: start;
		min-width: 0;
	}

	.counts {
		font-size: 12px;
	}

	.two {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
		gap: 8px 22px;
	}

	summary {
		font-size: 13px;
		cursor: pointer;
	}

	ul {
		display: grid;
		gap: 4px;
		margin-top: 6px;
		font-size: 13px;
	}

	li {
		display: grid;
		grid-template-columns: 130px minmax(0, 1fr);
		gap: 10px;
	}

	li a {
		color: var(--ink);
	}

	.ready a {
		color: var(--ink-3);
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-top: 4px;
	}
</style>

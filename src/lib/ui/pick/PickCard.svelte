<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { goto } from '$app/navigation';
	import { writePick } from '$lib/core/formats';
	import type { Pick } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { loadSettings } from '$lib/ui/dials';
	import { fileName, many, saveFile, TakePicture, undo, useWork } from '$lib/ui/shared';
	import PickedSettings from './PickedSettings.svelte';

	let { pick }: { pick: Pick } = $props();

	const work = useWork();
	const takeId = $derived(
		pick.from.kind === 'take' &&
			work.takes.some(({ id }) => pick.from.kind === 'take' && id === pick.from.takeId)
			? pick.from.takeId
			: null
	);

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
	{#if takeId}<span class="shot"><TakePicture {takeId} alt="" /></span>{/if}
	<div class="text">
		<h2>{pick.name}</h2>
		{#if pick.reason}<p>{pick.reason}</p>{/if}
		<p class="num counts">
			{many(pick.evidence.takes, 'take')}: {pick.evidence.kept} kept, {pick.evidence.maybe} maybe, {pick
				.evidence.dropped} dropped
		</p>
		<PickedSettings of={pick} />
		<div class="acts">
			<Button size="small" on:click={toDials}>Load into the dials</Button>
			<Button
				size="small"
				kind="tertiary"
				on:click={() =>
					saveFile(`${fileName(pick.name)}.pick.json`, writePick(pick), 'application/json')}
				>Export</Button
			>
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
		align-content: start;
		min-width: 0;
	}

	.counts {
		font-size: 12px;
	}

	.acts {
		display: flex;
		gap: 6px;
		margin-top: 4px;
	}
</style>

<script lang="ts">
	import { Button, TextInput } from 'carbon-components-svelte';
	import type { Snippet } from 'svelte';
	import {
		fileNames,
		namePlaces,
		settingsTable,
		unknownPlaces,
		usualPattern
	} from '$lib/core/formats';
	import type { Measured, Take } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { Dialog, fileName, many, saveFile, session, undo, useWork } from '$lib/ui/shared';
	import { packPictures } from '$lib/workers';
	import { pictureFiles } from './picture-files';

	/** What takes can be taken out as. */
	interface Props {
		/** The takes that are taken out: those that are done count. */
		from: readonly Take[];
		/** Whether they were chosen, rather than all that are in sight. */
		chosen: boolean;
		measured: ReadonlyMap<string, Measured>;
		/** Names of briefs by their ids. */
		briefs: ReadonlyMap<string, string> | undefined;
		/** Other ways out, of whoever shows the takes; told whether one may begin now. */
		ways?: Snippet<[free: boolean, attempt: typeof attempt, close: () => void]>;
		ondeleted: () => void;
	}

	let { from, chosen, measured, briefs, ways, ondeleted }: Props = $props();

	const work = useWork();
	let open = $state(false);
	let busy = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let pattern = $state(usualPattern);
	const brief = $derived(work.brief!.name);
	const takes = $derived(from.filter(({ state }) => state === 'done'));
	const unknown = $derived(unknownPlaces(pattern));

	async function attempt(what: string, job: () => Promise<void>) {
		busy = what;
		problem = null;
		try {
			await job();
		} catch (cause) {
			problem = `${what} did not work: ${String(cause)}`;
		} finally {
			busy = null;
		}
	}

	const table = () =>
		attempt('Writing the table', () => {
			const csv = settingsTable(
				{
					takes,
					marks: [...work.marks].map(([takeId, kind]) => ({
						takeId,
						kind,
						briefId: work.brief!.id,
						at: 0
					})),
					remarks: [...work.remarks.values()]
				},
				measured
			);
			saveFile(`${fileName(brief)}-takes.csv`, `\ufeff${csv}`, 'text/csv');
			return Promise.resolve();
		});

	const zip = () =>
		attempt('Packing the pictures', async () => {
			const names = fileNames(pattern, takes, brief, '');
			const files = await pictureFiles(
				takes,
				names,
				({ briefId }) => briefs?.get(briefId) ?? brief,
				(id) => session.card(id)
			);
			saveFile(`${fileName(brief)}-pictures.zip`, await packPictures(files), 'application/zip');
		});

	const remove = () =>
		attempt('Deleting', async () => {
			const gone = await store.deleteTakes(takes.map(({ id }) => id));
			ondeleted();
			const ids = gone.takes.map(({ id }) => id);
			undo.push({
				says: `${many(ids.length, 'take')} deleted`,
				back: () => store.restoreTakes(gone),
				again: () => store.deleteTakes(ids),
				heavy: true
			});
			freed = `${many(gone.takes.length, 'take')} deleted, ${(gone.bytes / 1e6).toFixed(1)} MB freed. U puts them back until the view is left.`;
			open = false;
		});
	let freed = $state<string | null>(null);
</script>

{#if freed}
	<span class="freed" role="status">{freed}</span>
	<button class="plain link" onclick={() => (freed = null)}>good</button>
{/if}
<button class="act" onclick={() => (open = true)}>Take out …</button>

<Dialog {open} size="sm" heading="Take out of the sheet" onclose={() => (open = false)}>
	<p>
		{chosen ? 'The chosen takes' : 'All takes in sight'}: {many(takes.length, 'picture')}.
	</p>
	<div class="ways">
		{@render ways?.(!busy && takes.length > 0, attempt, () => (open = false))}
		<Button size="small" kind="tertiary" disabled={!!busy || !takes.length} on:click={table}
			>Table of settings, marks and measures (CSV)</Button
		>
		<TextInput
			size="sm"
			labelText="Names of the pictures"
			helperText="May have {namePlaces.map((place) => `{${place}}`).join(', ')}"
			invalid={unknown.length > 0}
			invalidText={`${unknown.map((name) => `{${name}}`).join(', ')} is not known: take it out.`}
			bind:value={pattern}
		/>
		<Button
			size="small"
			kind="tertiary"
			disabled={!!busy || !takes.length || unknown.length > 0}
			on:click={zip}>Pictures with their settings inside (ZIP)</Button
		>
		{#if chosen}
			<Button size="small" kind="danger-tertiary" disabled={!!busy} on:click={remove}
				>Delete {many(takes.length, 'take')}</Button
			>
		{/if}
	</div>
	{#if busy}<p role="status">{busy} …</p>{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</Dialog>

<style>
	.ways {
		display: grid;
		gap: 10px;
		justify-items: start;
		margin-top: 12px;
	}

	.ways :global(.bx--btn) {
		max-width: none;
	}

	.problem {
		color: var(--point);
	}

	.freed {
		overflow: hidden;
		max-width: 360px;
		text-overflow: ellipsis;
	}
</style>

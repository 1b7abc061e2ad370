<script lang="ts">
	import { Button, TextInput } from 'carbon-components-svelte';
	import { tick } from 'svelte';
	import { fileNames, settingsTable, unknownPlaces, usualPattern } from '$lib/core/formats';
	import { heldSays } from '$lib/core/sheet';
	import * as store from '$lib/store';
	import { Dialog, fileName, many, saveFile, session, undo, useWork } from '$lib/ui/shared';
	import { drawContact, packPictures } from '$lib/workers';
	import type { Measuring } from './measuring.svelte';
	import { contactDrawing, pictureFiles } from './output';
	import type { SheetState } from './state.svelte';

	interface Props {
		view: SheetState;
		measuring: Measuring;
	}

	let { view, measuring }: Props = $props();

	const work = useWork();
	let open = $state(false);
	let busy = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let pattern = $state(usualPattern);
	const brief = $derived(work.brief!.name);
	/** The chosen ones, or all that fit. */
	const takes = $derived(
		(view.selected.size ? view.chosen : view.fitting).filter(({ state }) => state === 'done')
	);
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

	const contact = () =>
		attempt('Drawing the contact sheet', async () => {
			const drawing = await contactDrawing(view, {
				title: `${brief}: contact sheet`,
				held: heldSays(view.shown, session.cards),
				known: view.known,
				caption: (take) => {
					const mark = work.marks.get(take.id);
					return `${take.number}${mark ? `, ${mark}` : ''}`;
				}
			});
			saveFile(`${fileName(brief)}-contact-sheet.png`, await drawContact(drawing), 'image/png');
		});

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
				measuring.of
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
				({ briefId }) => view.known.briefs?.get(briefId) ?? brief,
				(id) => session.card(id)
			);
			saveFile(`${fileName(brief)}-pictures.zip`, await packPictures(files), 'application/zip');
		});

	/** All of the sheet stands on the page, with its pictures loaded, before it is printed. */
	async function print() {
		open = false;
		view.printing = true;
		await tick();
		const loaded = () =>
			[...document.querySelectorAll('.mat [data-take]')].every(
				(take) =>
					take.getAttribute('data-state') !== 'done' ||
					take.querySelector<HTMLImageElement>(':scope > img')?.complete ||
					take.querySelector('.missing')
			);
		for (let i = 0; i < 100 && !loaded(); i++) await new Promise((next) => setTimeout(next, 100));
		window.print();
		view.printing = false;
	}

	const remove = () =>
		attempt('Deleting', async () => {
			const gone = await store.deleteTakes(takes.map(({ id }) => id));
			view.selected = new Set();
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
		{view.selected.size ? 'The chosen takes' : 'All takes in sight'}: {many(
			takes.length,
			'picture'
		)}.
	</p>
	<div class="ways">
		<Button size="small" disabled={!!busy || !takes.length} on:click={contact}
			>Contact sheet (PNG, A4, 300 dpi)</Button
		>
		<Button size="small" kind="tertiary" disabled={!!busy || !takes.length} on:click={print}
			>Print the sheet as it is laid out</Button
		>
		<Button size="small" kind="tertiary" disabled={!!busy || !takes.length} on:click={table}
			>Table of settings, marks and measures (CSV)</Button
		>
		<TextInput
			size="sm"
			labelText="Names of the pictures"
			helperText={'May have {brief}, {model}, {seed}, {take}, {guidance}, {steps}, {frame}'}
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
		{#if view.selected.size}
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

	.problem {
		color: var(--point);
	}

	.freed {
		overflow: hidden;
		max-width: 360px;
		text-overflow: ellipsis;
	}
</style>

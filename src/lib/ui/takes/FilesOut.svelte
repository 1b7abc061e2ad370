<script lang="ts">
	import { Button, Select, SelectItem, Slider, TextInput } from 'carbon-components-svelte';
	import type { Snippet } from 'svelte';
	import { fileNames, unknownPlaces, usualPattern } from '$lib/core/formats';
	import { croppedFor, sizeAfter } from '$lib/core/edits';
	import type { Destination } from '$lib/core/frame';
	import type { Take } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { datedName, Dialog, live, many, saveFile, session, undo } from '$lib/ui/shared';
	import { packPictures, type PictureForm } from '$lib/workers';
	import { chosenSays } from './chosen-says';

	/** What takes can be taken out as. */
	interface Props {
		/** The takes that are taken out: those that are done count. */
		from: readonly Take[];
		/** Whether they were chosen, rather than all that are in sight. */
		chosen: boolean;
		/** What the files are called after. */
		name: string;
		/** What pictures can be cut for. */
		destinations: readonly Destination[];
		/** Names of briefs by their ids. */
		briefs: ReadonlyMap<string, string> | undefined;
		/** Other ways out, of whoever shows the takes; told whether one may begin now. */
		ways?: Snippet<[free: boolean, attempt: typeof attempt, close: () => void]>;
		ondeleted: () => void;
	}

	let { from, chosen, name, destinations, briefs, ways, ondeleted }: Props = $props();

	let open = $state(false);
	let busy = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let pattern = $state(usualPattern);
	let form = $state<PictureForm['type']>('kept');
	let quality = $state(90);
	/** How many are packed, and whether the artist had enough of waiting. */
	let packed = $state<string | null>(null);
	let enough = false;
	const takes = $derived(from.filter(({ state }) => state === 'done'));
	/** Ids of the destinations that every picture goes out for; as it is where there is none. */
	let uses = $state.raw<readonly string[]>([]);
	const wanted = $derived(destinations.filter(({ id }) => uses.includes(id)));
	/** Every file that goes out, take by take. */
	const goes = $derived(
		takes.flatMap((take): { take: Take; use?: Destination }[] =>
			wanted.length ? wanted.map((use) => ({ take, use })) : [{ take }]
		)
	);
	const small = $derived(
		goes.filter(
			({ take, use }) => use && !croppedFor(sizeAfter(take.settings, take.edits), use).enough
		).length
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

	const table = () =>
		attempt('Writing the table', async () => {
			const { measured, ...judged } = await store.judgementsOf(takes.map(({ id }) => id));
			const { settingsTable } = await import('./picture-files');
			const csv = settingsTable({ takes, ...judged }, measured);
			saveFile(`${datedName(name, 'takes')}.csv`, `\ufeff${csv}`, 'text/csv');
		});

	const zip = () =>
		attempt('Packing the pictures', async () => {
			const each = goes.map(({ take }) => take);
			// What it is for, and the size that it really has.
			const labels = goes.map(({ take, use }) => {
				if (!use) return undefined;
				const { size } = croppedFor(sizeAfter(take.settings, take.edits), use);
				return `${use.label} ${size.width}x${size.height}`;
			});
			const names = fileNames(pattern, each, name, '', labels);
			const { pictureFiles } = await import('./picture-files');
			const files = await pictureFiles(
				each,
				names,
				({ briefId }) => briefs?.get(briefId) ?? name,
				(id) => session.card(id),
				goes.map(({ use }) => use)
			);
			enough = false;
			const zip = await packPictures(files, { type: form, quality: quality / 100 }, (done, all) => {
				packed = `${done} of ${all}`;
				return !enough;
			}).finally(() => (packed = null));
			if (zip) saveFile(`${datedName(name, 'pictures')}.zip`, zip, 'application/zip');
		});

	/** What is chosen, with the briefs of what is not looked at: it is deleted from here, too. */
	const all = live(() => store.briefs, []);
	const named = $derived(
		chosenSays(
			takes,
			new Set(briefs?.keys()),
			(id) => all.current.find((one) => one.id === id)?.name ?? 'another brief'
		)
	);

	/** What of the takes was to last: it is asked about before it goes. */
	let dear = $state.raw<{ ids: ReadonlySet<string>; says: string } | null>(null);

	async function askRemove() {
		const picked = await store.pickedAmong(takes.map(({ id }) => id));
		const starred = takes.filter((take) => take.starred !== undefined);
		const ids = new Set([...picked, ...starred.map(({ id }) => id)]);
		if (!ids.size) return remove(takes);
		const says = [
			...(starred.length ? [`${many(starred.length, 'take')} with a star`] : []),
			...(picked.size ? [`${many(picked.size, 'take')} that a pick was made of`] : [])
		].join(' and ');
		dear = { ids, says };
	}

	const remove = (going: readonly Take[]) =>
		attempt('Deleting', async () => {
			dear = null;
			const gone = await store.deleteTakes(going.map(({ id }) => id));
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

<Dialog {open} size="sm" heading="Take out" onclose={() => ((open = false), (dear = null))}>
	<p>
		{chosen ? named : `All takes in sight: ${many(takes.length, 'picture')}`}.
	</p>
	<div class="ways">
		{@render ways?.(!busy && takes.length > 0, attempt, () => (open = false))}
		<Button size="small" kind="tertiary" disabled={!!busy || !takes.length} on:click={table}
			>Table of settings, marks and measures (CSV)</Button
		>
		<TextInput
			size="sm"
			labelText="Names of the pictures"
			helperText="In braces: brief, take, destination, or any dial, as {'{seed}'}"
			invalid={unknown.length > 0}
			invalidText={`${unknown.map((name) => `{${name}}`).join(', ')} is not known: take it out.`}
			bind:value={pattern}
		/>
		<div class="uses" role="group" aria-label="Cut for">
			<span class="quiet">Cut for</span>
			{#each destinations as { id, label, short } (id)}
				<button
					class="act"
					aria-pressed={uses.includes(id)}
					onclick={() =>
						(uses = uses.includes(id) ? uses.filter((one) => one !== id) : [...uses, id])}
					>{label} <span class="num">{short}</span></button
				>
			{/each}
		</div>
		{#if wanted.length}
			<p class="quiet">
				{many(goes.length, 'file')}, cut in the middle.
				{#if small}
					{small} smaller than wanted: they go out at their own size. Enlarge them under Rework first.
				{/if}
			</p>
		{/if}
		<div class="form">
			<Select size="sm" labelText="Written as" bind:selected={form}>
				<SelectItem value="kept" text="as they are kept here" />
				<SelectItem value="image/png" text="PNG, of what is kept" />
				<SelectItem value="image/jpeg" text="JPEG" />
				<SelectItem value="image/webp" text="WebP" />
			</Select>
			{#if form === 'image/jpeg' || form === 'image/webp'}
				<Slider
					labelText="Quality: {quality}"
					min={40}
					max={100}
					hideTextInput
					fullWidth
					bind:value={quality}
				/>
			{/if}
		</div>
		<Button
			size="small"
			kind="tertiary"
			disabled={!!busy || !takes.length || unknown.length > 0}
			on:click={zip}>Pictures with their settings inside (ZIP)</Button
		>
		{#if chosen}
			{#if dear}
				<p role="alert">Among them are {dear.says}.</p>
				<Button size="small" kind="danger-tertiary" on:click={() => void remove(takes)}
					>Delete all {takes.length} the same</Button
				>
				{#if dear.ids.size < takes.length}
					<Button
						size="small"
						kind="danger-tertiary"
						on:click={() => void remove(takes.filter(({ id }) => !dear!.ids.has(id)))}
						>Delete the other {takes.length - dear.ids.size}</Button
					>
				{/if}
			{:else}
				<Button
					size="small"
					kind="danger-tertiary"
					disabled={!!busy || !takes.length}
					on:click={() => void askRemove()}>Delete {many(takes.length, 'take')}</Button
				>
			{/if}
		{/if}
	</div>
	{#if busy}
		<p role="status">
			{busy} …
			{#if packed}{packed} <button class="act" onclick={() => (enough = true)}>stop</button>{/if}
		</p>
	{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</Dialog>

<style>
	.ways {
		display: grid;
		gap: 10px;
		justify-items: start;
		margin-top: 12px;
	}

	.uses {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: baseline;
		font-size: 13px;
	}

	.uses [aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--field);
	}

	.form {
		display: grid;
		grid-template-columns: repeat(2, minmax(0, 1fr));
		gap: 16px;
		align-items: end;
		width: 100%;
	}

	.ways :global(.bx--btn) {
		max-width: none;
	}

	.problem {
		color: var(--point);
	}

	.freed {
		font-size: 13px;
	}
</style>

<script lang="ts">
	import { destinations } from '$lib/core/frame';
	import { backupReminder } from '$lib/core/library';
	import type { Brief, Take } from '$lib/core/schema';
	import { datedName, many, saveFile } from '$lib/ui/shared';
	import { FilesOut, wallDrawing } from '$lib/ui/takes';
	import { drawContact } from '$lib/workers';
	import { Button } from 'carbon-components-svelte';
	import { backedUp } from './backed-up.svelte';
	import type { LibraryState } from './library.svelte';

	let {
		library,
		briefs,
		takes,
		nameOf,
		doing,
		onlook,
		onbackup,
		ondeleted
	}: {
		library: LibraryState;
		briefs: readonly Brief[];
		/** What is written out or deleted: the chosen takes, or the one in focus. */
		takes: readonly Take[];
		nameOf: (brief: string) => string;
		/** What is being done in the background. */
		doing: string | null;
		onlook: () => void;
		onbackup: () => void;
		ondeleted: () => void;
	} = $props();

	const found = $derived(library.telling?.found);
	let lasting = $state(true);
	$effect(() => void navigator.storage?.persisted?.().then((yes) => (lasting = yes)));
	const reminder = $derived(
		library.telling?.ready
			? backupReminder({
					lasting,
					takes: library.telling.found.all,
					backedUp: backedUp.at,
					now: Date.now()
				})
			: null
	);

	const contact: [what: string, job: () => Promise<void>] = [
		'Drawing the contact sheet',
		async () => {
			const made = takes.filter(({ state }) => state === 'done');
			const drawing = await wallDrawing(made, {
				title: 'Library: contact sheet',
				held: many(made.length, 'take'),
				caption: ({ number, briefId }) => `${number}, ${nameOf(briefId)}`
			});
			saveFile(
				`${datedName('library', 'contact-sheet')}.png`,
				await drawContact(drawing),
				'image/png'
			);
		}
	];
</script>

<header>
	<strong>Library</strong>
	<span class="quiet num"
		>{found ? many(found.all, 'take') : ''} in {many(briefs.length, 'brief')}{library.telling
			?.ready === false
			? ', reading …'
			: doing
				? `, ${doing} …`
				: ''}</span
	>
	<button class="act backup" disabled={!library.telling?.ready} onclick={onlook}>Insight</button>
	<FilesOut
		from={takes}
		chosen
		name="library"
		{destinations}
		briefs={new Map(briefs.map(({ id, name }) => [id, name]))}
		{ondeleted}
	>
		{#snippet ways(free, attempt)}
			<Button size="small" disabled={!free} on:click={() => void attempt(...contact)}
				>Contact sheet (PNG, A4, 300 dpi)</Button
			>
		{/snippet}
	</FilesOut>
	{#if reminder}
		<span class="reminds" title={reminder.says}
			>{reminder.short}<span class="visually-hidden">. {reminder.says}</span></span
		>
	{/if}
	<button class="act" onclick={onbackup}>Backup …</button>
	<button
		class="plain link starred num"
		onclick={() => library.set({ kind: 'starred', mark: null })}
		>starred {found?.starred ?? 0}</button
	>
</header>

<style>
	header {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 16px;
		align-items: baseline;
		padding: 10px 18px 0;
		font-size: 15px;
	}

	.backup {
		margin-left: auto;
	}

	.reminds {
		color: var(--ink-2);
		font-size: 13px;
	}
</style>

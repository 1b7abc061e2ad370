<script lang="ts">
	import { Button, InlineNotification } from 'carbon-components-svelte';
	import AddIcon from 'carbon-icons-svelte/lib/Add.svelte';
	import UploadIcon from 'carbon-icons-svelte/lib/Upload.svelte';
	import { goto } from '$app/navigation';
	import { FileProblem } from '$lib/core/problem';
	import type { Brief } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { briefForm, chooseFile, fileName, Later, live, saveFile } from '$lib/ui/shared';
	import { addDemo, exportBrief, importBrief } from './archives';

	/** A first visit has none, and does without what they are shown with. */
	const cards = () => import('./BriefCards.svelte');

	const briefs = live(() => store.summaries, []);
	let making = $state(false);
	let busy = $state<string | null>(null);
	let problem = $state<string | null>(null);

	async function attempt(what: string, work: () => Promise<void>) {
		busy = what;
		problem = null;
		try {
			await work();
		} catch (cause) {
			problem =
				cause instanceof FileProblem ? cause.message : `${what} did not work: ${String(cause)}`;
		} finally {
			busy = null;
		}
	}

	const openFile = () =>
		attempt('Opening the archive', async () => {
			const file = await chooseFile('.zip,application/zip');
			if (!file) return;
			const { brief, damaged } = await importBrief(file);
			if (!damaged.length) return void (await goto(`/brief/${brief}/sheet`));
			problem = `The brief is open, but parts of its file are damaged. ${damaged.slice(0, 3).join(' ')}${damaged.length > 3 ? ` And ${damaged.length - 3} more.` : ''}`;
		});

	const openDemo = () =>
		attempt('Opening the demo', async () => {
			const id = await addDemo();
			await goto(`/brief/${id}/sheet`);
		});

	const keepFile = (brief: Brief) =>
		attempt('Packing the brief', async () => {
			const zip = await exportBrief(brief.id, (done, all) => {
				if (done % 10 === 0) busy = `Packing the brief: ${done} of ${all} pictures`;
			});
			saveFile(`${fileName(brief.name)}.brief.zip`, zip, 'application/zip');
		});
</script>

<div class="view">
	<header>
		<h1>Briefs</h1>
		<div class="actions">
			<Button size="small" kind="tertiary" icon={UploadIcon} disabled={!!busy} on:click={openFile}
				>Open archive</Button
			>
			<Button size="small" kind="tertiary" disabled={!!busy} on:click={openDemo}
				>Open the demo</Button
			>
			<Button size="small" icon={AddIcon} on:click={() => (making = true)}>New brief</Button>
		</div>
	</header>

	{#if busy}<p class="quiet" role="status">{busy}…</p>{/if}
	{#if problem}
		<InlineNotification
			lowContrast
			kind="error"
			title="Not opened."
			subtitle={problem}
			on:close={() => (problem = null)}
		/>
	{/if}

	{#if briefs.ready && briefs.current.length === 0}
		<section class="empty">
			<h2>Nothing here yet</h2>
			<p>
				A brief is one piece of work: what the pictures are for, the words, the dials, the takes
				and, in the end, the settings that you picked. Begin one, or open the demo to see a brief
				that has been worked through.
			</p>
			<ol>
				<li><strong>Words.</strong> Say what is to be seen.</li>
				<li>
					<strong>Dials.</strong> Put two or three values on what you are unsure of; hold the rest.
				</li>
				<li>
					<strong>Sheet.</strong> Every combination on the same seeds, side by side. Keep, maybe, drop.
				</li>
				<li><strong>Pick.</strong> Save the settings that won, with the reason.</li>
			</ol>
			<div class="actions">
				<Button on:click={openDemo} disabled={!!busy}>Open the demo</Button>
				<Button kind="tertiary" on:click={() => (making = true)}>New brief</Button>
			</div>
		</section>
	{:else if briefs.current.length}
		<Later load={cards} given={{ briefs: briefs.current, onexport: keepFile }} />
	{/if}
</div>

{#if making}<Later load={briefForm} given={{ onclose: () => (making = false) }} />{/if}

<style>
	.view {
		max-width: 1180px;
		padding: 22px 24px 40px;
	}

	header {
		display: flex;
		justify-content: space-between;
		align-items: center;
		margin-bottom: 18px;
	}

	.actions {
		display: flex;
		gap: 8px;
	}

	.empty {
		max-width: 620px;
		padding: 28px;
		border: 1px solid var(--rule);
		background: var(--panel);
	}

	.empty h2 {
		margin-bottom: 8px;
	}

	.empty ol {
		margin: 16px 0 22px;
		padding-left: 20px;
		list-style: decimal;
		line-height: 1.8;
	}
</style>

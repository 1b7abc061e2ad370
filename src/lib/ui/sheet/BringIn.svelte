<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { Dialog, many, useWork } from '$lib/ui/shared';
	import type { SheetState } from './state.svelte';
	import { bringIn, type BroughtIn } from './bring-in';

	let { view }: { view: SheetState } = $props();

	const work = useWork();
	let step = $state<string | null>(null);
	let found = $state.raw<BroughtIn | null>(null);
	let problem = $state<string | null>(null);
	let files: HTMLInputElement;
	let folder: HTMLInputElement;

	async function take(input: HTMLInputElement) {
		const chosen = [...(input.files ?? [])];
		input.value = '';
		if (!chosen.length) return;
		problem = null;
		found = null;
		try {
			found = await bringIn(work.brief!.id, chosen, (done, all) => {
				step = `Reading ${done + 1} of ${many(all, 'picture')} …`;
			});
		} catch (cause) {
			problem = `Nothing was brought in: ${cause instanceof Error ? cause.message : String(cause)}`;
		} finally {
			step = null;
		}
	}
</script>

<Dialog
	open={view.bringing}
	size="sm"
	heading="Bring in pictures made elsewhere"
	onclose={() => (view.bringing = false)}
>
	<p>
		PNG, JPEG or WebP: as files, a folder or a ZIP. A CSV beside them may say which file had which
		settings: a column <strong>file</strong>, and model, prompt, guidance, steps, seed, sampler as
		far as they are known. Other columns become axes of their own.
	</p>
	<input
		bind:this={files}
		type="file"
		multiple
		hidden
		accept=".png,.jpg,.jpeg,.webp,.csv,.tsv,.txt,.zip"
		aria-label="Files to bring in"
		onchange={() => take(files)}
	/>
	<input
		bind:this={folder}
		type="file"
		hidden
		webkitdirectory
		aria-label="Folder to bring in"
		onchange={() => take(folder)}
	/>
	<div class="ways">
		<Button size="small" disabled={step !== null} on:click={() => files.click()}
			>Choose files or a ZIP</Button
		>
		<Button size="small" kind="tertiary" disabled={step !== null} on:click={() => folder.click()}
			>Choose a folder</Button
		>
	</div>
	{#if step}<p role="status">{step}</p>{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	{#if found}
		<p role="status">{many(found.added, 'picture')} brought in.</p>
		{#each [['came in changed', found.changed], ['could not be used, or not in full', found.refused]] as const as [what, files] (what)}
			{#if files.length}
				<p role="status">{many(files.length, 'file')} {what}:</p>
				<ul>
					{#each files.slice(0, 200) as { file, why }, i (i)}
						<li><strong>{file}</strong> {why}</li>
					{/each}
				</ul>
			{/if}
		{/each}
	{/if}
</Dialog>

<style>
	.ways {
		display: flex;
		gap: 10px;
		margin: 14px 0;
	}

	ul {
		max-height: 240px;
		margin: 8px 0 12px;
		overflow: auto;
		font-size: 13px;
	}

	.problem {
		color: var(--point);
	}
</style>

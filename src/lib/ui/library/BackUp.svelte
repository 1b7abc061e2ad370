<script lang="ts">
	import { Button, ProgressBar } from 'carbon-components-svelte';
	import * as store from '$lib/store';
	import { chooseFile, Dialog, many, saveFile } from '$lib/ui/shared';
	import { backedUp } from './backed-up.svelte';
	import { backUp, bringBack, type Following } from './backup';

	/** Saves everything to one file, and brings it back. */
	let { open, onclose }: { open: boolean; onclose: () => void } = $props();

	let step = $state.raw<{ says: string; share: number } | null>(null);
	let says = $state<string | null>(null);
	let problem = $state<string | null>(null);
	/** What of a backup could not be read. */
	let damaged = $state.raw<string[]>([]);
	let cut: AbortController | null = null;
	let lasting = $state(true);
	$effect(() => {
		if (open) void navigator.storage.persisted?.().then((yes) => (lasting = yes));
	});

	/** Sentences about damage that are shown one by one; of more their number is told. */
	const MOST_DAMAGED = 6;

	async function attempt(job: (following: Following) => Promise<string>) {
		says = null;
		problem = null;
		damaged = [];
		cut = new AbortController();
		const { signal } = cut;
		try {
			const onStep = (what: string, share: number) => (step = { says: what, share });
			says = await job({ onStep, cut: signal });
		} catch (cause) {
			if (!signal.aborted) problem = store.problemSays(cause);
		} finally {
			step = null;
			cut = null;
		}
	}
	const out = () =>
		attempt(async (following) => {
			const file = await backUp(following);
			saveFile(
				`dial-pick-${new Date().toISOString().slice(0, 10)}.backup.zip`,
				file,
				'application/zip'
			);
			backedUp.now();
			return 'Everything is in the file. Keep it on another disk or another computer.';
		});
	const back = () =>
		attempt(async (following) => {
			const file = await chooseFile('.zip');
			if (!file) return '';
			const brought = await bringBack(file, following);
			damaged = brought.damaged;
			const takes = many(brought.takes, 'take');
			if (!brought.whole)
				return `Cancelled. ${takes} came back, and nothing that was here was changed. Bring the same file back to go on.`;
			return brought.takes || damaged.length
				? `${takes} came back.`
				: 'Everything in the backup was here already.';
		});
</script>

<Dialog {open} heading="Back everything up" size="sm" {onclose}>
	<div class="body">
		<p>
			Saves all briefs with their takes, pictures, marks, picks and spending to one file, and with
			them your styles, negative sets, prompts, faults, searches, start pictures, adapters and the
			addresses of your render services. Tokens of services are not saved.
		</p>
		{#if !lasting}
			<p class="quiet">
				The browser has not promised to keep what is here: where its disk is short it may throw it
				away. A backup brings it back.
			</p>
		{/if}
		{#if step}
			<ProgressBar labelText={step.says} value={step.share * 100} max={100} />
			<Button size="field" kind="ghost" on:click={() => cut?.abort()}>Cancel</Button>
		{/if}
		{#if says}<p role="status">{says}</p>{/if}
		{#if damaged.length}
			<div class="problem" role="alert">
				<p>Some parts of the file are damaged. Everything else came back.</p>
				<ul>
					{#each damaged.slice(0, MOST_DAMAGED) as one, i (i)}<li>{one}</li>{/each}
				</ul>
				{#if damaged.length > MOST_DAMAGED}<p>
						And {damaged.length - MOST_DAMAGED} more like these.
					</p>{/if}
			</div>
		{/if}
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<div class="acts">
			<Button size="field" disabled={!!step} on:click={out}>Back everything up</Button>
			<Button size="field" kind="tertiary" disabled={!!step} on:click={back}
				>Bring a backup back …</Button
			>
		</div>
	</div>
</Dialog>

<style>
	.body {
		display: grid;
		gap: 14px;
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}

	.problem {
		color: var(--point);
	}
</style>

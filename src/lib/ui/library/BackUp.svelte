<script lang="ts">
	import { Button, ProgressBar } from 'carbon-components-svelte';
	import * as store from '$lib/store';
	import { chooseFile, Dialog, many, saveFile } from '$lib/ui/shared';
	import { backedUp } from './backed-up.svelte';
	import { backUp, bringBack } from './backup';

	/** Everything into one file, and back. */
	let { open, onclose }: { open: boolean; onclose: () => void } = $props();

	let step = $state.raw<{ says: string; share: number } | null>(null);
	let says = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let lasting = $state(true);
	$effect(() => {
		if (open) void navigator.storage.persisted?.().then((yes) => (lasting = yes));
	});

	async function attempt(job: () => Promise<string>) {
		says = null;
		problem = null;
		try {
			says = await job();
		} catch (cause) {
			problem = store.problemSays(cause);
		} finally {
			step = null;
		}
	}
	const onStep = (what: string, share: number) => (step = { says: what, share });
	const out = () =>
		attempt(async () => {
			const file = await backUp(onStep);
			saveFile(
				`dial-pick-${new Date().toISOString().slice(0, 10)}.backup.zip`,
				file,
				'application/zip'
			);
			backedUp.now();
			return 'Everything is in the file. Keep it where the browser is not.';
		});
	const back = () =>
		attempt(async () => {
			const file = await chooseFile('.zip');
			if (!file) return '';
			const takes = await bringBack(file, onStep);
			return takes
				? `${many(takes, 'take')} came back.`
				: 'All that the backup holds was here already.';
		});
</script>

<Dialog {open} heading="Back everything up" size="sm" {onclose}>
	<div class="body">
		<p>
			All briefs with their takes, pictures, marks, picks and spending, and your own styles, sets,
			prompts, faults and searches go into one file.
		</p>
		{#if !lasting}
			<p class="quiet">
				The browser has not promised to keep what is here: where its disk is short it may throw it
				away. A backup brings it back.
			</p>
		{/if}
		{#if step}
			<ProgressBar labelText={step.says} value={step.share * 100} max={100} />
		{/if}
		{#if says}<p role="status">{says}</p>{/if}
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

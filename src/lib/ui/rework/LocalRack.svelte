<script lang="ts">
	import type { Edits } from '$lib/core/edits';
	import { useWork } from '$lib/ui/shared';
	import type { Changing, Local } from './local';
	import { saveEdits } from './save-edits';

	/** A way of rework that is done on this machine. */
	interface Props {
		local: Local;
		changing: Changing;
		size: { width: number; height: number };
		/** Called once what was changed is kept. */
		onsaved: () => void;
	}

	let { local, changing, size, onsaved }: Props = $props();
	const { edit, crops, cut, reader } = $derived(changing);

	const work = useWork();
	let busy = $state(false);
	let problem = $state<string | null>(null);

	async function save(lists: readonly Edits[]) {
		busy = true;
		problem = null;
		try {
			const { original } = edit;
			const plan = work.plans.find(({ id }) => id === original.planId);
			await saveEdits(original, lists, !!plan?.elsewhere);
			onsaved();
		} catch (cause) {
			const why = cause instanceof Error ? cause.message : String(cause);
			problem = `It was not kept. ${why} The changes are here still: try again.`;
		} finally {
			busy = false;
		}
	}

	const Board = $derived(local.board);
</script>

<div class="local">
	<p class="quiet">{local.explained}</p>
	<Board state={edit} {crops} {cut} {reader} {size} {save} busy={busy || cut.busy} />
	{#if problem ?? edit.problem}<p role="alert">{problem ?? edit.problem}</p>{/if}
</div>

<style>
	.local {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 10px;
		padding: 4px 16px 14px;
	}

	[role='alert'] {
		color: var(--point);
		font-size: 13px;
	}
</style>

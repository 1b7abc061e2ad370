<script lang="ts">
	import { undo } from './undo.svelte';

	// What was taken back is said for a moment.
	$effect(() => {
		if (!undo.says) return;
		const timer = setTimeout(() => (undo.says = null), 3000);
		return () => clearTimeout(timer);
	});
</script>

{#if undo.says}<p role="status">{undo.says}</p>{/if}

<style>
	p {
		position: absolute;
		z-index: 5;
		bottom: 48px;
		left: 50%;
		padding: 6px 14px;
		background: var(--ink);
		color: var(--paper);
		font-size: 13px;
	}
</style>

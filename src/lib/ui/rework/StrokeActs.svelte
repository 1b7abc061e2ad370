<script lang="ts">
	import type { DrawnOn } from './area.svelte';

	/** Strokes taken back and put back, and what they come to. */
	interface Props {
		drawn: DrawnOn;
		/** What beginning anew is called here. */
		anew: string;
		says: string;
	}

	let { drawn, anew, says }: Props = $props();
</script>

<div class="acts">
	<button class="act" disabled={!drawn.canUndo} onclick={() => drawn.undo()}>undo</button>
	<button class="act" disabled={!drawn.canRedo} onclick={() => drawn.redo()}>redo</button>
	<button class="act" disabled={!drawn.canUndo} onclick={() => drawn.clear()}>{anew}</button>
</div>
<p class="quiet" role="status">{says}</p>

<style>
	.acts {
		display: flex;
		gap: 8px;
		align-items: center;
	}

	p {
		font-size: 12px;
	}
</style>

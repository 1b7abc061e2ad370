<script lang="ts">
	import type { Snippet } from 'svelte';

	/** Sliders side by side, each as wide as its column: their labels say what they stand at. */
	let { columns, children }: { columns: number; children: Snippet } = $props();
</script>

<div class="sliders" style:--columns={columns}>{@render children()}</div>

<style>
	.sliders {
		display: grid;
		grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
		gap: 4px 14px;
	}

	/* The ends are told by the label: the scale has the room. */
	.sliders :global(.bx--slider__range-label) {
		display: none;
	}

	.sliders :global(.bx--slider-container) {
		min-width: 0;
	}

	.sliders :global(.bx--slider) {
		min-width: 60px;
		margin: 0 7px;
	}
</style>

<script lang="ts">
	import { Slider } from 'carbon-components-svelte';
	import { stepsAt, zoomOf, type MatLayout } from '$lib/core/sheet';

	/** How large pictures are, from the smallest to one that fills the view. */
	interface Props {
		label: string;
		layout: MatLayout;
		/** Told the size, in steps of a quarter from the one that fits. */
		onzoom: (steps: number) => void;
	}

	let { label, layout, onzoom }: Props = $props();
</script>

<span>
	size
	<Slider
		hideTextInput
		min={0}
		max={100}
		step={0.5}
		labelText={label}
		hideLabel
		value={zoomOf(layout) * 100}
		on:input={({ detail }) => {
			// It tells of values that it was given, too.
			if (Math.abs(detail / 100 - zoomOf(layout)) > 0.004) onzoom(stepsAt(detail / 100, layout));
		}}
	/>
</span>

<style>
	span {
		display: flex;
		flex: none;
		gap: 5px;
		align-items: center;
		margin-left: auto;
	}

	span :global(.bx--slider-container) {
		width: 72px;
		min-width: 0;
	}

	span :global(.bx--slider) {
		min-width: 0;
		max-width: none;
		margin: 0 6px;
	}

	span :global(.bx--slider__range-label) {
		display: none;
	}
</style>

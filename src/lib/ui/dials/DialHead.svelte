<script lang="ts">
	import { TooltipDefinition } from 'carbon-components-svelte';
	import type { Dial } from '$lib/core/dials';

	let { dial, count, says: given }: { dial: Dial; count: number; says?: string } = $props();

	const says = $derived(
		given ?? (count === 0 ? 'no stop yet' : count === 1 ? 'held' : `${count} stops, varied`)
	);
</script>

<header>
	<h2>
		<TooltipDefinition tooltipText={dial.explained} align="start" portalTooltip
			>{dial.label}</TooltipDefinition
		>
	</h2>
	<p class:varied={count > 1} class:none={count === 0}>{says}</p>
</header>

<style>
	h2 {
		font-size: 13px;
	}

	/* A label of two lines begins where the rest of its dial does. */
	h2 :global(button) {
		text-align: left;
	}

	p {
		margin-bottom: 10px;
		color: var(--ink-3);
		font-size: 12px;
		white-space: nowrap;
	}

	.varied {
		color: var(--varied);
		font-weight: 600;
	}

	.none {
		color: var(--point);
	}
</style>

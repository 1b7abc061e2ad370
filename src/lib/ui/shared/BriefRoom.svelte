<script lang="ts">
	import type { Snippet } from 'svelte';
	import Replaced from './Replaced.svelte';
	import { openWork, provideWork } from './work.svelte';

	/** A brief that is open: everything in it is made anew when another one is. */
	let { id, beside, children }: { id: string; beside: string; children: Snippet } = $props();

	const work = openWork(
		() => id,
		() => beside
	);
	provideWork(work);
</script>

{#if work.brief}
	{@render children()}
	<Replaced />
{:else if work.missing}
	<p class="missing">This brief is not on this computer. <a href="/">See all briefs</a>.</p>
{/if}

<style>
	.missing {
		padding: 32px;
	}
</style>

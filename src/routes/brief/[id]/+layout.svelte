<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import { openWork, provideWork } from '$lib/ui/shared';

	let { children }: { children: Snippet } = $props();

	const work = openWork(
		() => page.params.id!,
		() => page.url.searchParams.get('with') ?? ''
	);
	provideWork(work);
</script>

{#if work.brief}
	{@render children()}
{:else if work.missing}
	<p class="missing">This brief is not on this computer. <a href="/">See all briefs</a>.</p>
{/if}

<style>
	.missing {
		padding: 32px;
	}
</style>

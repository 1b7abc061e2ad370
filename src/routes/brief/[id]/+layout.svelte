<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import { BriefRoom } from '$lib/ui/shared';

	let { children }: { children: Snippet } = $props();
</script>

{#key page.params.id}
	<BriefRoom id={page.params.id!} beside={page.url.searchParams.get('with') ?? ''}>
		{@render children()}
	</BriefRoom>
{/key}

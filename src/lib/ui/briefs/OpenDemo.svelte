<script lang="ts">
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { fetchDemo, importBrief } from './archives';

	let problem = $state<string | null>(null);

	onMount(async () => {
		try {
			const id = await importBrief(await fetchDemo(), { once: true });
			await goto(`/brief/${id}/sheet`, { replaceState: true });
		} catch (cause) {
			problem = `The demo could not be opened: ${String(cause)}`;
		}
	});
</script>

<p role="status">
	{problem ?? 'Opening the demo…'}
	{#if problem}<a href="/">See all briefs</a>{/if}
</p>

<style>
	p {
		padding: 32px;
	}
</style>

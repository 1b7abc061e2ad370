<script lang="ts">
	import { onMount } from 'svelte';
	import { goto, preloadCode } from '$app/navigation';
	import * as store from '$lib/store';
	import { addDemo } from './archives';

	let problem = $state<string | null>(null);

	onMount(async () => {
		try {
			const adding = addDemo();
			// What it is shown with is on its way meanwhile.
			setTimeout(() => void preloadCode('/brief/demo/sheet').catch(() => undefined));
			const id = await adding;
			// It opens on its first run: two dials and three seeds, and nothing else to be understood.
			const [first] = await store.plansOf(id);
			await goto(`/brief/${id}/sheet${first ? `?run=${first.id}` : ''}`, { replaceState: true });
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

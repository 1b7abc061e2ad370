<script lang="ts">
	import 'carbon-components-svelte/css/all.css';
	import '@fontsource-variable/hanken-grotesk';
	import '@fontsource-variable/spline-sans-mono';
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { Queue } from '$lib/ui/queue';
	import { Door, Rail, session, TopBar } from '$lib/ui/shared';

	let { children }: { children: Snippet } = $props();

	onMount(() => session.start());
</script>

<Rail />
<TopBar />
<main id="main">
	{@render children()}
</main>
{#if session.queueOpen}<Queue />{/if}
<Door />

<style>
	main {
		position: fixed;
		inset: var(--bar-height) 0 0 var(--rail-width);
		overflow: auto;
		background: var(--paper);
	}
</style>

<script lang="ts">
	import '$lib/start/without-eval';
	import '$lib/start/schemas';
	import 'carbon-components-svelte/css/all.css';
	import '@fontsource-variable/hanken-grotesk';
	import '@fontsource-variable/spline-sans-mono';
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { door, doorDialog, Later, layers, Rail, session, TopBar } from '$lib/ui/shared';
	import '$lib/start/pause';

	const queue = () => import('$lib/ui/queue/Queue.svelte');

	let { children }: { children: Snippet } = $props();

	// Once the frame is to be seen.
	onMount(() => void setTimeout(() => session.start()));
</script>

<svelte:window
	onkeydowncapture={(event) => {
		if (event.key !== 'Escape' || !layers.closeLast()) return;
		event.preventDefault();
		event.stopPropagation();
	}}
/>

<Rail />
<TopBar />
{#if session.storeTrouble}
	<p class="store" role="alert">
		{session.storeTrouble}
		<button onclick={() => location.reload()}>Reload</button>
	</p>
{/if}
<main id="main">
	{@render children()}
</main>
{#if session.queueOpen}<Later load={queue} given={{}} />{/if}
{#if door.opened}<Later load={doorDialog} given={{}} />{/if}

<style>
	.store {
		position: fixed;
		z-index: 7500;
		top: var(--bar-height);
		right: 0;
		left: var(--rail-width);
		padding: 10px 20px;
		background: var(--ink);
		color: var(--paper);
	}

	.store button {
		margin-left: 12px;
		padding: 3px 10px;
		border: 1px solid var(--paper);
		background: none;
		color: var(--paper);
		cursor: pointer;
	}

	main {
		position: fixed;
		inset: var(--bar-height) 0 0 var(--rail-width);
		overflow: auto;
		background: var(--paper);
	}
</style>

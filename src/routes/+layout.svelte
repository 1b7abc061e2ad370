<script lang="ts">
	import '$lib/start/without-eval';
	import { letters } from '$lib/start/letters';
	import '$lib/start/zod';
	import '$lib/start/contract';
	import '$lib/start/schemas';
	import '$lib/start/store';
	import 'carbon-components-svelte/css/all.css';
	import '@fontsource-variable/hanken-grotesk';
	import '@fontsource-variable/spline-sans-mono';
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import {
		door,
		doorDialog,
		Later,
		layers,
		Rail,
		session,
		TopBar,
		Untrusted
	} from '$lib/ui/shared';
	import '$lib/start/frame';
	import { answer } from '$lib/start/answer';

	const queue = () => import('$lib/ui/queue/Queue.svelte');

	let { children }: { children: Snippet } = $props();

	/** Room for what is said across all pages, in px. */
	let told = $state(0);

	/** How much is put up: the rail, the bar, the page, and then what is true for all pages is begun. */
	let up = $state(0);
	onMount(async () => {
		if (!isSecureContext) return;
		await letters;
		for (; up < 3; up++) await answer();
		await answer();
		session.start();
	});
</script>

<svelte:window
	onkeydowncapture={(event) => {
		if (event.key !== 'Escape' || !layers.closeLast()) return;
		event.preventDefault();
		event.stopPropagation();
	}}
/>

{#if up > 0}<Rail />{/if}
{#if up > 1}<TopBar />{/if}
{#if session.storeTrouble}
	<p class="store" role="alert" bind:offsetHeight={told}>
		{session.storeTrouble}
		<button onclick={() => location.reload()}>Reload</button>
	</p>
{/if}
<main id="main" style:--told="{session.storeTrouble ? told : 0}px">
	{#if !isSecureContext}<Untrusted />{/if}
	{#if up > 2}{@render children()}{/if}
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
		inset: calc(var(--bar-height) + var(--told)) 0 0 var(--rail-width);
		overflow: auto;
		background: var(--paper);
	}
</style>

<script lang="ts" generics="Own extends object">
	import type { Component } from 'svelte';

	/** A part that is fetched once it is wanted, and what it is given. */
	let { load, given }: { load: () => Promise<{ default: Component<Own> }>; given: Own } = $props();
</script>

{#await load() then { default: Part }}
	<Part {...given} />
{:catch}
	<p role="alert">
		This part of the application did not come. See that it is still running, and reload the page.
	</p>
{/await}

<style>
	p {
		position: fixed;
		z-index: 7500;
		bottom: 0;
		left: var(--rail-width);
		padding: 10px 20px;
		background: var(--ink);
		color: var(--paper);
	}
</style>

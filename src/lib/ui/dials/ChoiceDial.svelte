<script lang="ts">
	import type { Dial } from '$lib/core/dials';
	import DialHead from './DialHead.svelte';

	interface Props {
		dial: Dial;
		stops: string[];
		options: string[];
		onchange: (stops: string[]) => void;
	}

	let { dial, stops, options, onchange }: Props = $props();

	function toggle(option: string) {
		if (!stops.includes(option)) onchange([...stops, option]);
		else if (stops.length > 1) onchange(stops.filter((other) => other !== option));
	}
</script>

<section class="dial" class:varied={stops.length > 1}>
	<DialHead {dial} count={stops.length} />
	{#each options as option (option)}
		<button aria-pressed={stops.includes(option)} onclick={() => toggle(option)}
			>{dial.format(option)}</button
		>
	{/each}
</section>

<style>
	.dial {
		flex: none;
		width: 86px;
		margin-left: 14px;
		padding-right: 12px;
		border-right: 1px solid var(--rule);
	}

	button {
		display: block;
		height: 170px;
		margin-bottom: 8px;
		padding: 10px 7px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink-3);
		font: 13px var(--sans);
		text-align: left;
		cursor: pointer;
		writing-mode: vertical-rl;
	}

	button[aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--field);
		color: var(--ink);
	}

	.varied button[aria-pressed='true'] {
		border-color: var(--varied);
		border-left: 4px solid var(--varied);
	}
</style>

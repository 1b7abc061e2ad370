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

	let opened = $state(false);
	// A held dial stays narrow until someone asks for it; a varied one shows all it has.
	const wide = $derived(opened || stops.length !== 1);

	function toggle(option: string) {
		if (!stops.includes(option)) onchange([...stops, option]);
		else if (stops.length > 1) onchange(stops.filter((other) => other !== option));
	}
</script>

<section class="dial" class:wide class:varied={stops.length > 1}>
	<DialHead {dial} count={stops.length} />
	{#if wide}
		{#each options as option (option)}
			<button class="option" aria-pressed={stops.includes(option)} onclick={() => toggle(option)}>
				{dial.format(option)}
			</button>
		{/each}
		{#if stops.length === 1}
			<button class="less plain" onclick={() => (opened = false)}>narrow again</button>
		{/if}
	{:else}
		<button
			class="held"
			aria-expanded="false"
			aria-label="{dial.label}: {dial.format(stops[0])}. Show all."
			onclick={() => (opened = true)}>{dial.format(stops[0])}</button
		>
	{/if}
</section>

<style>
	.dial {
		flex: none;
		width: 72px;
		margin-left: 14px;
		padding-right: 10px;
		border-right: 1px solid var(--rule);
	}

	.wide {
		width: 160px;
		padding-right: 14px;
	}

	.held {
		padding: 10px 6px;
		border: 1px solid transparent;
		background: none;
		color: var(--ink);
		font: 13px var(--sans);
		cursor: pointer;
		writing-mode: vertical-rl;
	}

	.held:hover {
		border-color: var(--rule-strong);
	}

	.option {
		display: block;
		width: 100%;
		height: 34px;
		margin-bottom: 6px;
		padding: 0 10px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
		text-align: left;
		white-space: nowrap;
		cursor: pointer;
	}

	.option[aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--field);
		color: var(--ink);
	}

	.varied .option[aria-pressed='true'] {
		border-color: var(--varied);
		border-left-width: 5px;
	}

	.less {
		color: var(--ink-3);
		font-size: 12px;
		text-decoration: underline;
	}
</style>

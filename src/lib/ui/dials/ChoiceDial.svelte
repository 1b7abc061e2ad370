<script lang="ts">
	import type { Dial } from '$lib/core/dials';
	import type { Snippet } from 'svelte';
	import DialHead from './DialHead.svelte';

	interface Option {
		key: string;
		says: string;
		title?: string;
		/** A small picture before the words. */
		image?: string;
	}

	interface Props {
		dial: Dial;
		/** Keys of the options that are stops. */
		stops: string[];
		options: Option[];
		onchange: (stops: string[]) => void;
		/** Whether all options are shown even while the dial is held. @default false */
		open?: boolean;
		/** What stands below the options. */
		children?: Snippet;
	}

	let { dial, stops, options, onchange, open = false, children }: Props = $props();

	let opened = $state(false);
	// A held dial stays narrow until someone asks for it; a varied one shows all it has.
	const wide = $derived(open || opened || stops.length !== 1);
	const held = $derived(options.find(({ key }) => key === stops[0])?.says ?? stops[0]);

	/** Another option takes the place of a held stop only when it is asked for alone. */
	function toggle(key: string) {
		if (!stops.includes(key)) onchange([...stops, key]);
		else if (stops.length > 1) onchange(stops.filter((other) => other !== key));
	}
</script>

<section class="dial" class:wide class:varied={stops.length > 1}>
	<DialHead {dial} count={stops.length} />
	{#if wide}
		<div class="options">
			{#each options as { key, says, title, image } (key)}
				{@const on = stops.includes(key)}
				<span class="row">
					<button class="option" aria-pressed={on} {title} onclick={() => toggle(key)}>
						{#if image}<img src={image} alt="" />{/if}
						<span>{says}</span>
					</button>
					{#if !on || stops.length > 1}
						<button
							class="only plain"
							aria-label="{says} only"
							title="Hold the dial here"
							onclick={() => onchange([key])}>only</button
						>
					{/if}
				</span>
			{/each}
		</div>
		{@render children?.()}
		{#if stops.length === 1 && !open}
			<button class="plain link" onclick={() => (opened = false)}>narrow again</button>
		{/if}
	{:else}
		<button
			class="held"
			aria-expanded="false"
			aria-label="{dial.label}: {held}. Show all."
			onclick={() => (opened = true)}>{held}</button
		>
	{/if}
</section>

<style>
	.dial {
		display: flex;
		flex: none;
		flex-direction: column;
		align-items: flex-start;
		width: 66px;
		min-height: 0;
		margin-left: 14px;
		padding-right: 8px;
		border-right: 1px solid var(--rule);
	}

	.wide {
		width: 176px;
		padding-right: 14px;
	}

	.held {
		max-height: 260px;
		padding: 10px 6px;
		overflow: hidden;
		border: 1px solid transparent;
		background: none;
		color: var(--ink);
		font: 13px var(--sans);
		text-align: left;
		text-overflow: ellipsis;
		white-space: nowrap;
		cursor: pointer;
		writing-mode: vertical-rl;
	}

	.held:hover {
		border-color: var(--rule-strong);
	}

	.options {
		width: 100%;
		min-height: 0;
		overflow: auto;
	}

	.row {
		position: relative;
		display: block;
		margin-bottom: 6px;
	}

	.option {
		display: flex;
		gap: 8px;
		align-items: center;
		width: 100%;
		min-height: 34px;
		padding: 4px 10px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink-2);
		font: 13px/1.25 var(--sans);
		text-align: left;
		cursor: pointer;
	}

	.option img {
		width: 36px;
		height: 36px;
		margin: 0 0 0 -6px;
		object-fit: cover;
	}

	.option span {
		display: -webkit-box;
		overflow: hidden;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
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

	.only {
		position: absolute;
		top: 5px;
		right: 4px;
		padding: 2px 6px;
		background: var(--panel);
		color: var(--ink-2);
		font-size: 12px;
		opacity: 0;
	}

	.row:hover .only,
	.only:focus-visible {
		opacity: 1;
	}

	.link {
		font-size: 12px;
	}
</style>

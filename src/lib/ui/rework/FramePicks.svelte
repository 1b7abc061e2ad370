<script lang="ts">
	import { stopKey } from '$lib/core/dials';
	import { frameLabel } from '$lib/core/frame';
	import type { Size } from '$lib/core/schema';
	import TypedSize from './TypedSize.svelte';

	/** Frames to choose from: each that is on is a stop. */
	interface Props {
		label: string;
		options: readonly { label: string; size: Size }[];
		stops: readonly Size[];
		/** What may be typed, as an example. */
		example: string;
		/** Reads what was typed: a frame, or a sentence. */
		read: (text: string) => { size: Size } | { problem: string };
		onchange: (stops: Size[]) => void;
	}

	let { label, options, stops, example, read, onchange }: Props = $props();

	const has = (size: Size) => stops.some((one) => stopKey(one) === stopKey(size));
	const others = $derived(
		stops.filter((one) => !options.some(({ size }) => stopKey(size) === stopKey(one)))
	);

	function toggle(size: Size) {
		if (!has(size)) onchange([...stops, size]);
		else if (stops.length > 1) onchange(stops.filter((one) => stopKey(one) !== stopKey(size)));
	}

	function take(text: string): string | null {
		const found = read(text);
		if ('problem' in found) return found.problem;
		if (!has(found.size)) onchange([...stops, found.size]);
		return null;
	}
</script>

<div class="picks" role="group" aria-label={label}>
	{#each options as { label: says, size } (says)}
		<button class="pick" aria-pressed={has(size)} onclick={() => toggle(size)}>
			<span>{says}</span>
			<span class="num">{frameLabel(size)}</span>
		</button>
	{/each}
	{#each others as size (stopKey(size))}
		<button class="pick" aria-pressed="true" onclick={() => toggle(size)}>
			<span>asked for</span>
			<span class="num">{frameLabel(size)}</span>
		</button>
	{/each}
</div>
<TypedSize label="{label}: another" {example} {take} />

<style>
	.picks {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(92px, 1fr));
		gap: 6px;
	}

	.pick {
		display: grid;
		gap: 2px;
		padding: 6px 8px;
		border: 1px solid var(--rule-strong);
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
		text-align: left;
		cursor: pointer;
	}

	.pick .num {
		font-size: 12px;
	}

	.pick[aria-pressed='true'] {
		border-color: var(--varied);
		border-left-width: 5px;
		background: var(--field);
		color: var(--ink);
	}
</style>

<script lang="ts">
	import { readStops } from '$lib/core/plan';

	interface Props {
		label: string;
		stops: number[];
		min: number;
		max: number;
		whole?: boolean;
		/** @default the stops */
		shown?: string;
		placeholder?: string;
		onchange: (stops: number[]) => void;
	}

	let {
		label,
		stops,
		min,
		max,
		whole = false,
		shown = stops.join(', '),
		placeholder = '3, 5, 7 or 2 to 8 by 2',
		onchange
	}: Props = $props();

	let typed = $state<string | null>(null);
	let problem = $state<string | null>(null);

	function take() {
		if (typed === null) return;
		const read = readStops(typed, { min, max, whole });
		problem = 'problem' in read ? read.problem : null;
		if (!('stops' in read)) return;
		typed = null;
		onchange(read.stops);
	}
</script>

<input
	class="num"
	aria-label={label}
	aria-invalid={!!problem}
	{placeholder}
	value={typed ?? shown}
	oninput={(e) => (typed = e.currentTarget.value)}
	onchange={take}
	onkeydown={(e) => e.key === 'Enter' && take()}
/>
{#if problem}<p role="alert">{problem}</p>{/if}

<style>
	input {
		width: 100%;
		padding: 5px 6px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font-size: 12px;
	}

	input[aria-invalid='true'] {
		border-color: var(--point);
	}

	p {
		margin-top: 4px;
		color: var(--point);
		font-size: 12px;
	}
</style>

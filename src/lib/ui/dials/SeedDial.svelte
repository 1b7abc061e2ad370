<script lang="ts">
	import { dialOf, formatSeed } from '$lib/core/dials';
	import { readStops } from '$lib/core/plan';
	import { freshSeeds } from '$lib/ui/shared';
	import DialHead from './DialHead.svelte';

	let { stops, onchange }: { stops: number[]; onchange: (stops: number[]) => void } = $props();

	let typed = $state<string | null>(null);
	let problem = $state<string | null>(null);

	function take() {
		if (typed === null) return;
		const read = readStops(typed, { min: 0, max: 4_294_967_295, whole: true });
		problem = 'problem' in read ? read.problem : null;
		if ('stops' in read) {
			typed = null;
			onchange(read.stops);
		}
	}
</script>

<section class="dial">
	<DialHead dial={dialOf('seed')} count={stops.length} />
	<ol>
		{#each stops as seed, i (seed)}
			<li class:many={stops.length > 1}>
				<span class="place num">{i + 1}</span>
				<span class="num">{formatSeed(seed)}</span>
				<button
					class="plain off"
					aria-label="Take seed {seed} off"
					disabled={stops.length === 1}
					onclick={() => onchange(stops.filter((other) => other !== seed))}>×</button
				>
			</li>
		{/each}
	</ol>
	<button class="more" onclick={() => onchange([...stops, ...freshSeeds(1)])}>draw one more</button>
	<button class="more" onclick={() => onchange(freshSeeds(stops.length))}>draw all fresh</button>
	<input
		class="num"
		aria-label="Seeds as a list"
		aria-invalid={!!problem}
		placeholder="type a list"
		value={typed ?? ''}
		oninput={(e) => (typed = e.currentTarget.value)}
		onchange={take}
		onkeydown={(e) => e.key === 'Enter' && take()}
	/>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</section>

<style>
	.dial {
		flex: none;
		width: 142px;
		margin-left: 14px;
		padding-right: 14px;
		border-right: 1px solid var(--rule);
	}

	li {
		display: flex;
		gap: 8px;
		align-items: center;
		height: 34px;
		margin-bottom: 6px;
		border: 1px solid var(--ink);
		background: var(--field);
	}

	li.many {
		border-color: var(--varied);
	}

	.place {
		display: grid;
		place-items: center;
		width: 22px;
		height: 100%;
		background: var(--ink-2);
		color: var(--paper);
		font-size: 12px;
	}

	.many .place {
		background: var(--varied);
	}

	.off {
		width: 24px;
		height: 100%;
		margin-left: auto;
		color: var(--ink-3);
		text-align: center;
	}

	.off:disabled {
		visibility: hidden;
	}

	.more {
		width: 100%;
		height: 30px;
		margin-bottom: 6px;
		border: 1px dashed var(--rule-strong);
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
		cursor: pointer;
	}

	input {
		width: 100%;
		padding: 5px 6px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font-size: 12px;
	}

	.problem {
		margin-top: 4px;
		color: var(--point);
		font-size: 12px;
	}
</style>

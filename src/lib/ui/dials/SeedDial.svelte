<script lang="ts">
	import { dialOf, isAtRest } from '$lib/core/dials';
	import { freshSeeds } from '$lib/ui/shared';
	import DialHead from './DialHead.svelte';
	import StopList from './StopList.svelte';
	import { useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const stops = $derived(turning.stopsOf(dial.id) as readonly number[]);
	/** Seeds as such: what changes nothing is no seed. */
	const seeds = $derived(stops.filter((stop) => !isAtRest(dialOf(dial.id), [stop])));
	const onchange = (seeds: number[]) => turning.put(dial.id, seeds);
</script>

<section class="dial">
	<DialHead {dial} count={stops.length} />
	<ol>
		{#each stops as seed, i (seed)}
			<li class:many={stops.length > 1}>
				<span class="place num">{i + 1}</span>
				<span class="num">{dial.format(seed, [])}</span>
				<button
					class="plain off"
					aria-label="Take seed {seed} off"
					disabled={stops.length === 1}
					onclick={() => onchange(stops.filter((other) => other !== seed))}>×</button
				>
			</li>
		{/each}
	</ol>
	<button class="ask" onclick={() => onchange([...stops, ...freshSeeds(1)])}>draw one more</button>
	<button class="ask" onclick={() => onchange(freshSeeds(Math.max(1, seeds.length)))}
		>draw all fresh</button
	>
	<StopList
		label="{dial.label}s as a list"
		stops={[...seeds]}
		min={0}
		max={4_294_967_295}
		whole
		shown=""
		placeholder="type a list"
		{onchange}
	/>
</section>

<style>
	.dial {
		flex: none;
		width: 132px;
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
</style>

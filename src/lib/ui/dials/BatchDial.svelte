<script lang="ts">
	import { ALONE, batchPlaces } from '$lib/core/dials';
	import DialHead from './DialHead.svelte';
	import StopList from './StopList.svelte';
	import { useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const stops = $derived(turning.stopsOf(dial.id));
	const onchange = (places: number[]) => turning.put(dial.id, places);
	const pictures = $derived(stops[0] === ALONE ? 1 : stops.length);
</script>

<section>
	<DialHead
		dial={{ ...dial, label: 'Per batch' }}
		count={pictures}
		says={pictures === 1 ? 'each alone' : `${pictures} pictures a seed`}
	/>
	<div role="group" aria-label="Pictures per batch">
		{#each [1, 2, 3, 4, 6, 8] as count (count)}
			<button
				class="num"
				aria-pressed={pictures === count}
				onclick={() => onchange(batchPlaces(count))}>{count}</button
			>
		{/each}
	</div>
	<StopList
		label="Pictures per batch, typed"
		stops={[pictures]}
		min={1}
		max={64}
		whole
		onchange={([count]) => onchange(batchPlaces(count))}
	/>
	<p>Pictures of one batch share part of their noise, so they resemble each other more.</p>
</section>

<style>
	section {
		flex: none;
		width: 122px;
		margin-left: 14px;
		padding-right: 14px;
		border-right: 1px solid var(--rule);
	}

	div {
		display: grid;
		grid-template-columns: repeat(3, 1fr);
		gap: 6px;
		margin-bottom: 8px;
	}

	button {
		height: 34px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink-2);
		font-size: 13px;
		cursor: pointer;
	}

	button[aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--ink-2);
		color: var(--paper);
	}

	p {
		margin-top: 8px;
		color: var(--ink-3);
		font-size: 12px;
		line-height: 1.3;
	}
</style>

<script lang="ts">
	import type { Dial } from '$lib/core/dials';
	import DialHead from './DialHead.svelte';
	import Ruler from './Ruler.svelte';
	import ScalePin from './ScalePin.svelte';
	import { makeScale, sortedStops, within } from './scale';
	import StopList from './StopList.svelte';

	/** A chosen model: its good range, and its own stops when models have their own. */
	interface Lane {
		id: string;
		letter: string;
		name: string;
		from: number;
		to: number;
		own?: readonly number[];
	}

	interface Props {
		dial: Dial;
		stops: number[];
		min: number;
		max: number;
		/** Smallest stop, where the scale begins below it. @default min */
		least?: number;
		/** What an arrow key moves a stop by. */
		step: number;
		/** Distance of the ticks, and of those that carry a number. @default tick */
		tick: number;
		label?: number;
		lanes: Lane[];
		/** What the ends of the scale mean, in words. */
		ends?: { top: string; bottom: string };
		onchange: (stops: number[]) => void;
		/** Changes one model's own stops. */
		onown?: (model: string, stops: number[]) => void;
		/** Takes a place off, for every model. */
		ondrop?: (index: number) => void;
		/** Gives every model its own stops, or lets all share them again. */
		onshare?: (share: boolean) => void;
	}

	let {
		dial,
		stops,
		min,
		max,
		least = min,
		step,
		tick,
		label = tick,
		lanes,
		ends,
		onchange,
		onown,
		ondrop,
		onshare
	}: Props = $props();

	let height = $state(400);
	let dragged = $state<{ lane: number; index: number; value: number } | null>(null);
	let svg: SVGSVGElement;

	const owned = $derived(lanes.filter((lane) => lane.own));
	const own = $derived(owned.length > 0);
	const axis = $derived(26 + lanes.length * 11);
	const scale = $derived(makeScale(height, { min, max, least, step, tick, label }));
	const varied = $derived(stops.length > 1);
	/** Every pin, in its lane: one lane when stops are shared. */
	const pins = $derived(
		(own ? owned.map((lane) => lane.own!) : [stops]).flatMap((values, lane) =>
			values.map((value, index) => ({
				lane,
				index,
				value: dragged?.lane === lane && dragged.index === index ? dragged.value : value
			}))
		)
	);
	const LANE = 42;
	const width = $derived(axis + (own ? owned.length * LANE + 24 : varied ? 80 : 72));

	const valuesOf = (lane: number) => (own ? owned[lane].own! : stops);

	function set(lane: number, values: readonly number[]) {
		if (own) onown?.(owned[lane].id, sortedStops(values));
		else onchange(sortedStops(values));
	}

	function drop(lane: number, index: number) {
		if (valuesOf(lane).length < 2) return;
		if (own) ondrop?.(index);
		else
			set(
				lane,
				stops.filter((_, i) => i !== index)
			);
	}

	const valueAt = (clientY: number) => scale.valueAt(clientY - svg.getBoundingClientRect().top);

	function put(event: MouseEvent) {
		if (!dragged && !own) onchange(sortedStops([...stops, valueAt(event.clientY)]));
	}

	function release(event: PointerEvent, lane: number, index: number) {
		const value = dragged?.value;
		dragged = null;
		// A stop that is dragged off the dial sideways is taken away.
		const box = svg.getBoundingClientRect();
		if (event.clientX < box.left - 40 || event.clientX > box.right + 60) drop(lane, index);
		else if (value !== undefined && value !== valuesOf(lane)[index])
			set(
				lane,
				valuesOf(lane).map((old, i) => (i === index ? value : old))
			);
	}

	function move(lane: number, index: number, by: number) {
		const values = valuesOf(lane);
		const value = within(values[index] + by, least, max);
		if (values.includes(value)) return;
		// Kept in place, so that the key that moved it stays on it.
		const next = values.map((old, i) => (i === index ? value : old));
		if (own) onown?.(owned[lane].id, next);
		else onchange(next);
	}
</script>

<section class="dial" class:varied style:width="{width}px">
	<DialHead {dial} count={stops.length} />
	{#if ends}<p class="end">{ends.top}</p>{/if}
	<div class="scale" bind:clientHeight={height}>
		<!-- The scale takes clicks; with the keyboard, stops are typed below or moved by arrows. -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
		<svg
			bind:this={svg}
			class:own
			{height}
			width="100%"
			role="img"
			aria-label="{dial.label} scale from {min} to {max}"
			onclick={put}
		>
			<Ruler {scale} ranges={lanes} {axis} {height} stops={pins.map(({ value }) => value)} />
		</svg>
		{#each pins as { lane, index, value } (`${lane} ${index}`)}
			<ScalePin
				{value}
				{varied}
				tone={own ? 'abcdefg'[lanes.indexOf(owned[lane]) % 7] : null}
				label="{dial.label} {own ? `of ${owned[lane].name}, ` : ''}stop {index + 1}"
				min={least}
				{max}
				top={scale.y(value)}
				left={axis + lane * LANE}
				ongrab={() => (dragged = { lane, index, value })}
				ondrag={(clientY) => {
					if (dragged) dragged = { ...dragged, value: valueAt(clientY) };
				}}
				onrelease={(event) => release(event, lane, index)}
				oncancel={() => (dragged = null)}
				onmove={(steps) => move(lane, index, steps * step)}
				onpage={(pages) => move(lane, index, pages * tick * 2)}
				ondrop={() => drop(lane, index)}
			/>
		{/each}
	</div>
	{#if ends}<p class="end">{ends.bottom}</p>{/if}
	<div class="lists">
		{#if own}
			{#each owned as lane (lane.id)}
				<label>
					<span class="num" aria-hidden="true">{lane.letter}</span>
					<StopList
						label="{dial.label} stops of {lane.name} as a list"
						stops={[...lane.own!]}
						min={least}
						{max}
						whole={Number.isInteger(step)}
						onchange={(values) => onown?.(lane.id, values)}
					/>
				</label>
			{/each}
		{:else}
			<StopList
				label="{dial.label} stops as a list"
				{stops}
				min={least}
				{max}
				whole={Number.isInteger(step)}
				{onchange}
			/>
		{/if}
		{#if onshare && (own || lanes.length > 1)}
			<button
				class="plain link"
				title={own
					? 'Every model gets the same stops'
					: 'Each model gets stops of its own good range; they are compared as low, middle and high'}
				onclick={() => onshare(own)}>{own ? 'same for all' : 'own for each model'}</button
			>
		{/if}
	</div>
</section>

<style>
	.dial {
		display: flex;
		flex: none;
		flex-direction: column;
		margin-left: 14px;
		padding-right: 12px;
		border-right: 1px solid var(--rule);
	}

	.scale {
		position: relative;
		flex: 1;
		min-height: 220px;
	}

	.end {
		color: var(--ink-3);
		font-size: 12px;
		line-height: 1.2;
	}

	svg {
		position: absolute;
		inset: 0;
		overflow: visible;
		cursor: crosshair;
	}

	svg.own {
		cursor: default;
	}

	.lists {
		display: grid;
		gap: 4px;
		margin-top: 8px;
	}

	label {
		display: flex;
		gap: 6px;
		align-items: center;
	}

	.link {
		font-size: 12px;
	}
</style>

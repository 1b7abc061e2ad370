<script lang="ts">
	import { placeWithin } from '$lib/core/sheet';
	import { Loupe } from '$lib/ui/takes';
	import BlindPicture from './BlindPicture.svelte';
	import type { PairsState, Ready } from './state.svelte';

	/** Two pictures at equal size; nothing about them says what made them. */
	let { view, pair }: { view: Pick<PairsState, 'blinking' | 'loupe' | 'look'>; pair: Ready } =
		$props();

	/** Time that each is seen while they blink, in milliseconds. */
	const BLINK = 600;
	let width = $state(1);
	let height = $state(1);
	let second = $state(false);

	$effect(() => {
		if (!view.blinking) return;
		second = false;
		const timer = setInterval(() => (second = !second), BLINK);
		return () => clearInterval(timer);
	});

	/** How large both are shown, beside or above each other: whichever makes them larger. */
	const fit = (across: number, down: number) =>
		Math.min(
			...pair.pictures.map((one) =>
				Math.min(width / across / one.width, height / down / one.height)
			)
		);
	const stacked = $derived(!view.blinking && fit(1, 2) > fit(2, 1) * 1.05);
	const shown = $derived(view.blinking ? [second ? 1 : 0] : [0, 1]);
	const names = ['left', 'right'];

	function point(event: PointerEvent & { currentTarget: HTMLElement }, i: number) {
		if (!view.loupe.on) return;
		const box = event.currentTarget.getBoundingClientRect();
		view.loupe.at = placeWithin(
			{ x: event.clientX - box.left, y: event.clientY - box.top },
			box,
			pair.pictures[i]
		);
	}
</script>

<div
	class="stage"
	class:stacked
	class:one={view.blinking}
	bind:clientWidth={width}
	bind:clientHeight={height}
>
	{#each shown as i (i)}
		{@const picture = pair.pictures[i]}
		<figure onpointermove={(event) => point(event, i)}>
			<BlindPicture
				{picture}
				alt="The {(stacked ? ['upper', 'lower'] : names)[i]} picture"
				look={view.look}
				onlook={(look) => (view.look = look)}
			/>
			{#if view.loupe.on}
				<Loupe loupe={view.loupe} takeId={i === 0 ? pair.left : pair.right} />
			{/if}
			{#if view.blinking}<figcaption>{names[i]}</figcaption>{/if}
		</figure>
	{/each}
</div>

<style>
	.stage {
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		grid-template-columns: 1fr 1fr;
		gap: 10px;
		min-width: 0;
		min-height: 0;
		cursor: grab;
		touch-action: none;
	}

	.stage.stacked {
		grid-template-rows: minmax(0, 1fr) minmax(0, 1fr);
		grid-template-columns: minmax(0, 1fr);
	}

	.stage.one {
		grid-template-columns: minmax(0, 1fr);
	}

	figure {
		position: relative;
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		grid-template-columns: minmax(0, 1fr);
		min-width: 0;
		min-height: 0;
	}

	figcaption {
		position: absolute;
		bottom: 8px;
		left: 50%;
		padding: 2px 10px;
		background: var(--panel);
		color: var(--ink);
		transform: translateX(-50%);
	}
</style>

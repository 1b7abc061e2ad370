<script lang="ts">
	import { Slider } from 'carbon-components-svelte';
	import { measureSays } from './says';
	import { TakePicture } from '$lib/ui/shared';
	import * as store from '$lib/store';
	import { subtract } from '$lib/workers';
	import type { TableMode } from './modes';

	/** Two takes set against each other in one window: wiped, blinked or subtracted. */
	interface Props {
		one: string;
		two: string;
		mode: Exclude<TableMode, 'side'>;
		/** How each of the two is moved and scaled. */
		transforms: [string, string];
		/** Which of the two is seen while they blink. */
		onshown: (second: boolean) => void;
	}

	let { one, two, mode, transforms, onshown }: Props = $props();

	/** Time that each is seen while they blink, in milliseconds. */
	const BLINK = 600;
	let cut = $state(0.5);
	let second = $state(false);
	let stopped = $state(false);
	let box: HTMLDivElement;
	let canvas = $state<HTMLCanvasElement>();
	let says = $state('');

	$effect(() => {
		if (mode !== 'blink' || stopped) return;
		const timer = setInterval(() => {
			second = !second;
			onshown(second);
		}, BLINK);
		return () => clearInterval(timer);
	});

	$effect(() => {
		if (mode !== 'colour' && mode !== 'structure') return;
		const [how, into, ids] = [mode, canvas, [one, two]];
		let gone = false;
		says = 'Subtracting …';
		void Promise.all(ids.map((id) => store.pictureOf(id))).then(async ([a, b]) => {
			if (!a || !b || !into) return;
			const { picture, mean, full } = await subtract(a.picture, b.picture, how);
			if (gone) return;
			into.width = picture.width;
			into.height = picture.height;
			into.getContext('2d')!.drawImage(picture, 0, 0);
			says = measureSays(how, mean, full);
		});
		return () => (gone = true);
	});

	function wipe(event: PointerEvent) {
		if (
			mode !== 'wipe' ||
			(event.type === 'pointermove' && !(event.buttons & 1) && !event.shiftKey)
		)
			return;
		const { left, width } = box.getBoundingClientRect();
		cut = Math.max(0, Math.min(1, (event.clientX - left) / width));
	}
</script>

<div class="window" bind:this={box}>
	{#if mode === 'wipe' || mode === 'blink'}
		<div class="picture" style:transform={transforms[0]}>
			<TakePicture takeId={one} alt="The first take" large />
		</div>
		<div
			class="upper"
			style:clip-path={mode === 'wipe' ? `inset(0 0 0 ${cut * 100}%)` : null}
			style:visibility={mode === 'blink' && !second ? 'hidden' : null}
		>
			<div class="picture" style:transform={transforms[1]}>
				<TakePicture takeId={two} alt="The second take" large />
			</div>
		</div>
		{#if mode === 'wipe'}
			<span class="slide">
				<Slider
					hideTextInput
					fullWidth
					min={0}
					max={100}
					step={0.5}
					labelText="Where the second take begins"
					hideLabel
					value={cut * 100}
					on:input={({ detail }) => (cut = detail / 100)}
				/>
			</span>
			<span class="edge" style:left="{cut * 100}%"></span>
		{:else}
			<button class="act hold" onclick={() => (stopped = !stopped)}
				>{stopped ? 'Blink on' : 'Hold this one'}</button
			>
		{/if}
	{:else}
		<div class="picture" style:transform={transforms[0]}>
			<canvas bind:this={canvas} aria-label="The difference of the two takes"></canvas>
		</div>
		<p class="scale" role="status">
			{#if says}<span class="bar" aria-hidden="true"></span>{says}{/if}
		</p>
	{/if}
</div>
<svelte:window onpointermove={wipe} />

<style>
	.window {
		position: relative;
		min-height: 0;
		overflow: hidden;
	}

	.picture,
	.upper {
		position: absolute;
		inset: 0;
	}

	.picture {
		transform-origin: 0 0;
	}

	canvas {
		display: block;
		width: 100%;
		height: 100%;
		object-fit: contain;
	}

	.edge {
		position: absolute;
		top: 0;
		bottom: 0;
		width: 2px;
		background: #fff;
		box-shadow: 0 0 0 1px #000;
		pointer-events: none;
	}

	.slide {
		position: absolute;
		right: 8px;
		bottom: 4px;
		left: 8px;
	}

	.hold {
		position: absolute;
		bottom: 8px;
		left: 8px;
	}

	.scale {
		position: absolute;
		bottom: 8px;
		left: 8px;
		display: flex;
		gap: 10px;
		align-items: center;
		padding: 4px 10px;
		background: var(--panel);
		color: var(--ink);
		font-size: 13px;
	}

	.bar {
		width: 120px;
		height: 10px;
		background: linear-gradient(90deg, #000, #8c0000 25%, #ff6600 50%, #ffa347 75%, #fff);
	}
</style>

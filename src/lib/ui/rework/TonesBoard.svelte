<script lang="ts">
	import { Button, Slider } from 'carbon-components-svelte';
	import { noTones, type Tones } from '$lib/core/edits';
	import type { LocalProps } from './local';
	import Sliders from './Sliders.svelte';

	/** Lightness, contrast, warmth, saturation and levels of a picture. */
	let { state: edit, save, busy }: LocalProps = $props();

	const amounts = [
		{ id: 'lightness', label: 'Lightness' },
		{ id: 'contrast', label: 'Contrast' },
		{ id: 'warmth', label: 'Warmth' },
		{ id: 'saturation', label: 'Saturation' }
	] as const;
	const levels = [
		{ id: 'black', label: 'Black', min: 0, max: 254, step: 1 },
		{ id: 'middle', label: 'Middle', min: 0.2, max: 5, step: 0.05 },
		{ id: 'white', label: 'White', min: 1, max: 255, step: 1 }
	] as const;
	const changed = $derived(
		Object.entries(noTones).some(([id, rest]) => edit.tones[id as keyof Tones] !== rest)
	);

	const colours = ['#c8443a', '#3d8f4a', '#3a6bc8'];
	/** The histogram's outline, a channel: square roots, so that small counts are seen, too. */
	const outlines = $derived(
		(edit.counts ?? []).map((counts) => {
			const most = Math.sqrt(Math.max(1, ...counts));
			const points = [...counts].map(
				(n, v) => `${v},${(60 - (60 * Math.sqrt(n)) / most).toFixed(1)}`
			);
			return `M0,60 L${points.join(' L')} L255,60 Z`;
		})
	);

	function level(id: (typeof levels)[number]['id'], value: number) {
		// Black stays below white.
		if (id === 'black') value = Math.min(value, edit.tones.white - 1);
		if (id === 'white') value = Math.max(value, edit.tones.black + 1);
		edit.turn({ [id]: value });
	}
</script>

<div class="tones">
	<svg viewBox="0 0 255 60" preserveAspectRatio="none" role="img" aria-label="Histogram">
		{#each outlines as path, c (c)}<path d={path} fill={colours[c]} />{/each}
		<line x1={edit.tones.black} x2={edit.tones.black} y1="0" y2="60" />
		<line x1={edit.tones.white} x2={edit.tones.white} y1="0" y2="60" />
	</svg>
	<Sliders columns={3}>
		{#each levels as { id, label, min, max, step } (id)}
			<Slider
				labelText="{label}: {edit.tones[id]}"
				{min}
				{max}
				{step}
				hideTextInput
				fullWidth
				bind:value={() => edit.tones[id], (value) => level(id, value)}
			/>
		{/each}
	</Sliders>
	<Sliders columns={2}>
		{#each amounts as { id, label } (id)}
			<Slider
				labelText="{label}: {edit.tones[id]}"
				min={-100}
				max={100}
				hideTextInput
				fullWidth
				bind:value={() => edit.tones[id], (value) => edit.turn({ [id]: value })}
			/>
		{/each}
	</Sliders>
	<p class="quiet">
		Hold <kbd>P</kbd> for the picture as it was made. It stays as it is: changes are kept as a list.
	</p>
	<div class="acts">
		<button class="act" disabled={!changed} onclick={() => edit.turn(noTones)}>as it was</button>
		<Button size="field" disabled={!changed || busy} on:click={() => save([edit.edits])}
			>Keep as a take</Button
		>
	</div>
</div>

<style>
	.tones {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 10px;
	}

	svg {
		width: 100%;
		height: 72px;
		border: 1px solid var(--rule);
		background: var(--field);
	}

	path {
		opacity: 0.55;
	}

	line {
		stroke: var(--ink);
		vector-effect: non-scaling-stroke;
	}

	.acts {
		display: flex;
		gap: 10px;
		align-items: center;
		justify-content: space-between;
	}
</style>

<script lang="ts">
	import { Button, ContentSwitcher, Slider, Switch } from 'carbon-components-svelte';
	import { cutTools } from './cut.svelte';
	import type { LocalProps } from './local';
	import Sliders from './Sliders.svelte';
	import StrokeActs from './StrokeActs.svelte';

	/** What a thing is cut out of a picture with. */
	let { state: edit, cut, save, busy }: LocalProps = $props();

	$effect(() => void cut.ready());
	const says = $derived(
		cut.busy
			? 'Looking for it …'
			: cut.begun
				? 'Draw along what is missing with keep, along what is too much with leave.'
				: 'Draw a box or a line round what is to be kept.'
	);
</script>

<div class="tools" role="group" aria-label="Cut out">
	<ContentSwitcher
		size="sm"
		bind:selectedIndex={
			() => cutTools.findIndex(({ id }) => id === cut.chosen), (i) => (cut.chosen = cutTools[i].id)
		}
	>
		{#each cutTools as { id, label } (id)}<Switch text={label} />{/each}
	</ContentSwitcher>
	<StrokeActs drawn={cut} anew="begin anew" {says} />
	<Sliders columns={2}>
		<Slider
			labelText="Brush: {(cut.size * 100).toFixed(1)}%"
			min={0.5}
			max={20}
			step={0.5}
			hideTextInput
			fullWidth
			disabled={cut.tool !== 'brush'}
			bind:value={() => cut.size * 100, (value) => (cut.size = value / 100)}
		/>
		<Slider
			labelText="Edge: {cut.soft < 0.05 ? 'crisp' : `${Math.round(100 * cut.soft)}% soft`}"
			min={0}
			max={100}
			hideTextInput
			fullWidth
			bind:value={() => Math.round(cut.soft * 100), (value) => cut.soften(value / 100)}
		/>
	</Sliders>
	{#if cut.problem}<p class="problem" role="alert">{cut.problem}</p>{/if}
	<p class="quiet">
		Goes out as PNG or WebP with nothing round it; in a JPEG what was left is white.
	</p>
	<div class="end">
		<Button size="field" disabled={!cut.begun || busy} on:click={() => save([edit.edits])}
			>Keep as a take</Button
		>
	</div>
</div>

<style>
	.tools {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 10px;
	}

	.end {
		display: flex;
		justify-content: flex-end;
	}

	.problem {
		color: var(--point);
		font-size: 13px;
	}
</style>

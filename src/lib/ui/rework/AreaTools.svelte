<script lang="ts">
	import { ContentSwitcher, Slider, Switch } from 'carbon-components-svelte';
	import Sliders from './Sliders.svelte';
	import StrokeActs from './StrokeActs.svelte';
	import { tools, type AreaState } from './area.svelte';

	/** What the area is drawn with, and how it is shaped. */
	let { area }: { area: AreaState } = $props();

	const lines = $derived(area.tool === 'brush' || area.tool === 'rubber');
</script>

<div class="tools" role="group" aria-label="Area">
	<ContentSwitcher
		size="sm"
		bind:selectedIndex={
			() => tools.findIndex(({ id }) => id === area.tool), (i) => (area.tool = tools[i].id)
		}
	>
		{#each tools as { id, label } (id)}<Switch text={label} />{/each}
	</ContentSwitcher>
	<StrokeActs
		drawn={area}
		anew="clear"
		says={area.seen
			? `${Math.max(1, Math.round(100 * area.seen.share))}% of the picture`
			: 'Draw on the picture what is made anew.'}
	/>
	<Sliders columns={2}>
		<Slider
			labelText="Brush: {Math.round(area.size * 100)}%"
			min={1}
			max={40}
			hideTextInput
			fullWidth
			disabled={!lines}
			bind:value={() => Math.round(area.size * 100), (value) => (area.size = value / 100)}
		/>
		<Slider
			labelText={area.grow < 0 ? `Shrink: ${-area.grow} px` : `Grow: ${area.grow} px`}
			min={-32}
			max={32}
			hideTextInput
			fullWidth
			bind:value={() => area.grow, (value) => (area.grow = value)}
			on:change={() => area.settle()}
		/>
		<Slider
			labelText="Feather inwards: {area.feather} px"
			min={0}
			max={64}
			hideTextInput
			fullWidth
			bind:value={() => area.feather, (value) => (area.feather = value)}
			on:change={() => area.settle()}
		/>
	</Sliders>
	{#if area.problem}<p role="alert">{area.problem}</p>{/if}
</div>

<style>
	.tools {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 10px;
	}

	[role='alert'] {
		color: var(--point);
		font-size: 13px;
	}
</style>

<script lang="ts">
	import { Button, Select, SelectItem } from 'carbon-components-svelte';
	import { axisOf, type AxisId } from '$lib/core/sheet';
	import { listed } from '$lib/core/wording';
	import { Dialog } from '$lib/ui/shared';
	import { edges } from './edges';
	import type { SheetState } from './state.svelte';

	/** How the sheet is laid out, for who does not drag. */
	let { view }: { view: SheetState } = $props();

	const suggested = $derived(
		listed(
			Object.values(view.suggested).flatMap((id) => (id ? [axisOf(id).label.toLowerCase()] : []))
		)
	);
</script>

<Dialog
	open={view.laying}
	heading="Lay the sheet out"
	size="xs"
	onclose={() => (view.laying = false)}
>
	<div class="axes">
		{#each edges as { name, says } (name)}
			<Select
				size="sm"
				labelText={says}
				selected={view.axes[name] ?? 'none'}
				on:update={({ detail }) =>
					detail !== (view.axes[name] ?? 'none') && view.turn(name, detail as AxisId | 'none')}
			>
				<SelectItem value="none" text="nothing" />
				{#each view.varied as axis (axis)}
					<SelectItem value={axis} text={axisOf(axis).label} />
				{/each}
			</Select>
		{/each}
		<div class="acts">
			{#if suggested}
				<Button size="small" kind="tertiary" on:click={() => view.layOut()}>By {suggested}</Button>
			{/if}
			<Button size="small" kind="tertiary" on:click={() => view.showAll()}
				>By nothing: all on a wall</Button
			>
		</div>
		<p class="quiet">Or drag dials to the edges of the mat, and off them.</p>
	</div>
</Dialog>

<style>
	.axes {
		display: grid;
		gap: 12px;
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}
</style>

<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { cropBox } from '$lib/core/edits';
	import { frameLabel, needOf } from '$lib/core/frame';
	import { DestinationList } from '$lib/ui/shared';
	import type { LocalProps } from './local';
	import TypedSize from './TypedSize.svelte';

	/** What is cut out of a picture, for several uses at once. */
	let { state: edit, crops, size, save, busy }: LocalProps = $props();

	const rows = $derived(
		crops.uses.map((one) => {
			const need = needOf(size, one);
			const wanted = one.pixels ? frameLabel(one.pixels) : null;
			const large =
				need.enlarge > 1.005
					? `too small for ${wanted}: enlarge it ${need.enlarge.toFixed(1)} times`
					: `enough for ${wanted}`;
			return {
				...one,
				on: crops.chosen.includes(one.id),
				box: cropBox(crops.boxOf(one), size),
				says: [
					need.cropped > 0.005
						? `${Math.round(100 * need.cropped)}% is cut off`
						: 'nothing is cut off',
					...(wanted ? [large] : [])
				].join('; ')
			};
		})
	);
</script>

<div class="crops" role="group" aria-label="Crops">
	{#each rows as { id, label, short, on, box, says } (id)}
		<div class="row" class:on>
			<button class="pick" aria-pressed={on} onclick={() => crops.toggle(id)}>
				<span>{label} <span class="num">{short}</span></span>
				<span class="num">{frameLabel(box)}</span>
			</button>
			{#if on}
				<p class="quiet">
					{says}.
					{#if crops.active !== id}
						<button class="plain link" onclick={() => (crops.active = id)}>place it</button>
					{:else}Drag its frame on the picture.{/if}
				</p>
			{/if}
		</div>
	{/each}
</div>
<DestinationList />
<div class="typed">
	<TypedSize
		label="Crop for: another size"
		example="A5, 60 mm, 3 m x 1 m at 100 dpi"
		take={(text) => crops.type(text)}
	/>
</div>
<div class="acts">
	<Button
		size="field"
		disabled={!crops.chosen.length || busy}
		on:click={() => save(crops.all().map((crop) => edit.cropped(crop)))}
		>{crops.chosen.length > 1 ? `Keep ${crops.chosen.length} takes` : 'Keep as a take'}</Button
	>
</div>

<style>
	.crops {
		display: grid;
		gap: 6px;
	}

	.pick {
		display: flex;
		justify-content: space-between;
		width: 100%;
		padding: 6px 8px;
		border: 1px solid var(--rule-strong);
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.on .pick {
		border-color: var(--varied);
		border-left-width: 5px;
		background: var(--field);
		color: var(--ink);
	}

	p {
		padding: 3px 8px 2px;
		font-size: 12px;
	}

	.link {
		font-size: 12px;
	}

	.typed {
		margin-top: 6px;
	}

	.acts {
		display: flex;
		justify-content: flex-end;
		margin-top: 10px;
	}
</style>

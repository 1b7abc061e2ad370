<script lang="ts">
	import type { ModelCard } from '$lib/core/schema';
	import { cardSamples } from './samples';
	import * as store from '$lib/store';
	import { live, TakePicture } from '$lib/ui/shared';

	let { card }: { card: ModelCard } = $props();

	/** One's own kept take comes first: it shows what the model does with one's own words. */
	const own = live(
		() =>
			(
				(of) => () =>
					store.keptTakesOf(of, 1)
			)(card.id),
		[]
	);
	const shipped = $derived(cardSamples(card).slice(0, 4 - own.current.length));
</script>

<div class="strip">
	{#each own.current as { id, number } (id)}
		<span title="Your take {number}, kept"
			><TakePicture takeId={id} alt="A take that you kept" /></span
		>
	{/each}
	{#each shipped as { src, shows } (src)}
		<span title={shows}><img {src} alt={shows} loading="lazy" /></span>
	{/each}
	{#if !own.current.length && !shipped.length}
		<p>No picture yet: what you keep of this model stands here.</p>
	{/if}
</div>

<style>
	.strip {
		display: grid;
		grid-template-columns: repeat(4, 1fr);
		gap: 2px;
		align-items: center;
		min-height: 84px;
		padding: 2px;
		background: var(--mat-1);
	}

	span {
		overflow: hidden;
		aspect-ratio: 1;
	}

	img,
	span :global(img) {
		display: block;
		width: 100%;
		height: 100%;
		object-fit: cover;
	}

	p {
		grid-column: 1 / -1;
		color: #1a1a1a;
		font-size: 12px;
		text-align: center;
	}
</style>

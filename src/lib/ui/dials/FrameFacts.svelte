<script lang="ts">
	import { fitOf, needFor, ratioError } from '$lib/core/frame';
	import type { FrameWish, ModelCard, Size } from '$lib/core/schema';

	interface Props {
		frame: Size;
		cards: ModelCard[];
		/** The ratio and the pixels that were asked for, and how. */
		asked: Omit<FrameWish, 'size'> | null;
	}

	let { frame, cards, asked }: Props = $props();

	const need = $derived(asked?.target ? needFor(frame, asked.target) : null);
	const off = $derived(asked ? ratioError(frame, asked.ratio) : 0);
	/** Whether the frame is what was asked for, to the pixel. */
	const met = $derived(
		!asked?.target || (asked.target.width === frame.width && asked.target.height === frame.height)
	);
	const percent = (share: number) => (share < 0.0005 ? 'nothing' : `${(share * 100).toFixed(1)}%`);
</script>

<dl>
	<dt>pixels</dt>
	<dd class="num">{((frame.width * frame.height) / 1e6).toFixed(2)} MP</dd>
	{#if asked}
		<dt>asked</dt>
		<dd>
			{asked.of}{off >= 0.0005
				? `, ratio off by ${(off * 100).toFixed(1)}%`
				: met
					? ', exact'
					: ', its ratio exactly'}
		</dd>
	{/if}
	{#if need && asked?.target}
		<dt>to fill it</dt>
		<dd>
			<span class="num">{asked.target.width}×{asked.target.height}</span>: crop {percent(
				need.cropped
			)}{need.enlarge > 1.02 ? `, enlarge ${need.enlarge.toFixed(1)} times` : ''}
		</dd>
	{/if}
	{#each cards as card, i (card.id)}
		{@const fit = fitOf(card, frame)}
		<dt>{String.fromCharCode(65 + i)} {card.name}</dt>
		<dd class:bad={fit.kind === 'far' || fit.kind === 'impossible'}>{fit.says}</dd>
	{/each}
</dl>

<style>
	dl {
		display: grid;
		grid-template-columns: 84px minmax(0, 1fr);
		gap: 3px 6px;
		margin-top: 10px;
		font-size: 12px;
	}

	dt {
		overflow: hidden;
		color: var(--ink-3);
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.bad {
		color: var(--point);
	}
</style>

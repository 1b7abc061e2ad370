<script lang="ts">
	import { usualCredits, usualSeconds, usualTake } from '$lib/core/models';
	import type { ModelCard } from '$lib/core/schema';
	import { credits } from '$lib/ui/shared';
	import Samples from './Samples.svelte';

	interface Props {
		card: ModelCard;
		compared: boolean;
		/** Whether it is on the dial of the brief that is open; null without one. */
		used: boolean | null;
		oncompare: () => void;
		onuse: () => void;
	}

	let { card, compared, used, oncompare, onuse }: Props = $props();

	const usual = $derived(usualTake(card));
	/** Where a range lies between its ends, in per cent. */
	const part = ({ min, max, from, to }: ModelCard['guidance']) => ({
		left: `${((from - min) / (max - min)) * 100}%`,
		width: `${((to - from) / (max - min)) * 100}%`
	});
</script>

<article aria-label={card.name}>
	<Samples {card} />
	<div class="text">
		<h2>{card.name}</h2>
		<p class="quiet">{card.goodAt.join(', ')} · {card.family} {card.version}</p>
		<p class="summary">{card.summary}</p>
		<dl>
			{#each [['guidance', card.guidance], ['steps', card.steps]] as const as [name, range] (name)}
				<dt>{name}</dt>
				<dd>
					<span class="rule"
						><span style:left={part(range).left} style:width={part(range).width}></span></span
					>
					<span class="num">{range.from} to {range.to}</span>
				</dd>
			{/each}
			<dt>usual take</dt>
			<dd class="num" title="{usual.width}×{usual.height}, {usual.steps} steps">
				{credits(usualCredits(card))} credits · {usualSeconds(card).toFixed(1)} s
			</dd>
		</dl>
		<div class="acts">
			<button class="act" aria-pressed={compared} onclick={oncompare}
				>{compared ? 'Put back' : 'Compare'}</button
			>
			{#if used !== null}
				<button class="act" aria-pressed={used} onclick={onuse}
					>{used ? 'Take off the dial' : 'Put on the dial'}</button
				>
			{/if}
		</div>
	</div>
</article>

<style>
	article {
		border: 1px solid var(--rule);
		background: var(--panel);
	}

	.text {
		padding: 10px 12px 12px;
	}

	h2 {
		font-size: 15px;
	}

	.quiet {
		color: var(--ink-3);
		font-size: 12px;
	}

	.summary {
		min-height: 36px;
		margin: 6px 0 8px;
		font-size: 13px;
		line-height: 1.35;
	}

	dl {
		display: grid;
		grid-template-columns: 76px 1fr;
		gap: 3px 8px;
		font-size: 12px;
	}

	dt {
		color: var(--ink-3);
	}

	dd {
		display: flex;
		gap: 10px;
		align-items: center;
	}

	.rule {
		position: relative;
		flex: 1;
		height: 8px;
		border-bottom: 1px solid var(--ink-3);
	}

	.rule span {
		position: absolute;
		bottom: -1px;
		height: 7px;
		background: var(--varied);
	}

	.rule + .num {
		width: 72px;
		text-align: right;
	}

	.acts {
		display: flex;
		gap: 8px;
		margin-top: 10px;
	}

	.act[aria-pressed='true'] {
		border-color: var(--ink);
		font-weight: 600;
	}
</style>

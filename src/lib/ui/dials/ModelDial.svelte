<script lang="ts">
	import { ownFor, takeCredits } from '$lib/core/plan';
	import { session } from '$lib/ui/shared';
	import DialHead from './DialHead.svelte';
	import { letterOf, useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const chosen = $derived(turning.rack.model);
	/** The frame and steps that prices are shown for. */
	const priced = $derived({
		...(turning.rack.frame[0] ?? { width: 1024, height: 1024 }),
		steps: turning.rack.steps[0] ?? 20
	});

	// The chosen ones first, in the order in which their letters stand beside the scales.
	const cards = $derived([...session.cards].sort((a, b) => rank(a.id) - rank(b.id)));
	const rank = (id: string) => (chosen.includes(id) ? chosen.indexOf(id) : 100);

	function toggle(id: string) {
		const model = chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id];
		const own = ownFor(
			turning.rack,
			model.flatMap((one) => session.card(one) ?? [])
		);
		turning.set({ model, own });
	}
</script>

<section class="dial">
	<DialHead {dial} count={chosen.length} />
	{#each cards as card (card.id)}
		{@const place = chosen.indexOf(card.id)}
		<button
			class="model letter-{place}"
			class:many={chosen.length > 1}
			aria-pressed={place >= 0}
			title={card.summary}
			onclick={() => toggle(card.id)}
		>
			<span class="letter num" aria-hidden="true">{place >= 0 ? letterOf(place) : ''}</span>
			<strong>{card.name}</strong>
			<small>{card.goodAt[0]} · {takeCredits(card, priced)} cr</small>
		</button>
	{/each}
</section>

<style>
	.dial {
		flex: none;
		width: 190px;
		padding-right: 16px;
		border-right: 1px solid var(--rule);
	}

	.model {
		position: relative;
		display: block;
		width: 100%;
		margin-bottom: 6px;
		padding: 6px 8px 6px 32px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink-2);
		font: 13px/1.35 var(--sans);
		text-align: left;
		cursor: pointer;
	}

	.model small {
		display: block;
		font-size: 12px;
	}

	.model[aria-pressed='true'] {
		border: 1px solid var(--ink);
		background: var(--field);
		color: var(--ink);
	}

	.model[aria-pressed='true'].many {
		border-color: var(--varied);
	}

	.letter {
		position: absolute;
		top: 0;
		bottom: 0;
		left: 0;
		display: grid;
		place-items: center;
		width: 24px;
		color: #fff;
		font-weight: 600;
	}

	.letter-0 .letter {
		background: #0b5a60;
	}

	.letter-1 .letter {
		background: #8a6414;
	}

	.letter-2 .letter {
		background: #5e5e5e;
	}

	.letter-3 .letter {
		background: #8c4a6b;
	}

	.letter-4 .letter {
		background: #3f6d2f;
	}

	.letter-5 .letter {
		background: #4a5aa0;
	}

	.letter-6 .letter {
		background: #a0522d;
	}
</style>

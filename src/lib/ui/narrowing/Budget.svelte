<script lang="ts">
	import { Button, NumberInput } from 'carbon-components-svelte';
	import { AmountField, credits, many } from '$lib/ui/shared';
	import type { NarrowingDesk } from './desk.svelte';

	/** What was used of the budget, the answer so far, and what is ordered next. */
	let { desk }: { desk: NarrowingDesk } = $props();

	const { narrowing, takes } = $derived(desk);
	const known = $derived(desk.pairs.known);
	const spent = $derived(desk.field?.spent ?? 0);
	const round = $derived(known?.round ?? null);
	let changing = $state(false);
	const share = (part: number, of: number) =>
		`${Math.min(100, (100 * part) / Math.max(of, 1e-9))}%`;
</script>

{#snippet gauge(label: string, says: string, part: number, of: number)}
	<div class="gauge">
		<span>{label}</span><span class="num">{says}</span>
		<span
			class="bar"
			role="progressbar"
			aria-label={label}
			aria-valuemin="0"
			aria-valuemax="100"
			aria-valuenow={Math.round(Math.min(100, (100 * part) / Math.max(of, 1e-9)))}
			><i style:width={share(part, of)}></i></span
		>
	</div>
{/snippet}

<div class="side">
	<section aria-label="Answer so far">
		<h3>So far</h3>
		{#if known?.leader}
			<p class="leader">{known.leader.says}</p>
			<p>
				<strong class="num">{Math.round(known.leader.chance * 100)}%</strong> likely to be the best
				of
				{known.all}
			</p>
		{:else}
			<p class="quiet">Nothing judged yet.</p>
		{/if}
		{#if known && known.open < known.all}
			<p class="quiet">{known.all - known.open} of {known.all} settings dropped</p>
		{/if}
	</section>
	<section aria-label="Budget">
		<h3>Budget</h3>
		{@render gauge(
			'Credits',
			`${credits(spent)} of ${credits(narrowing.credits)}`,
			spent,
			narrowing.credits
		)}
		{@render gauge(
			'Pairs',
			`${desk.answered} of ${narrowing.pairs}`,
			desk.answered,
			narrowing.pairs
		)}
		<p class="quiet">
			{many(takes.made, 'take')} made{#if takes.open}, {takes.open} on the way{/if}{#if takes.failed},
				{takes.failed} failed{/if}
		</p>
		{#if desk.creditsLeft < desk.budgetLeft}
			<p class="quiet">Only {credits(desk.creditsLeft)} credits are left in this brief today.</p>
		{/if}
		{#if changing}
			<AmountField
				label="Credits, at most"
				value={narrowing.credits}
				onchange={(value) => desk.budget({ credits: value ?? 0 })}
			/>
			<NumberInput
				size="sm"
				labelText="Pairs, at most"
				min={1}
				hideSteppers
				value={narrowing.pairs}
				on:change={({ detail }) =>
					detail !== null && detail >= 1 && desk.budget({ pairs: Math.round(detail) })}
			/>
		{/if}
		<button class="act" aria-expanded={changing} onclick={() => (changing = !changing)}
			>{changing ? 'Done' : 'Change the budget'}</button
		>
	</section>
	{#if !desk.ended}
		<section aria-label="Next round">
			<h3>Next round</h3>
			{#if desk.held}
				<p class="problem">{desk.held.says}</p>
			{:else if narrowing.paused}
				<p>
					Paused. You can go on judging; no more takes are ordered.
					{#if round}
						The next round makes {many(round.takes.length, 'take')} for {credits(round.credits)} credits.
					{/if}
				</p>
			{:else if round}
				<p>
					{many(round.takes.length, 'take')}, <strong class="num">{credits(round.credits)}</strong>
					credits. {round.why}
				</p>
				<p class="quiet">
					{round.due ? 'Ordering now.' : 'Ordered when few takes are left to judge.'}
				</p>
			{:else if known}
				<p class="quiet">
					The credits that are left pay for no further take. Your answers still count.
				</p>
			{/if}
			{#if desk.trouble}<p class="problem" role="alert">{desk.trouble}</p>{/if}
			<div class="do">
				<Button size="small" kind="tertiary" on:click={() => desk.pause()}
					>{narrowing.paused ? 'Go on' : 'Pause'}</Button
				>
				<Button size="small" kind="ghost" on:click={() => desk.stop()}>Stop here</Button>
			</div>
		</section>
	{/if}
</div>

<style>
	.side {
		display: grid;
		gap: 18px;
		align-content: start;
	}

	section {
		display: grid;
		gap: 6px;
	}

	h3 {
		font-size: 14px;
		font-weight: 600;
	}

	p {
		font-size: 14px;
	}

	.leader {
		font-weight: 600;
		overflow-wrap: anywhere;
	}

	.gauge {
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 2px 8px;
		font-size: 13px;
	}

	.bar {
		grid-column: 1 / -1;
		height: 8px;
		background: var(--rule);
	}

	i {
		display: block;
		height: 100%;
		background: var(--varied);
	}

	.do {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}

	.do :global(.bx--btn) {
		min-width: 0;
		padding-right: 14px;
	}
</style>

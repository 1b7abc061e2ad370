<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { chanceDials, dialOf } from '$lib/core/dials';
	import { madeAlready, madeAlreadySays, variedDials } from '$lib/core/plan';
	import * as store from '$lib/store';
	import { clock, credits, money, useWork } from '$lib/ui/shared';
	import DesignChoice from './DesignChoice.svelte';
	import type { PlanDesk } from './plan.svelte';

	interface Props {
		desk: PlanDesk;
		/** Called with the run that was put into the queue. */
		onrun: (run: string) => void;
		/** Whether it stands at the foot of a column: no choice of the design. */
		narrow?: boolean;
	}

	let { desk, onrun, narrow = false }: Props = $props();
	const varied = $derived(variedDials(desk.rack));
	const chance = $derived(varied.filter(({ dial }) => chanceDials.includes(dial)));
	const { reckoning, purse } = $derived(desk);
	const price = $derived(purse.current.creditPrice);

	// A fraction is looked for once the dials have come to rest.
	$effect(() => {
		void [desk.rack, desk.design];
		const timer = setTimeout(() => desk.search(), 120);
		return () => clearTimeout(timer);
	});

	const leaves = $derived.by(() => {
		const { left, leftToday } = reckoning;
		const says = (value: number | null, of: string) =>
			value === null
				? ''
				: value < 0
					? `${credits(-value)} too many ${of}`
					: `${credits(value)} left ${of}`;
		const both = [says(left, 'after'), says(leftToday, 'today')].filter(Boolean);
		return reckoning.over === 'day' ? both.reverse() : both;
	});

	const work = useWork();
	/** Takes of the brief that the plan would make once more. */
	const made = $derived(
		desk.ready && desk.worked ? madeAlready(desk.worked.rack, desk.worked, work.takes) : []
	);

	let running = $state(false);

	async function run() {
		// Pressed twice it is run once; the button keeps the focus meanwhile.
		if (running) return;
		running = true;
		problem = null;
		try {
			const run = await desk.run();
			if (run) onrun(run);
		} catch (cause) {
			problem = store.problemSays(cause);
		} finally {
			running = false;
		}
	}
	let problem = $state<string | null>(null);
</script>

<footer class:narrow>
	<div class="product">
		{#if desk.design.kind === 'all'}
			{#each varied as { dial, count }, i (dial)}
				{#if i}<span class="sign">×</span>{/if}
				<span class="factor"
					><strong class="num">{count}</strong><small>{dialOf(dial).many}</small></span
				>
			{/each}
		{:else}
			<span class="factor"
				><strong class="num">{desk.settings}</strong><small
					>{desk.settings === 1 ? 'setting' : 'settings'}</small
				></span
			>
			{#each chance as { dial, count } (dial)}
				<span class="sign">×</span>
				<span class="factor"
					><strong class="num">{count}</strong><small>{dialOf(dial).many}</small></span
				>
			{/each}
		{/if}
		{#if varied.length}<span class="sign">=</span>{/if}
		<span class="factor total"
			><strong class="num">{desk.takes.toLocaleString('en')}</strong><small
				>{desk.takes === 1 ? 'take' : 'takes'}</small
			></span
		>
	</div>
	<div class="tells">
		{#if !narrow}<DesignChoice {desk} />{/if}
		{#if problem}
			<p class="problem" role="alert">{problem}</p>
		{:else if desk.problems.length}
			<ul role="alert">
				{#each desk.problems.slice(0, 3) as { says, mend } (says)}
					<li>
						{says}
						{#if mend}
							{#if mend.change}<button
									class="act"
									onclick={() => desk.mend(mend.change!, mend.says)}>{mend.says}</button
								>{:else}<a class="act" href="/brief/{desk.brief.id}/words">{mend.says}</a>{/if}
						{/if}
					</li>
				{/each}
			</ul>
		{:else}
			{#if !narrow}<p>{desk.says}</p>{/if}
			{#if made.length}
				<p class="near">
					{madeAlreadySays(
						made.map(({ number }) => number),
						desk.takes
					)}
					<a href="/brief/{desk.brief.id}/sheet?open={made[0].id}">Look at take {made[0].number}</a>
					<!-- In rework a take's own seed may have to stay: its seed dial draws fresh ones where it may not. -->
					{#if !narrow}
						<button class="act" onclick={() => desk.freshSeeds()}>Draw fresh seeds</button>
					{/if}
				</p>
			{/if}
			{#if desk.nearCopies}
				<p class="near">
					{desk.nearCopies.says}
					<button class="act" onclick={() => desk.freshSeeds()}>Draw fresh seeds</button>
				</p>
			{/if}
		{/if}
	</div>
	<span class="factor">
		<strong class="num">{credits(desk.cost.credits)}</strong>
		<small class:over={reckoning.over !== null}>
			credits{price ? `, ${money(desk.cost.credits * price, purse.current.currency)}` : ''}{leaves
				.map((text) => ` · ${text}`)
				.join('')}
		</small>
	</span>
	<span class="factor">
		<strong class="num">{clock(desk.cost.seconds)}</strong>
		<small title="From the models' cards, corrected by what takes took here"
			>about, {desk.pace.size ? 'as measured here' : 'by the cards'}{desk.before >= 1
				? `, after ${clock(desk.before)} of what waits`
				: ''}</small
		>
	</span>
	<Button disabled={!desk.ready} on:click={run}>
		Run {desk.takes.toLocaleString('en')}
	</Button>
</footer>

<style>
	footer {
		display: flex;
		grid-row: 4;
		gap: 22px;
		align-items: center;
		min-height: 88px;
		padding: 10px 20px;
		border-top: 1px solid var(--rule);
		background: var(--panel);
	}

	.product {
		display: flex;
		gap: 12px;
		align-items: flex-start;
	}

	.factor strong {
		display: block;
		font-size: 22px;
		font-weight: 600;
		line-height: 1.2;
	}

	.factor small {
		color: var(--ink-3);
		font-size: 12px;
		white-space: nowrap;
	}

	.total strong {
		color: var(--varied);
	}

	.sign {
		padding-top: 6px;
		color: var(--ink-3);
	}

	.tells {
		flex: 1;
		padding-left: 20px;
		border-left: 1px solid var(--rule);
		color: var(--ink-2);
		font-size: 13px;
	}

	.narrow {
		position: sticky;
		bottom: 0;
		z-index: 1;
		flex-wrap: wrap;
		gap: 8px 18px;
		padding: 10px 16px;
	}

	.narrow .tells {
		flex-basis: 100%;
		order: 1;
		padding: 0;
		border: 0;
	}

	.narrow .factor strong {
		font-size: 17px;
	}

	.narrow :global(.bx--btn) {
		margin-left: auto;
	}

	.near a {
		color: inherit;
	}

	.near {
		margin-top: 3px;
		color: var(--point);
	}

	.tells ul,
	.problem {
		color: var(--point);
	}

	.factor .over {
		color: var(--point);
	}

	@media (max-width: 1000px) {
		footer {
			flex-wrap: wrap;
			gap: 8px 20px;
		}

		.tells {
			flex-basis: 100%;
			order: 1;
			padding: 0;
			border: 0;
		}
	}

	footer :global(.bx--btn) {
		min-width: 112px;
		padding-right: 20px;
		justify-content: center;
		font-weight: 600;
	}
</style>

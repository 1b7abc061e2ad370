<script lang="ts">
	import { lineOf, offspringSay } from '$lib/core/rework';
	import type { Take } from '$lib/core/schema';
	import { session, TakePicture, useWork } from '$lib/ui/shared';

	/** Where a take came from, and what came of it. */
	interface Props {
		take: Take;
		/** The take that fills the view. */
		shown: Take;
		/** Where the rework of another take is. */
		hrefOf: (take: Take) => string;
		onshow: (take: Take) => void;
	}

	let { take, shown, hrefOf, onshow }: Props = $props();

	/** Takes of one run that are shown before the rest is asked for, and so of many runs. */
	const [FIRST, FIRST_OF_MANY] = [9, 3];
	const MANY_RUNS = 4;
	/** A longer line has its pictures small, so that it is seen as a whole. */
	const SHORT = 2;

	const work = useWork();
	const line = $derived(lineOf(take, work.takes, session.cards));
	const elsewhere = $derived(
		work.plans.some(({ id, elsewhere }) => elsewhere && id === take.planId)
	);
	const first = $derived(line.after.length > MANY_RUNS ? FIRST_OF_MANY : FIRST);
	const long = $derived(line.before.length > SHORT);
	let whole = $state.raw<ReadonlySet<string>>(new Set());

	let here = $state<HTMLElement>();
	// However long the line before it, the take itself is in sight.
	$effect(() => {
		if (take.id) here?.scrollIntoView({ block: 'center', inline: 'center' });
	});
</script>

<aside aria-label="Line">
	<h2>Line</h2>
	{#each line.before as { take: one, number, says, beside }, i (i)}
		<div class="before" class:long>
			{#if one}
				<a class="shot" href={hrefOf(one)} aria-label="Take {number}: rework it"
					><TakePicture takeId={one.id} alt="Take {number}" /></a
				>
			{:else}
				<div class="shot gone">deleted</div>
			{/if}
			<p class="quiet">take {number}</p>
		</div>
		<p class="step">
			{says}{#if beside.length}; with take {beside.map((step) => step.number).join(', ')}{/if}
		</p>
	{/each}
	<button
		bind:this={here}
		class="shot here"
		aria-label="Take {take.number}, this one"
		onclick={() => onshow(take)}><TakePicture takeId={take.id} alt="Take {take.number}" /></button
	>
	<p class="quiet">take {take.number}, this one</p>
	{#each line.after as child (child.planId)}
		{@const all = whole.has(child.planId)}
		<p class="step">{child.says}</p>
		<div class="many">
			{#each all ? child.takes : child.takes.slice(0, first) as one (one.id)}
				<button
					class="small"
					class:shown={one.id === shown.id}
					aria-label="Take {one.number}"
					disabled={one.state !== 'done'}
					onclick={() => onshow(one)}
					>{#if one.state === 'done'}<TakePicture
							takeId={one.id}
							alt="Take {one.number}"
						/>{/if}</button
				>
			{/each}
		</div>
		<p class="quiet">
			{offspringSay(child, child.takes.filter(({ id }) => work.marks.get(id) === 'keep').length)}
			{#if child.takes.length > first && !all}
				<button class="act" onclick={() => (whole = new Set([...whole, child.planId]))}
					>show all</button
				>
			{/if}
		</p>
	{/each}
	{#if !line.before.length && !line.after.length}
		<p class="quiet">
			Nothing came of it yet, and it came from {elsewhere ? 'elsewhere' : 'words alone'}.
		</p>
	{/if}
</aside>

<style>
	aside {
		display: flex;
		flex-direction: column;
		gap: 4px;
		min-height: 0;
		padding: 12px 14px 20px;
		overflow: auto;
		border-right: 1px solid var(--rule);
		background: var(--panel);
	}

	h2 {
		margin-bottom: 6px;
		font-size: 14px;
	}

	.before {
		display: grid;
		flex: none;
		gap: 4px;
	}

	.before.long {
		grid-template-columns: 44px auto;
		gap: 8px;
		align-items: center;
	}

	.shot {
		display: block;
		flex: none;
		width: 100%;
		padding: 0;
		border: 0;
		background: var(--mat-1);
		aspect-ratio: 1;
	}

	.gone {
		display: grid;
		place-items: center;
		color: var(--ink-2);
		font-size: 12px;
	}

	.here {
		outline: 2px solid var(--ink);
		outline-offset: 2px;
		cursor: pointer;
	}

	p {
		font-size: 12px;
	}

	.step {
		margin: 4px 0 6px 6px;
		padding-left: 8px;
		border-left: 2px solid var(--varied);
		color: var(--varied);
		font-weight: 600;
	}

	.many {
		display: grid;
		grid-template-columns: repeat(3, minmax(0, 1fr));
		gap: 4px;
	}

	.small {
		padding: 0;
		border: 0;
		background: var(--mat-1);
		aspect-ratio: 1;
		cursor: pointer;
	}

	@media (max-width: 900px) {
		aside {
			flex-flow: column wrap;
			align-content: flex-start;
			gap: 2px 10px;
			padding: 8px 14px;
			overflow: auto hidden;
		}

		h2 {
			display: none;
		}

		.before.long {
			grid-template-columns: none;
			gap: 2px;
		}

		.shot {
			width: 84px;
		}

		.long .shot {
			width: 60px;
		}

		.step {
			width: 150px;
			max-height: 100px;
			margin: 0;
			overflow: auto;
		}

		.small {
			width: 40px;
			height: 40px;
		}

		.many {
			grid-auto-columns: 40px;
			grid-auto-flow: column;
			grid-template-rows: repeat(2, 40px);
			grid-template-columns: none;
			align-items: start;
		}
	}

	.small.shown {
		outline: 2px solid var(--varied);
	}
</style>

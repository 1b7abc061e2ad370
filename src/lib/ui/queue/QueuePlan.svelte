<script lang="ts">
	import ChevronDown from 'carbon-icons-svelte/lib/ChevronDown.svelte';
	import ChevronUp from 'carbon-icons-svelte/lib/ChevronUp.svelte';
	import { productSays, progressOf } from '$lib/core/plan';
	import * as store from '$lib/store';
	import {
		clock,
		goOnWith,
		runAgain,
		session,
		tryAgain,
		whenSays,
		whyNotAgain
	} from '$lib/ui/shared';

	interface Props {
		row: store.QueueRow;
		/** Its place among those that run; -1 when it has ended. */
		index: number;
		last: boolean;
	}

	let { row, index, last }: Props = $props();

	const plan = $derived(row.plan);
	const running = $derived(index >= 0);
	const progress = $derived(progressOf(row.counts, row.made));
	const product = $derived(productSays(plan, progress.all));
	const state = $derived(
		!running
			? row.counts.cancelled && !row.counts.done
				? 'given up'
				: row.counts.failed
					? `${row.counts.done} made, ${row.counts.failed} failed`
					: row.counts.cancelled
						? `${row.counts.done} made, ${row.counts.cancelled} given up`
						: `${row.counts.done} made`
			: plan.paused
				? 'paused'
				: index < 2
					? 'being made'
					: 'waits its turn'
	);

	/** What cannot be run again is not offered. */
	const whyNot = $derived(whyNotAgain(plan));

	/** Goes on with a run that waits: of one whose price was not said here it is said first. */
	async function goOn() {
		if (!plan.unasked) return session.runner.pause(plan, false);
		await goOnWith(plan, await store.unfinishedTakes(plan.id));
	}

	async function again(states: ('failed' | 'cancelled')[]) {
		const takes = (await store.takesOfPlan(plan.id)).filter((take) =>
			(states as string[]).includes(take.state)
		);
		await tryAgain(plan, takes);
	}
</script>

<li>
	<div class="head">
		<a href="/brief/{plan.briefId}/sheet?run={plan.id}">{row.briefName}</a>
		<span class="state" class:paused={plan.paused && running}>{state}</span>
	</div>
	<p class="quiet">{plan.name ? `${plan.name}: ` : ''}{product}</p>
	{#if !running}<p class="quiet">{whenSays(plan.createdAt, Date.now())}</p>{/if}
	{#if running}
		<div
			class="bar"
			role="progressbar"
			aria-label="Takes of this run"
			aria-valuemin="0"
			aria-valuemax={progress.all}
			aria-valuenow={progress.ended}
		>
			<span style:width="{progress.share * 100}%"></span>
		</div>
		<p class="num figures">
			{progress.ended} of {progress.all} · {progress.percent}%{progress.takesAMinute
				? ` · ${progress.takesAMinute.toFixed(progress.takesAMinute < 10 ? 1 : 0)} a minute`
				: ''}{progress.secondsLeft !== null && !plan.paused
				? ` · ${clock(progress.secondsLeft)} left`
				: ''}
		</p>
	{/if}
	{#if running && plan.says}<p class="reason">{plan.says}</p>{/if}
	{#each row.reasons as reason (reason)}<p class="reason">{reason}</p>{/each}
	<div class="acts">
		{#if running}
			<button
				class="icon"
				aria-label="Earlier in the queue"
				disabled={index === 0}
				onclick={() => store.movePlan(plan.id, -1)}><ChevronUp /></button
			>
			<button
				class="icon"
				aria-label="Later in the queue"
				disabled={last}
				onclick={() => store.movePlan(plan.id, 1)}><ChevronDown /></button
			>
			{#if plan.paused}<button onclick={goOn}>go on</button>
			{:else}<button onclick={() => session.runner.pause(plan, true)}>pause</button>{/if}
			<button class="stop" onclick={() => session.runner.cancel(plan)}>stop</button>
		{:else}
			{#if row.counts.failed}
				<button onclick={() => again(['failed'])}>try the failed again</button>
			{/if}
			{#if row.counts.cancelled}
				<button onclick={() => again(['cancelled'])}>make the rest</button>
			{/if}
		{/if}
		{#if whyNot === null}
			<button onclick={() => runAgain(plan)}>the same with fresh seeds</button>
		{/if}
	</div>
</li>

<style>
	li {
		padding: 10px 0;
		border-top: 1px solid var(--rule);
		font-size: 13px;
	}

	.head {
		display: flex;
		gap: 10px;
		justify-content: space-between;
	}

	.head a {
		color: var(--ink);
		font-weight: 600;
	}

	.state {
		color: var(--ink-2);
	}

	.paused {
		color: var(--point);
	}

	.bar {
		height: 6px;
		margin: 7px 0 4px;
		background: var(--rule);
	}

	.bar span {
		display: block;
		height: 100%;
		background: var(--varied);
	}

	.figures {
		font-size: 12px;
	}

	.reason {
		margin-top: 4px;
		color: var(--point);
		font-size: 12px;
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 5px;
		margin-top: 7px;
	}

	.acts button {
		height: 26px;
		padding: 0 8px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 12px var(--sans);
		cursor: pointer;
	}

	.acts button:disabled {
		color: var(--ink-3);
		opacity: 0.5;
		cursor: default;
	}

	.acts .icon {
		display: grid;
		place-items: center;
		width: 26px;
		padding: 0;
	}

	.acts .stop {
		border-color: var(--point);
		color: var(--point);
	}
</style>

<script lang="ts">
	import Close from 'carbon-icons-svelte/lib/Close.svelte';
	import { afterNavigate } from '$app/navigation';
	import * as store from '$lib/store';
	import type { Purse } from '$lib/core/schema';
	import {
		AmountField,
		Choice,
		focusInto,
		focusReturner,
		layers,
		live,
		money,
		session,
		undo,
		whenReleased
	} from '$lib/ui/shared';
	import { onMount } from 'svelte';
	import QueuePlan from './QueuePlan.svelte';

	// The queue lies over the view: going to another one puts it away.
	afterNavigate(({ from, to, type }) => {
		if (type !== 'enter' && from?.url.pathname !== to?.url.pathname) session.queueOpen = false;
	});

	let panel: HTMLElement;
	onMount(() => {
		const giveBack = focusReturner();
		const away = layers.push(() => (session.queueOpen = false));
		const giveUp = focusInto(panel);
		return () => {
			giveUp();
			away();
			giveBack();
		};
	});

	/** So many that ended are shown, and so many more at a time. */
	const STEP = 6;
	let most = $state(STEP);
	let of = $state('');
	const briefs = live(() => store.briefs, []);
	const found = live(
		() =>
			(
				(count, brief) => () =>
					store.queue(count, brief)
			)(most + 1, of),
		[]
	);
	// Runs that end leave their place, and those after them move up: not under the pointer.
	let rows = $state.raw<store.QueueRow[]>([]);
	const settle = () => (rows = found.current);
	$effect(() => {
		void found.current;
		whenReleased(settle);
	});
	const purse = live(() => store.purse, store.emptyPurse);
	const running = $derived(
		rows.filter(({ plan, counts }) => !plan.stopped && counts.waiting + counts.running > 0)
	);
	const ended = $derived(rows.filter((row) => !running.includes(row)));
	let room = $state.raw<store.Room | null>(null);
	let notices = $state(typeof Notification === 'undefined' ? 'denied' : Notification.permission);

	$effect(() => {
		void rows;
		void store.room().then((now) => (room = now));
	});

	const gigabytes = (bytes: number) =>
		bytes < 1e9 ? `${Math.round(bytes / 1e6)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;

	/** Changes what is true of spending for all briefs, so that undo puts it back. */
	async function changePurse(change: Partial<Purse>, says: string) {
		const now = purse.current;
		const names = Object.keys(change) as (keyof Purse)[];
		const before = Object.fromEntries(names.map((name) => [name, now[name]])) as Partial<Purse>;
		undo.push({
			says,
			back: () => store.setPurse(before),
			again: () => store.setPurse(change)
		});
		await store.setPurse(change);
	}
</script>

<aside bind:this={panel} aria-label="Queue">
	<header>
		<h2>Queue</h2>
		<button class="plain" aria-label="Close the queue" onclick={() => (session.queueOpen = false)}
			><Close /></button
		>
	</header>
	<div class="body">
		{#if session.trouble}<p class="trouble" role="alert">{session.trouble}</p>{/if}
		{#if running.length}
			<ul aria-label="Runs in the queue">
				{#each running as row, i (row.plan.id)}
					<QueuePlan {row} index={i} last={i === running.length - 1} />
				{/each}
			</ul>
		{:else}
			<p class="quiet">Nothing is being made. Put stops on the dials of a brief and run them.</p>
		{/if}
		{#if ended.length || of}
			<h3 class="ended">
				Ended
				<Choice
					label="Runs that ended, of"
					value={of}
					items={[
						{ value: '', text: 'any brief' },
						...briefs.current.map(({ id, name }) => ({ value: id, text: name }))
					]}
					onchange={(brief) => (of = brief)}
					most={160}
				/>
			</h3>
			<ul aria-label="Runs that ended">
				{#each ended.slice(0, most) as row (row.plan.id)}<QueuePlan {row} index={-1} last />{/each}
			</ul>
			{#if ended.length > most}
				<button class="act" onclick={() => (most += STEP)}>earlier ones</button>
			{/if}
		{/if}
		<section class="house">
			<h3>Spending</h3>
			<div class="sums">
				<AmountField
					label="Credits a day"
					placeholder="no limit"
					value={purse.current.dayAllowance}
					onchange={(dayAllowance) => changePurse({ dayAllowance }, 'the budget of a day')}
				/>
				<AmountField
					label="Price of a credit"
					placeholder="not known"
					value={purse.current.creditPrice}
					onchange={(creditPrice) => changePurse({ creditPrice }, 'the price of a credit')}
				/>
				<label
					>Currency
					<input
						class="num code"
						maxlength="3"
						value={purse.current.currency}
						onchange={(e) => {
							const currency = e.currentTarget.value.trim().toUpperCase();
							if (/^[A-Z]{3}$/.test(currency)) void changePurse({ currency }, 'the currency');
							else e.currentTarget.value = purse.current.currency;
						}}
					/></label
				>
			</div>
			{#if purse.current.creditPrice}
				<p class="quiet">
					100 credits are {money(100 * purse.current.creditPrice, purse.current.currency)}.
				</p>
			{/if}
			<h3>Room</h3>
			<p>
				{#if room?.used !== null && room?.used !== undefined}
					{gigabytes(room.used)} used{room.left !== null ? `, ${gigabytes(room.left)} left` : ''}.
				{:else}
					The browser does not say how much room there is.
				{/if}
				{#if room && !room.kept}
					The browser may throw it away when it runs short.
					<button
						class="plain link"
						onclick={async () => {
							await store.askToKeep();
							room = await store.room();
						}}>Ask it to keep it</button
					>
				{/if}
			</p>
			{#if notices === 'default'}
				<p>
					<button
						class="plain link"
						onclick={async () => (notices = await Notification.requestPermission())}
						>Tell me when a run is done</button
					>
				</p>
			{/if}
		</section>
	</div>
</aside>

<style>
	aside {
		position: fixed;
		z-index: 7000;
		top: var(--bar-height);
		right: 0;
		bottom: 0;
		display: grid;
		grid-template-rows: auto minmax(0, 1fr);
		width: 400px;
		max-width: 100vw;
		border-left: 1px solid var(--ink);
		background: var(--panel);
	}

	header {
		display: flex;
		justify-content: space-between;
		align-items: center;
		padding: 10px 16px;
		border-bottom: 1px solid var(--rule);
	}

	header button {
		display: grid;
		place-items: center;
		width: 28px;
		height: 28px;
	}

	.body {
		padding: 12px 16px 24px;
		overflow: auto;
	}

	h3 {
		margin: 16px 0 6px;
		font-size: 13px;
	}

	.trouble {
		margin-bottom: 10px;
		color: var(--point);
		font-size: 13px;
	}

	.house {
		margin-top: 18px;
		padding-top: 2px;
		border-top: 1px solid var(--ink);
		font-size: 13px;
	}

	.sums {
		display: grid;
		grid-template-columns: 1fr 1fr 64px;
		gap: 8px;
		align-items: start;
		margin-bottom: 6px;
	}

	label {
		display: grid;
		gap: 8px;
		font-size: 12px;
	}

	input {
		width: 100%;
		height: 32px;
		padding: 0 8px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font-size: 13px;
	}

	.link {
		color: var(--varied);
		text-decoration: underline;
	}
</style>

<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import Dialog from './Dialog.svelte';
	import { door } from './door.svelte';
	import { clock, credits, many, money } from './say';

	/** The last question stays in sight while the dialog closes. */
	let shown = $state.raw(door.asking);
	$effect(() => {
		if (door.asking) shown = door.asking;
	});

	/** What is left, and after it. */
	const left = $derived.by(() => {
		if (!shown) return '';
		const { reckoning, account, ask } = shown;
		const says = (value: number | null, of: string) => {
			if (value === null) return [];
			const now = value + ask.credits - (ask.reckoned ?? 0);
			return [
				value < 0
					? `${credits(Math.max(0, now))} are left ${of}: ${credits(-value)} too few`
					: `${credits(value)} are left ${of} after it`
			];
		};
		const both = [
			...says(reckoning.left, 'of this brief'),
			...says(reckoning.leftToday, 'for today')
		];
		const queued = account.queued ? `, with ${credits(account.queued)} in the queue counted` : '';
		return both.length ? `${both.join('; ')}${queued}.` : '';
	});
</script>

<Dialog
	open={door.asking !== null}
	size="sm"
	heading={shown?.reckoning.over ? 'This goes over what may be spent' : (shown?.ask.what ?? '')}
	first="[data-first]"
	onclose={() => door.asking?.answer(null)}
>
	{#if shown}
		{@const { ask, reckoning, purse, parts } = shown}
		{@const price = `${ask.atMost ? 'at most ' : ''}${credits(ask.credits)} credits`}
		{#if reckoning.over}<p class="what">{ask.what}</p>{/if}
		<p>
			{many(ask.takes, 'take')} cost {price}{purse.creditPrice
				? `, ${money(ask.credits * purse.creditPrice, purse.currency)}`
				: ''}{ask.seconds === null ? '' : `, and take about ${clock(ask.seconds)}`}.
			{left}
		</p>
		<div class="answers">
			{#if reckoning.over && parts === null}
				<p class="quiet" role="status">Reckoning what of it can be paid …</p>
			{/if}
			{#each parts ?? [] as part (part.says)}
				<Button on:click={() => door.asking?.answer(part.go)}>
					{part.says}: {many(part.takes, 'take')}, {credits(part.credits)} credits
				</Button>
			{/each}
			<Button
				kind={reckoning.over ? 'tertiary' : 'primary'}
				data-first={reckoning.over ? undefined : true}
				on:click={() => door.asking?.answer(ask.go)}
			>
				{reckoning.over
					? `Run all ${ask.takes} all the same`
					: `Run ${many(ask.takes, 'take')} for ${price}`}
			</Button>
			<Button
				kind="ghost"
				data-first={reckoning.over ? true : undefined}
				on:click={() => door.asking?.answer(null)}>Leave it</Button
			>
		</div>
	{/if}
</Dialog>

<style>
	.what {
		margin-bottom: 8px;
		font-weight: 600;
	}

	.answers {
		display: grid;
		gap: 8px;
		justify-items: start;
		margin-top: 14px;
	}
</style>

<script lang="ts">
	import { Header, HeaderUtilities } from 'carbon-components-svelte';
	import { page } from '$app/state';
	import * as store from '$lib/store';
	import { briefForm } from './parts';
	import Later from './Later.svelte';
	import { live } from './live.svelte';
	import { credits, many } from './say';
	import { session } from './session.svelte';

	const id = $derived(page.params.id);
	const brief = live(
		() => ((of) => () => (of ? store.brief(of) : Promise.resolve(undefined)))(id),
		undefined
	);
	const figures = live(
		() => ((of) => () => (of ? store.figures(of) : Promise.resolve(store.noFigures)))(id),
		store.noFigures
	);

	/** Takes of all briefs that are still to be made. */
	const open = live(() => store.openTakes, 0);
	let changing = $state(false);
	const { making, done, spent, queued } = $derived(figures.current);
</script>

<Header uiShellAriaLabel="Dial Pick">
	<div class="name">
		{#if id && brief.current}
			<button
				class="own"
				title="Change the name, the purpose and what may be spent"
				onclick={() => (changing = true)}><strong>{brief.current.name}</strong></button
			>
			<span class="quiet">{brief.current.purpose}</span>
		{:else}
			<strong>Dial Pick</strong>
			<span class="quiet">find the settings, not the lucky picture</span>
		{/if}
	</div>
	<HeaderUtilities>
		<div class="state" role="status">
			{#if session.trouble}
				<span class="trouble" title={session.trouble}>{session.trouble}</span>
			{/if}
			{#if id && brief.current}
				{#if !making && done}
					<span>{many(done, 'take')}</span>
				{/if}
				<span class="num">
					{#if brief.current.allowance === null}
						{credits(spent)} credits spent
					{:else}
						{credits(brief.current.allowance - spent)} of {brief.current.allowance} credits left
					{/if}{#if queued}, {credits(queued)} of them in the queue{/if}
				</span>
			{/if}
		</div>
		<button
			class="queue"
			aria-expanded={session.queueOpen}
			onclick={() => (session.queueOpen = !session.queueOpen)}
			>{open.current ? `making ${many(open.current, 'take')}` : 'Queue'}</button
		>
	</HeaderUtilities>
</Header>
{#if changing && brief.current}
	<Later load={briefForm} given={{ brief: brief.current, onclose: () => (changing = false) }} />
{/if}

<style>
	.own {
		padding: 0;
		border: 0;
		background: none;
		color: inherit;
		font: inherit;
		cursor: pointer;
	}

	.own:hover {
		text-decoration: underline;
	}

	:global(.bx--header.bx--header) {
		left: var(--rail-width);
		height: var(--bar-height);
		border-bottom: 1px solid var(--rule);
		background: var(--paper);
		color: var(--ink);
	}

	/* Where it is narrow the purpose gives way first, then what stands in the way; name and queue stay. */
	:global(.bx--header .bx--header__global) {
		flex: 1 1 auto;
		min-width: 0;
	}

	:global(.bx--header .bx--header__name) {
		display: none;
	}

	.name {
		display: grid;
		flex: 0 1000000 auto;
		grid-template-columns: auto minmax(0, 1fr);
		gap: 20px;
		align-items: baseline;
		padding-left: 18px;
		white-space: nowrap;
	}

	.name strong {
		display: block;
		max-width: 34vw;
		overflow: hidden;
		font-size: 15px;
		font-weight: 650;
		text-overflow: ellipsis;
	}

	.name span {
		overflow: hidden;
		text-overflow: ellipsis;
	}

	.state {
		display: flex;
		gap: 22px;
		align-items: center;
		min-width: 0;
		padding: 0 20px 0 16px;
		overflow: hidden;
		white-space: nowrap;
	}

	.state > .num {
		overflow: hidden;
		text-overflow: ellipsis;
	}

	.queue {
		flex: none;
		align-self: center;
		height: 28px;
		margin-right: 16px;
		padding: 0 12px;
		border: 1px solid var(--rule-strong);
		background: none;
		color: var(--ink);
		font: 13px var(--sans);
		white-space: nowrap;
		cursor: pointer;
	}

	.queue[aria-expanded='true'] {
		background: var(--field);
		border-color: var(--ink);
	}

	.trouble {
		overflow: hidden;
		color: var(--point);
		text-overflow: ellipsis;
	}
</style>

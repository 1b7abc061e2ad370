<script lang="ts">
	import { Header, HeaderUtilities } from 'carbon-components-svelte';
	import { page } from '$app/state';
	import * as store from '$lib/store';
	import { live } from './live.svelte';
	import { credits, many } from './say';
	import { session } from './session.svelte';

	const id = $derived(page.params.id);
	const brief = live(
		() => ((of) => () => (of ? store.brief(of) : Promise.resolve(undefined)))(id),
		undefined
	);
	const takes = live(() => ((of) => () => (of ? store.takesOf(of) : Promise.resolve([])))(id), []);

	const making = $derived(
		takes.current.filter(({ state }) => state === 'waiting' || state === 'running').length
	);
	const done = $derived(takes.current.filter(({ state }) => state === 'done'));
	const spent = $derived(done.reduce((sum, t) => sum + (t.credits ?? 0), 0));
</script>

<Header uiShellAriaLabel="Dial Pick">
	<div class="name">
		{#if id && brief.current}
			<strong>{brief.current.name}</strong>
			<span class="quiet">{brief.current.purpose}</span>
		{:else}
			<strong>Dial Pick</strong>
			<span class="quiet">find the settings, not the lucky picture</span>
		{/if}
	</div>
	<HeaderUtilities>
		<div class="state" role="status">
			{#if session.trouble}
				<span class="trouble">{session.trouble}</span>
			{/if}
			{#if id && brief.current}
				{#if making}
					<span>making {many(making, 'take')}</span>
				{:else if done.length}
					<span>{many(done.length, 'take')}</span>
				{/if}
				<span class="num">
					{#if brief.current.allowance === null}
						{credits(spent)} credits spent
					{:else}
						{credits(brief.current.allowance - spent)} of {brief.current.allowance} credits left
					{/if}
				</span>
			{/if}
		</div>
	</HeaderUtilities>
</Header>

<style>
	:global(.bx--header.bx--header) {
		left: var(--rail-width);
		height: var(--bar-height);
		border-bottom: 1px solid var(--rule);
		background: var(--paper);
		color: var(--ink);
	}

	:global(.bx--header .bx--header__name) {
		display: none;
	}

	.name {
		display: flex;
		gap: 20px;
		align-items: baseline;
		min-width: 0;
		padding-left: 18px;
		white-space: nowrap;
	}

	.name strong {
		font-size: 15px;
		font-weight: 650;
	}

	.name span {
		overflow: hidden;
		text-overflow: ellipsis;
	}

	.state {
		display: flex;
		gap: 22px;
		align-items: center;
		padding-right: 20px;
		white-space: nowrap;
	}

	.trouble {
		color: var(--point);
	}
</style>

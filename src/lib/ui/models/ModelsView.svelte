<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { chooseModels, type RosterFilter, type RosterOrder } from '$lib/core/models';
	import * as store from '$lib/store';
	import { changeBrief, live, session } from '$lib/ui/shared';
	import Compare from './Compare.svelte';
	import Filters from './Filters.svelte';
	import ModelTile from './ModelTile.svelte';
	import Services from './Services.svelte';

	/** More than this do not fit beside each other. */
	const MOST = 3;

	const asked = $derived(page.url.searchParams);
	const number = (name: string) => Number(asked.get(name)) || undefined;
	const filter = $derived<RosterFilter>({
		goodAt: asked.get('good') ?? undefined,
		family: asked.get('family') ?? undefined,
		feature: asked.get('can') ?? undefined,
		maxCredits: number('credits'),
		maxSeconds: number('seconds'),
		text: asked.get('find') ?? undefined
	});
	const order = $derived((asked.get('order') as RosterOrder | null) ?? 'name');
	const shown = $derived(chooseModels(session.cards, filter, order));
	const compared = $derived(
		(asked.get('compare') ?? '').split('|').flatMap((id) => session.card(id) ?? [])
	);
	const briefId = $derived(asked.get('brief'));
	const brief = live(
		() => ((of) => () => (of ? store.brief(of) : Promise.resolve(undefined)))(briefId),
		undefined
	);

	function ask(change: Record<string, string | null>) {
		const url = new URL(page.url);
		for (const [name, value] of Object.entries(change))
			if (value) url.searchParams.set(name, value);
			else url.searchParams.delete(name);
		void goto(url, { replaceState: true, keepFocus: true, noScroll: true });
	}

	function compare(id: string) {
		const ids = compared.map((card) => card.id);
		const next = ids.includes(id) ? ids.filter((other) => other !== id) : [...ids, id].slice(-MOST);
		ask({ compare: next.join('|') });
	}

	async function toggle(id: string) {
		const one = brief.current;
		if (!one) return;
		const { model } = one.rack;
		const next = model.includes(id) ? model.filter((other) => other !== id) : [...model, id];
		await changeBrief(one, { rack: { ...one.rack, model: next } });
	}
</script>

<div class="view">
	<header>
		<h1>Models</h1>
		{#if brief.current}
			<p>
				{brief.current.rack.model.length} on the dial of
				<a href="/brief/{brief.current.id}/dials">{brief.current.name}</a>
			</p>
		{/if}
	</header>
	<Filters cards={session.cards} {filter} {order} onask={ask} />
	{#if compared.length > 1}
		<Compare cards={compared} onclose={() => ask({ compare: null })} />
	{:else if compared.length === 1}
		<p class="hint" role="status">
			{compared[0].name} is put aside: choose one or two more to see them side by side.
		</p>
	{/if}
	<ul class="cards">
		{#each shown as card (card.id)}
			<li>
				<ModelTile
					{card}
					compared={compared.some(({ id }) => id === card.id)}
					used={brief.current ? brief.current.rack.model.includes(card.id) : null}
					oncompare={() => compare(card.id)}
					onuse={() => toggle(card.id)}
				/>
			</li>
		{/each}
	</ul>
	{#if !shown.length && session.cards.length}
		<p class="hint">
			No model has all of that. <a href="/models">Show all {session.cards.length}</a>
		</p>
	{/if}
	<Services />
</div>

<style>
	.view {
		padding: 18px 24px 40px;
	}

	header {
		display: flex;
		gap: 18px;
		align-items: baseline;
		margin-bottom: 12px;
	}

	h1 {
		font-size: 20px;
	}

	header a {
		color: var(--varied);
	}

	header p,
	.hint {
		color: var(--ink-2);
		font-size: 13px;
	}

	.hint {
		margin-bottom: 12px;
	}

	.cards {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
		gap: 14px;
		margin-bottom: 28px;
	}
</style>

<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { dialOf, NO_ADAPTER, NO_START, stopKey, type OwnDialId } from '$lib/core/dials';
	import { dropPlace, giveOwn, ownFor, setOwn, shareStops, withAdapters } from '$lib/core/plan';
	import type { Rack } from '$lib/core/schema';
	import { ownWords, starterSets, starterStyles, wordingStops } from '$lib/core/wording';
	import * as store from '$lib/store';
	import { live, session, useWork } from '$lib/ui/shared';
	import AddDial from './AddDial.svelte';
	import BatchDial from './BatchDial.svelte';
	import DialHead from './DialHead.svelte';
	import ChoiceDial from './ChoiceDial.svelte';
	import {
		extraDials,
		inUse,
		negativeKey,
		negativeOfKey,
		negativeOptions,
		type ExtraDialId
	} from './extras';
	import ModelDial from './ModelDial.svelte';
	import ScaleDial from './ScaleDial.svelte';
	import SeedDial from './SeedDial.svelte';
	import StartDial from './StartDial.svelte';

	const work = useWork();
	const brief = $derived(work.brief!);
	const rack = $derived(brief.rack);
	const chosen = $derived(rack.model.flatMap((id) => session.card(id) ?? []));
	const wordings = $derived(wordingStops(brief.words));
	const sets = live(() => store.ownSets, []);
	const styles = live(() => store.ownStyles, []);
	/** The frame and steps that models' prices are shown for. */
	const priced = $derived({
		...(rack.frame[0] ?? { width: 1024, height: 1024 }),
		steps: rack.steps[0] ?? 20
	});
	/** Extras that were asked for, kept in the address. */
	const asked = $derived((page.url.searchParams.get('more') ?? '').split('.'));
	const shows = $derived(
		(id: ExtraDialId) => asked.includes(id) || inUse(id, brief, wordings.length)
	);

	function add(id: ExtraDialId) {
		const url = new URL(page.url);
		url.searchParams.set('more', [...asked.filter(Boolean), id].join('.'));
		void goto(url, { replaceState: true, keepFocus: true, noScroll: true });
	}

	const set = (change: Partial<Rack>) => work.setRack(change);
	const cardsOf = (models: readonly string[]) => models.flatMap((id) => session.card(id) ?? []);

	const scale = (dial: OwnDialId) => ({
		dial: dialOf(dial),
		stops: rack[dial],
		min: dial === 'steps' ? 0 : Math.min(1, ...chosen.map((card) => card[dial].min)),
		max: chosen.length ? Math.max(...chosen.map((card) => card[dial].max)) : 20,
		lanes: chosen.map((card, i) => ({
			id: card.id,
			letter: String.fromCharCode(65 + i),
			name: card.name,
			from: card[dial].from,
			to: card[dial].to,
			...(rack.own[dial] ? { own: rack.own[dial][card.id] ?? rack[dial] } : {})
		})),
		onchange: (stops: number[]) => set({ [dial]: stops }),
		onown: (model: string, stops: number[]) => set(setOwn(rack, dial, chosen, model, stops)),
		ondrop: (index: number) => set(dropPlace(rack, dial, index)),
		onshare: (share: boolean) => set(share ? shareStops(rack, dial) : giveOwn(rack, dial, chosen))
	});
	const share = { min: 0, max: 1, step: 0.05, tick: 0.1, label: 0.5, lanes: [] };

	const offered = (dial: 'samplers' | 'schedules') => [
		...new Set(session.cards.flatMap((card) => card[dial]))
	];
	const named = (dial: 'sampler' | 'schedule', keys: string[]) =>
		keys.map((key) => ({ key, says: dialOf(dial).format(key) }));

	/** The letters of the models that have an adapter, when not all of them do. */
	function havers(id: string): string {
		const letters = chosen.flatMap((card, i) =>
			card.adapters.some((one) => one.id === id) ? String.fromCharCode(65 + i) : []
		);
		return letters.length === chosen.length ? '' : ` (${letters.join(', ')} only)`;
	}

	const adapters = $derived([
		{ key: NO_ADAPTER, says: 'none' },
		...[
			...new Map(chosen.flatMap((card) => card.adapters).map((one) => [one.id, one])).values()
		].map(({ id, name, summary }) => ({ key: id, says: name + havers(id), title: summary }))
	]);
	/** No adapter gives way to the first one that is chosen: a weight of 0 stands for none. */
	const without = (none: string, stops: string[], before: readonly string[]) =>
		before.length === 1 && before[0] === none ? stops.filter((stop) => stop !== none) : stops;

	const own = $derived(ownWords(wordings));
	const styleOptions = $derived(
		[
			[],
			...rack.style.filter((stop) => stop.length > 1),
			...[...styles.current, ...starterStyles].map((style) => [style])
		].map((stop) => ({ stop, key: stopKey(stop) }))
	);
	const styleOf = (key: string) => styleOptions.find((option) => option.key === key)?.stop ?? [];
</script>

<div class="rack" role="group" aria-label="Dials">
	<ModelDial
		chosen={rack.model}
		frame={priced}
		onchange={(model) => set({ model, own: ownFor(rack, cardsOf(model)) })}
	/>
	<ScaleDial {...scale('guidance')} step={0.5} tick={1} />
	<ScaleDial {...scale('steps')} least={1} step={1} tick={5} label={10} />
	<SeedDial stops={rack.seed} onchange={(seed) => set({ seed })} />
	{#if shows('batch')}<BatchDial stops={rack.batch} onchange={(batch) => set({ batch })} />{/if}
	{#if shows('adapter')}
		<ChoiceDial
			dial={dialOf('adapter')}
			stops={rack.adapter}
			options={adapters}
			open
			onchange={(stops) => set(withAdapters(rack, without(NO_ADAPTER, stops, rack.adapter)))}
		/>
		<ScaleDial
			{...share}
			dial={dialOf('weight')}
			stops={rack.weight}
			ends={{ top: '1 in full', bottom: '0 leaves it out' }}
			onchange={(weight) => set({ weight })}
		/>
	{/if}
	{#if shows('start')}
		<StartDial
			stops={rack.start}
			onchange={(stops) => {
				const start = without(NO_START, stops, rack.start);
				const none = start.every((stop) => stop === NO_START);
				// A dial that leaves the rack takes its stops along.
				set({ start, ...(none ? { strength: rack.strength.slice(0, 1) } : {}) });
			}}
		/>
		<ScaleDial
			{...share}
			dial={dialOf('strength')}
			stops={rack.strength}
			ends={{ top: '1 ignores the picture', bottom: '0 gives it back' }}
			onchange={(strength) => set({ strength })}
		/>
	{/if}
	{#if shows('wording')}
		<section class="wordings" aria-label="Wording">
			<DialHead dial={dialOf('wording')} count={wordings.length} />
			<ol>
				{#each wordings as text, i (text)}
					<li title={text}>
						<span>{(wordings.length > 1 ? own[i] : text) || 'as it stands'}</span>
					</li>
				{/each}
			</ol>
			<a href="/brief/{brief.id}/words">Write others under Words</a>
		</section>
	{/if}
	{#if shows('style')}
		<ChoiceDial
			dial={dialOf('style')}
			stops={rack.style.map(stopKey)}
			options={styleOptions.map(({ stop, key }) => ({
				key,
				says: dialOf('style').format(stop),
				title: stop.flatMap((style) => style.add).join(', ')
			}))}
			open
			onchange={(keys) => set({ style: keys.map(styleOf) })}
		/>
	{/if}
	{#if shows('negative')}
		<ChoiceDial
			dial={dialOf('negative')}
			stops={brief.words.negatives.map(negativeKey)}
			options={negativeOptions(brief, [...starterSets, ...sets.current])}
			open
			onchange={(keys) =>
				work.change({ words: { ...brief.words, negatives: keys.map(negativeOfKey) } })}
		/>
	{/if}
	<ChoiceDial
		dial={dialOf('sampler')}
		stops={rack.sampler}
		options={named('sampler', offered('samplers'))}
		onchange={(sampler) => set({ sampler })}
	/>
	<ChoiceDial
		dial={dialOf('schedule')}
		stops={rack.schedule}
		options={named('schedule', offered('schedules'))}
		onchange={(schedule) => set({ schedule })}
	/>
	<AddDial left={extraDials.filter(({ id }) => !shows(id))} onadd={add} />
</div>

<style>
	.rack {
		display: flex;
		min-width: 0;
		padding: 14px 0 10px 20px;
		overflow: auto;
	}

	.wordings {
		flex: none;
		width: 176px;
		margin-left: 14px;
		padding-right: 14px;
		border-right: 1px solid var(--rule);
		font-size: 13px;
	}

	.wordings a {
		color: var(--varied);
		font-size: 12px;
	}

	li {
		margin-bottom: 6px;
		padding: 6px 10px;
		border: 1px solid var(--ink);
		background: var(--field);
	}

	li span {
		display: -webkit-box;
		overflow: hidden;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
	}
</style>

<script lang="ts">
	import { ContentSwitcher, Switch, TextArea } from 'carbon-components-svelte';
	import { untrack } from 'svelte';
	import { dialOf, type DialId, type Stop } from '$lib/core/dials';
	import type { Way } from '$lib/core/rework';
	import type { Rack, Take } from '$lib/core/schema';
	import { controls, PlanDesk, PlanFoot, provideBench } from '$lib/ui/dials';
	import { session, useWork } from '$lib/ui/shared';
	import AreaTools from './AreaTools.svelte';
	import type { AreaState } from './area.svelte';
	import { WayBench } from './bench.svelte';
	import { boards } from './boards';

	/** The dials of one way, and what running them costs. Made anew for every take and way. */
	interface Props {
		take: Take;
		way: Way;
		/** The take's picture as one to start from; an empty text where the way has no use for it. */
		image: string;
		/** The same of another one that was chosen with it. */
		other?: string;
		/** What is drawn on the picture, where the way takes an area. */
		area?: AreaState;
		/** The take's own pixels. */
		size: { width: number; height: number };
		onrun: (run: string) => void;
	}

	let { take, way, image, other, area, size, onrun }: Props = $props();

	const work = useWork();
	const bench = untrack(() => new WayBench(() => work.brief!, take, way, size, image, other));
	provideBench(bench);
	const desk = new PlanDesk(bench, bench.line);
	const Board = $derived(boards[way.id]);
	$effect(() => {
		if (!area) return;
		const stop = area.id ?? '';
		untrack(() => bench.setRack({ area: [stop] }));
	});
	let typed = $state<string | null>(null);
	let slot = $state(0);
	const turned = $derived([...(way.slots?.[slot].dials ?? []), ...way.dials]);
	/** What models on the rack cannot do of the slot that is open. */
	const cannot = $derived(
		(way.slots?.[slot].dials ?? []).flatMap((id) =>
			bench.brief.rack.model.flatMap((model) => {
				const card = session.card(model);
				const at = { stops: ['picture'], own: false, rack: bench.brief.rack, cards: session.cards };
				const dial = dialOf(id);
				return card && dial.pictures
					? (dial.problemsOf?.(card, at) ?? []).map(({ says }) => says)
					: [];
			})
		)
	);
	/** Which slots a picture fills. */
	const fills = (dials: readonly DialId[]): boolean =>
		dials.some((id) => {
			const { pictures } = dialOf(id);
			const stops = bench.brief.rack[id as keyof Rack] as Stop[];
			return !!pictures && stops.flatMap(pictures).length > 0;
		});
	// The slot that a picture fills to begin with is open.
	slot = untrack(() =>
		Math.max(
			0,
			(way.slots ?? []).findIndex(({ dials }) => fills(dials))
		)
	);
	const filled = $derived((way.slots ?? []).map(({ dials }) => fills(dials)));
</script>

<div class="way">
	<p class="quiet">{way.explained}</p>
	{#if area}<AreaTools {area} />{/if}
	{#if way.words}
		<TextArea
			labelText="Words, one wording a line: each is a stop"
			rows={way.slots ? 2 : 3}
			value={typed ?? bench.wordings}
			on:input={({ currentTarget }) => {
				typed = (currentTarget as HTMLTextAreaElement).value;
				bench.setWordings(typed);
			}}
		/>
	{/if}
	{#if way.slots}
		<ContentSwitcher size="sm" bind:selectedIndex={slot}>
			{#each way.slots as { label }, i (label)}
				<Switch text={filled[i] ? `${label} •` : label} />
			{/each}
		</ContentSwitcher>
		{#each new Set(cannot) as says (says)}<p class="cannot">{says}</p>{/each}
	{/if}
	{#if Board}<Board {bench} {take} {size} />{/if}
	<div class="dials">
		{#each turned as id (id)}
			{@const dial = dialOf(id)}
			{@const Turned = controls[dial.control.kind]}
			{#if Turned}<Turned {dial} />{/if}
		{/each}
	</div>
</div>
{#if area && !area.id}
	<p class="quiet wait">
		{area.seen
			? 'The area is being made ready …'
			: 'Draw an area on the picture: what is run is made for it.'}
	</p>
{:else}
	<PlanFoot {desk} {onrun} narrow />
{/if}

<style>
	.way {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 12px;
		align-content: start;
		min-height: 0;
		padding: 4px 16px 14px;
		overflow: auto;
	}

	.way :global(.bx--content-switcher-btn) {
		padding: 0 8px;
	}

	@media (max-width: 1000px) {
		.way :global(.bx--content-switcher-btn) {
			padding: 0 5px;
			font-size: 12px;
		}
	}

	.wait {
		padding: 14px 16px;
		border-top: 1px solid var(--rule);
	}

	.cannot {
		color: var(--point);
		font-size: 13px;
	}

	.dials {
		display: flex;
		flex-wrap: wrap;
		gap: 16px 0;
	}

	.dials > :global(.dial) {
		flex: 1 1 130px;
		min-height: 300px;
		margin-left: 0;
		border-right: 0;
	}
</style>

<script lang="ts">
	import { ContentSwitcher, Switch, TextArea } from 'carbon-components-svelte';
	import { untrack } from 'svelte';
	import { dialOf, type Stop } from '$lib/core/dials';
	import type { Way } from '$lib/core/rework';
	import type { Rack, Take } from '$lib/core/schema';
	import { controls, PlanDesk, PlanFoot, provideBench } from '$lib/ui/dials';
	import { useWork } from '$lib/ui/shared';
	import { WayBench } from './bench.svelte';

	/** The dials of one way, and what running them costs. Made anew for every take and way. */
	interface Props {
		take: Take;
		way: Way;
		/** The take's picture as one to start from; an empty text where the way has no use for it. */
		image: string;
		/** The same of another one that was chosen with it. */
		other?: string;
		onrun: (run: string) => void;
	}

	let { take, way, image, other, onrun }: Props = $props();

	const work = useWork();
	const bench = untrack(() => new WayBench(() => work.brief!, take, way, image, other));
	provideBench(bench);
	const desk = new PlanDesk(bench, bench.line);
	let typed = $state<string | null>(null);
	let slot = $state(0);
	const turned = $derived([...(way.slots?.[slot].dials ?? []), ...way.dials]);
	/** Which slots a picture fills. */
	const filled = $derived(
		(way.slots ?? []).map(({ dials }) =>
			dials.some((id) => {
				const { pictures } = dialOf(id);
				return (
					!!pictures && (bench.brief.rack[id as keyof Rack] as Stop[]).flatMap(pictures).length
				);
			})
		)
	);
</script>

<div class="way">
	<p class="quiet">{way.explained}</p>
	{#if way.words}
		<TextArea
			labelText="Words, one wording a line: each is a stop"
			rows={3}
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
	{/if}
	<div class="dials">
		{#each turned as id (id)}
			{@const dial = dialOf(id)}
			{@const Turned = controls[dial.control.kind]}
			{#if Turned}<Turned {dial} />{/if}
		{/each}
	</div>
</div>
<PlanFoot {desk} {onrun} narrow />

<style>
	.way {
		display: grid;
		gap: 12px;
		align-content: start;
		min-height: 0;
		padding: 4px 16px 14px;
		overflow: auto;
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

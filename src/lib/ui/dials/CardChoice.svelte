<script lang="ts">
	import { stopKey, type Control, type Stop } from '$lib/core/dials';
	import type { ModelCard } from '$lib/core/schema';
	import { session } from '$lib/ui/shared';
	import { unqualified } from '$lib/render';
	import ChoiceDial from './ChoiceDial.svelte';
	import TeachAdapter from './TeachAdapter.svelte';
	import { letterOf, useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const { offered, ofAll, taught } = $derived(dial.control as Extract<Control, { kind: 'choice' }>);

	/** The letters of the models that offer a stop, when not all of them do. */
	function havers(key: string): string {
		const letters = turning.chosen.flatMap((card, i) =>
			offered(card).some((one) => one.key === key) ? letterOf(i) : []
		);
		return !letters.length || letters.length === turning.chosen.length
			? ''
			: ` (${letters.join(', ')} only)`;
	}

	/** Services of models on the rack that can be taught. */
	const teachers = $derived(
		taught
			? [
					...new Set(
						turning.chosen
							.filter(({ features }) => features.includes('teach'))
							.map(({ id }) => unqualified(id).service)
					)
				]
			: []
	);

	const stops = $derived(turning.stopsOf(dial.id).map(stopKey));
	const options = $derived.by(() => {
		const cards: readonly ModelCard[] = ofAll ? session.cards : turning.chosen;
		const found = new Map(cards.flatMap(offered).map((one) => [one.key, one]));
		// Stops that no model offers are seen, too, so that they can be taken off.
		for (const key of stops)
			if (!found.has(key) && key !== dial.rest) found.set(key, { key, title: '' });
		return [
			...(dial.rest === undefined ? [] : [{ key: stopKey(dial.rest as Stop), says: 'none' }]),
			...[...found.values()].map(({ key, title }) => ({
				key,
				says: dial.format(key, session.cards) + (ofAll ? '' : havers(key)),
				title
			}))
		];
	});
</script>

<ChoiceDial
	{dial}
	{stops}
	{options}
	open={!!dial.extra}
	onchange={(stops) => turning.put(dial.id, stops)}
>
	{#if teachers.length}
		<TeachAdapter
			services={teachers}
			ontaught={(id) => turning.put(dial.id, [...turning.stopsOf(dial.id), id])}
		/>
	{/if}
</ChoiceDial>

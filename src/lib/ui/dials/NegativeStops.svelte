<script lang="ts">
	import { starterSets } from '$lib/core/wording';
	import * as store from '$lib/store';
	import { live } from '$lib/ui/shared';
	import ChoiceDial from './ChoiceDial.svelte';
	import { negativeKey, negativeOfKey, negativeOptions } from './negatives';
	import { useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const sets = live(() => store.ownSets, []);
	const words = $derived(turning.brief.words);
</script>

<ChoiceDial
	{dial}
	stops={words.negatives.map(negativeKey)}
	options={negativeOptions(turning.brief, [...starterSets, ...sets.current])}
	open
	onchange={(keys) =>
		turning.work.change({ words: { ...words, negatives: keys.map(negativeOfKey) } })}
/>

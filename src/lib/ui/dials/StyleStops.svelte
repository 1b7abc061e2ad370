<script lang="ts">
	import { stopKey } from '$lib/core/dials';
	import type { Style } from '$lib/core/schema';
	import { starterStyles } from '$lib/core/wording';
	import * as store from '$lib/store';
	import { live } from '$lib/ui/shared';
	import ChoiceDial from './ChoiceDial.svelte';
	import { useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const styles = live(() => store.ownStyles, []);
	const stops = $derived(turning.rack.style);
	const known = $derived(
		new Map<string, Style[]>(
			[
				[],
				...stops.filter((stop) => stop.length > 1),
				...[...styles.current, ...starterStyles].map((style) => [style])
			].map((stop) => [stopKey(stop), stop])
		)
	);
</script>

<ChoiceDial
	{dial}
	stops={stops.map(stopKey)}
	options={[...known].map(([key, stop]) => ({
		key,
		says: dial.format(stop),
		title: stop.flatMap((style) => style.add).join(', ')
	}))}
	open
	onchange={(keys) => turning.set({ style: keys.map((key) => known.get(key) ?? []) })}
/>

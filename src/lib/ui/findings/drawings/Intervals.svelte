<script lang="ts">
	import type { Drawing } from '$lib/core/findings';
	import Bars from './Bars.svelte';

	/** Intervals about `even`: shares of preference, or correlations about none. */
	let { drawing }: { drawing: Extract<Drawing, { kind: 'intervals' }> } = $props();

	const { rows, even } = $derived(drawing);
	/** The scale is as wide as it must be. */
	const reach = $derived(
		Math.min(
			even === 0 ? 1 : 0.5,
			Math.ceil(Math.max(0.1, ...rows.flatMap(({ low, high }) => [even - low, high - even])) * 10) /
				10
		)
	);
	const says = (value: number) =>
		even === 0 ? value.toFixed(1).replace('-', '\u2212') : `${Math.round(value * 100)}%`;
	const marks = $derived([
		...[even - reach / 2, even + reach / 2].map((at) => ({ at, says: says(at) })),
		{ at: even, says: even === 0 ? 'none' : 'even', strong: true }
	]);
</script>

<Bars {rows} from={even - reach} to={even + reach} {marks} />

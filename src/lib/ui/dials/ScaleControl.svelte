<script lang="ts">
	import { isOwnDial, type Control } from '$lib/core/dials';
	import { dropPlace, giveOwn, setOwn, shareStops } from '$lib/core/plan';
	import ScaleDial from './ScaleDial.svelte';
	import { letterOf, useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const { min, max, least, nudge, tick, label, ends, range } = $derived(
		dial.control as Extract<Control, { kind: 'scale' }>
	);
	const ranges = $derived(range ? turning.chosen.map(range) : []);
	const own = $derived(isOwnDial(dial.id) ? turning.rack.own[dial.id] : undefined);
	const lanes = $derived(
		ranges.map(({ from, to }, i) => {
			const { id, name } = turning.chosen[i];
			const shared = turning.stopsOf(dial.id) as readonly number[];
			return {
				id,
				letter: letterOf(i),
				name,
				from,
				to,
				...(own ? { own: own[id] ?? shared } : {})
			};
		})
	);
	const owning = $derived.by(() => {
		const { id } = dial;
		if (!isOwnDial(id)) return {};
		const { rack, chosen, set } = turning;
		return {
			onown: (model: string, stops: number[]) => set(setOwn(rack, id, chosen, model, stops)),
			ondrop: (index: number) => set(dropPlace(rack, id, index)),
			onshare: (shared: boolean) => set(shared ? shareStops(rack, id) : giveOwn(rack, id, chosen))
		};
	});
</script>

<ScaleDial
	{dial}
	stops={[...turning.stopsOf(dial.id)] as number[]}
	min={ranges.length ? Math.min(min, ...ranges.map((one) => one.min)) : min}
	max={ranges.length ? Math.max(...ranges.map((one) => one.max)) : max}
	{least}
	step={nudge}
	{tick}
	{label}
	{lanes}
	{ends}
	onchange={(stops) => turning.put(dial.id, stops)}
	{...owning}
/>

<script lang="ts">
	import { partsOf, together, type Control } from '$lib/core/dials';
	import { croppedSays } from '$lib/core/frame';
	import { pictureHead } from '$lib/core/picture';
	import * as store from '$lib/store';
	import { chooseFile, live, pictureUrls } from '$lib/ui/shared';
	import ChoiceDial from './ChoiceDial.svelte';
	import { keepFile } from './keep-file';
	import { useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const stops = $derived(turning.stopsOf(dial.id) as readonly string[]);

	const kept = live(() => store.starts, []);
	const urls = pictureUrls(() => kept.current);
	let told = $state<string | null>(null);

	const { none } = $derived(dial.control as Extract<Control, { kind: 'pictures' }>);
	const nameOf = (id: string) =>
		kept.current.find((one) => one.id === id)?.name ??
		`picture ${id.slice(0, 6)}, not here any more`;
	/** Stops of several pictures that come along together. */
	const joined = $derived(stops.filter((stop) => partsOf(stop).length > 1));
	const single = $derived(stops.filter((stop) => partsOf(stop).length === 1));
	/** Whether several may come along together: one begins from one alone. */
	const joins = $derived(dial.id !== 'start');
	const lost = $derived(single.filter((id) => !kept.current.some((one) => one.id === id)));

	const options = $derived([
		{ key: dial.rest as string, says: none },
		...joined.map((key) => {
			const says = partsOf(key).map(nameOf).join(' and ');
			return { key, says, title: says, image: urls.of(partsOf(key)[0]) };
		}),
		...lost.map((key) => ({ key, says: nameOf(key) })),
		...kept.current.map(({ id, name }) => ({
			key: id,
			says: name,
			title: name,
			image: urls.of(id)
		}))
	]);

	/** What is cut off pictures that are stops, since the frame has another ratio. */
	let sizes = $state.raw<ReadonlyMap<string, { width: number; height: number }>>(new Map());
	$effect(() => {
		for (const { id, thumbnail } of kept.current)
			if (stops.some((stop) => partsOf(stop).includes(id)) && !sizes.has(id))
				void thumbnail.arrayBuffer().then((bytes) => {
					const { width, height } = pictureHead(new Uint8Array(bytes));
					sizes = new Map(sizes).set(id, { width, height });
				});
	});
	const cropped = $derived(
		stops.flatMap(partsOf).flatMap((id) => {
			const size = sizes.get(id);
			const says = size && croppedSays(size, turning.rack.frame);
			return says ? [{ id, says: `${nameOf(id)}: ${says}` }] : [];
		})
	);

	async function choose() {
		const file = await chooseFile('image/png,image/jpeg,image/webp');
		if (!file) return;
		const kept = await keepFile(file);
		told = 'problem' in kept ? kept.problem : (kept.says ?? null);
		if ('id' in kept) turning.put(dial.id, [...stops, kept.id]);
	}
</script>

<ChoiceDial
	{dial}
	stops={[...stops]}
	{options}
	onchange={(next) => turning.put(dial.id, next)}
	open
>
	<button class="ask" onclick={choose}>choose a picture …</button>
	{#if joins && single.length > 1}
		<button
			class="choose"
			title="One stop of which all lend at once"
			onclick={() => turning.put(dial.id, [...joined, together(single)])}
			>use these {single.length} together</button
		>
	{/if}
	{#each cropped as { id, says } (id)}<p class="quiet">{says}</p>{/each}
	{#if told}<p role="alert">{told}</p>{/if}
</ChoiceDial>

<style>
	p {
		margin-top: 4px;
		font-size: 12px;
	}

	[role='alert'] {
		color: var(--point);
	}
</style>

<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { DialId } from '$lib/core/dials';
	import { useWork } from '$lib/ui/shared';
	import AddDial from './AddDial.svelte';
	import { controls } from './controls';
	import { extraDials, shownDials } from './extras';

	const work = useWork();
	/** Extras that were asked for, kept in the address. */
	const asked = $derived((page.url.searchParams.get('more') ?? '').split('.'));
	const shown = $derived(shownDials(work.brief!, asked));
	const left = $derived(
		extraDials.filter(({ id, extra }) => !extra.brought && !shown.some((dial) => dial.id === id))
	);

	function add(id: DialId) {
		const url = new URL(page.url);
		url.searchParams.set('more', [...asked.filter(Boolean), id].join('.'));
		void goto(url, { replaceState: true, keepFocus: true, noScroll: true });
	}
</script>

<div class="rack" role="group" aria-label="Dials">
	{#each shown as dial (dial.id)}
		{@const Turned = controls[dial.control.kind]}
		{#if Turned}<Turned {dial} />{/if}
	{/each}
	<AddDial left={left.map(({ id, extra }) => ({ id, label: extra.label }))} onadd={add} />
</div>

<style>
	.rack {
		display: flex;
		min-width: 0;
		padding: 14px 0 10px 20px;
		overflow: auto;
	}
</style>

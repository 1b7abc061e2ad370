<script lang="ts">
	import type { MarkKind } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { live } from '$lib/ui/shared';
	import { choice } from './choice.svelte';
	import { chosenSays } from './chosen-says';

	/** Names what is chosen, in sight or not, and acts on all of it. Keys act on the take in focus alone. */
	interface Props {
		/** Briefs that are looked at; none for all. */
		here?: readonly string[];
		onmark: (kind: MarkKind) => void;
		/** More that is done with what is chosen, in the order in which it stands. */
		more?: readonly { says: string; run: () => void }[];
	}

	let { here = [], onmark, more = [] }: Props = $props();

	const briefs = live(() => store.briefs, []);
	const nameOf = (id: string) =>
		briefs.current.find((one) => one.id === id)?.name ?? 'another brief';
	const says = $derived(chosenSays(choice.takes, new Set(here), nameOf));
	const marks = [
		['keep', 'Keep all'],
		['maybe', 'Maybe all'],
		['drop', 'Drop all']
	] as const;
</script>

<span class="strip" role="group" aria-label="Act on what is chosen">
	<span class="says" title={says}>{says}</span>
	{#each marks as [kind, label] (kind)}
		<button class="act" onclick={() => onmark(kind)}>{label}</button>
	{/each}
	{#each more as { says: label, run } (label)}
		<button class="act" onclick={run}>{label}</button>
	{/each}
	<button class="act" onclick={() => (choice.ids = new Set())}>Choose none</button>
</span>

<style>
	.strip {
		display: flex;
		flex: 1 1 auto;
		flex-wrap: wrap;
		gap: 4px 8px;
		align-items: center;
		min-width: 0;
		white-space: nowrap;
	}

	.says {
		flex: 0 1 auto;
		min-width: 72px;
		overflow: hidden;
		font-weight: 600;
		text-overflow: ellipsis;
	}

	.act {
		flex: none;
		padding-inline: 8px;
	}
</style>

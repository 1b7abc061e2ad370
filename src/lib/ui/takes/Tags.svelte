<script lang="ts">
	import type { Take } from '$lib/core/schema';
	import { Tag } from 'carbon-components-svelte';
	import * as store from '$lib/store';
	import { live } from '$lib/ui/shared';
	import { tagTakes, tidyTag } from './tags';

	/** Tags of the artist's own on a take, or on several. */
	interface Props {
		/** The takes that a new tag is for. */
		takes: readonly Pick<Take, 'id' | 'briefId'>[];
		/** The take whose tags are shown, and they. */
		of: Pick<Take, 'id' | 'briefId'>;
		tags: readonly string[];
	}

	let { takes, of, tags }: Props = $props();

	const known = live(() => store.tags, []);
	const list = $props.id();
	let typed = $state('');

	function add(event: Event) {
		event.preventDefault();
		const tag = tidyTag(typed);
		typed = '';
		if (tag) void tagTakes(takes, tag);
	}
</script>

<form class="tags" onsubmit={add}>
	{#each tags as tag (tag)}
		<Tag
			filter
			size="sm"
			type="outline"
			title="Take the tag “{tag}” away"
			on:close={() => void tagTakes([of], tag)}>{tag}</Tag
		>
	{/each}
	<input
		aria-label="A tag of your own"
		placeholder={takes.length > 1 ? `tag ${takes.length} takes` : 'tag it'}
		maxlength="40"
		{list}
		bind:value={typed}
	/>
	<datalist id={list}>
		{#each known.current as tag (tag)}<option value={tag}></option>{/each}
	</datalist>
</form>

<style>
	.tags {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
		align-items: center;
	}

	.tags :global(.bx--tag) {
		margin: 0;
	}

	input {
		flex: 1 1 72px;
		min-width: 72px;
		height: 24px;
		padding: 0 4px;
		border: 0;
		border-bottom: 1px solid var(--rule);
		background: none;
		color: var(--ink);
		font: 13px var(--sans);
	}
</style>

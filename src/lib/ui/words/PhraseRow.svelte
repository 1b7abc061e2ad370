<script lang="ts">
	import Close from 'carbon-icons-svelte/lib/Close.svelte';
	import Draggable from 'carbon-icons-svelte/lib/Draggable.svelte';
	import { tick } from 'svelte';
	import { dragHandle } from 'svelte-dnd-action';
	import type { Phrase } from '$lib/core/schema';
	import { changePhrase, dropPhrase, facetLabels, facets, movePhrase } from '$lib/core/wording';
	import { Choice, whenNear } from '$lib/ui/shared';
	import { useDesk } from './desk.svelte';

	const facetItems = facets.map((facet) => ({ value: facet, text: facetLabels[facet] }));

	let { phrase }: { phrase: Phrase } = $props();

	const desk = useDesk();
	let opened = $state(false);
	let next = $state('');
	/** Lists are made where they can be seen: of thousands of phrases, few. */
	let near = $state(false);
	const varied = $derived(!phrase.off && phrase.instead.length > 0);
	const clash = $derived(desk.clashes.find(({ wanted }) => wanted === phrase.text));
	const repeated = $derived(!phrase.off && desk.repeated.includes(phrase.text));

	const change = (to: Partial<Omit<Phrase, 'id'>>) =>
		desk.restack((stack) => changePhrase(stack, phrase.id, to));

	async function move(event: KeyboardEvent) {
		if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
		event.preventDefault();
		const at = event.target as HTMLElement;
		desk.restack((stack) => movePhrase(stack, phrase.id, event.key === 'ArrowUp' ? -1 : 1));
		await tick();
		at.focus();
	}

	function put() {
		const text = next.trim();
		if (text && text !== phrase.text && !phrase.instead.includes(text))
			change({ instead: [...phrase.instead, text] });
		next = '';
	}
</script>

<!-- Alt and an arrow key move the phrase, from whichever of its parts has the focus. -->
<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
	class="row"
	class:off={phrase.off}
	class:varied
	onkeydown={move}
	{@attach whenNear(() => (near = true))}
>
	<span class="grip" use:dragHandle aria-label="Move “{phrase.text}”: drag, or Alt and an arrow key"
		><Draggable /></span
	>
	<span class="facet">
		{#if near}
			<Choice
				label="Facet of “{phrase.text}”"
				value={phrase.facet}
				items={facetItems}
				onchange={(facet) => facet && change({ facet, placed: true })}
				most={104}
			/>
		{:else}
			{facetLabels[phrase.facet]}
		{/if}
	</span>
	<input
		class="text"
		aria-label="{facetLabels[phrase.facet]} phrase"
		dir="auto"
		value={phrase.text}
		onchange={(e) => change({ text: e.currentTarget.value.trim() })}
	/>
	<button
		class="vary"
		aria-expanded={opened}
		aria-label="{varied
			? `${phrase.instead.length + 1} stops`
			: 'vary'}: alternatives to “{phrase.text}”"
		title="Alternatives: each is a stop on the wording dial"
		onclick={() => (opened = !opened)}
		>{varied ? `${phrase.instead.length + 1} stops` : 'vary'}</button
	>
	<button
		class="switch"
		role="switch"
		aria-checked={!phrase.off}
		aria-label="“{phrase.text}” is sent"
		onclick={() => change({ off: !phrase.off })}>{phrase.off ? 'off' : 'on'}</button
	>
	<button
		class="plain drop"
		aria-label="Take “{phrase.text}” away"
		onclick={() => desk.restack((stack) => dropPhrase(stack, phrase.id))}><Close /></button
	>
</div>
{#if clash}
	<p class="says">
		Left out as “{clash.leftOut}” below.
		<button class="plain link" onclick={() => change({ off: true })}>Switch this off</button>
	</p>
{:else if repeated}
	<p class="says">
		Said before.
		<button class="plain link" onclick={() => desk.restack((stack) => dropPhrase(stack, phrase.id))}
			>Take it away</button
		>
	</p>
{/if}
{#if opened || varied}
	<div class="instead">
		{#each phrase.instead as text (text)}
			<span class="stop"
				>{text}<button
					class="plain"
					aria-label="Take the alternative “{text}” away"
					onclick={() => change({ instead: phrase.instead.filter((other) => other !== text) })}
					><Close size={16} /></button
				></span
			>
		{/each}
		{#if opened}
			<input
				aria-label="Another phrase instead of “{phrase.text}”"
				placeholder="or instead …"
				dir="auto"
				bind:value={next}
				onchange={put}
				onkeydown={(e) => e.key === 'Enter' && put()}
			/>
		{/if}
	</div>
{/if}

<style>
	.row {
		display: grid;
		grid-template-columns: 20px 74px minmax(0, 1fr) auto 38px 24px;
		gap: 4px;
		align-items: center;
		height: 34px;
	}

	.grip {
		display: grid;
		place-items: center;
		height: 100%;
		color: var(--ink-3);
		cursor: grab;
	}

	.facet :global(.bx--select-input) {
		width: 74px;
		padding: 0 !important;
		border: 0;
		color: var(--ink-3) !important;
		font-size: 12px;
	}

	.facet :global(.bx--select__arrow) {
		display: none;
	}

	.text {
		height: 26px;
		padding: 0 4px;
		border: 0;
		background: none;
		color: var(--ink);
		font: 14px var(--sans);
	}

	.text:hover,
	.text:focus {
		background: var(--field);
	}

	.off .text {
		color: var(--ink-3);
		text-decoration: line-through;
	}

	.vary,
	.switch {
		height: 24px;
		padding: 0 7px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink-2);
		font: 12px var(--sans);
		cursor: pointer;
	}

	.varied .vary {
		border-color: var(--varied);
		background: var(--varied-wash);
		color: var(--varied);
		font-weight: 600;
	}

	.switch[aria-checked='false'] {
		border-style: dashed;
		color: var(--ink-3);
	}

	.drop {
		display: grid;
		place-items: center;
		height: 24px;
		color: var(--ink-3);
	}

	.says {
		padding: 0 0 6px 98px;
		color: var(--point);
		font-size: 12px;
	}

	.link {
		text-decoration: underline;
	}

	.instead {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
		align-items: center;
		padding: 0 4px 7px 98px;
	}

	.stop {
		display: inline-flex;
		gap: 2px;
		align-items: center;
		height: 24px;
		padding: 0 2px 0 8px;
		border-left: 4px solid var(--varied);
		background: var(--varied-wash);
		font-size: 13px;
	}

	.instead input {
		width: 150px;
		height: 24px;
		padding: 0 6px;
		border: 1px dashed var(--rule-strong);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
	}
</style>

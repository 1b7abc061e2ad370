<script lang="ts">
	import { ownWords, wordingStops } from '$lib/core/wording';
	import DialHead from './DialHead.svelte';
	import { useTurning, type ControlProps } from './turning.svelte';

	let { dial }: ControlProps = $props();

	const turning = useTurning();
	const wordings = $derived(wordingStops(turning.brief.words));
	const own = $derived(ownWords(wordings));
</script>

<section aria-label={dial.label}>
	<DialHead {dial} count={wordings.length} />
	<ol>
		{#each wordings as text, i (text)}
			<li title={text}>
				<span>{(wordings.length > 1 ? own[i] : text) || 'as it stands'}</span>
			</li>
		{/each}
	</ol>
	<a href="/brief/{turning.brief.id}/words">Write others under Words</a>
</section>

<style>
	section {
		flex: none;
		width: 176px;
		margin-left: 14px;
		padding-right: 14px;
		border-right: 1px solid var(--rule);
		font-size: 13px;
	}

	a {
		color: var(--varied);
		font-size: 12px;
	}

	li {
		margin-bottom: 6px;
		padding: 6px 10px;
		border: 1px solid var(--ink);
		background: var(--field);
	}

	li span {
		display: -webkit-box;
		overflow: hidden;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
	}
</style>

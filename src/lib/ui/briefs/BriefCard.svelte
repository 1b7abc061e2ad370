<script lang="ts">
	import { OverflowMenu, OverflowMenuItem } from 'carbon-components-svelte';
	import type { BriefSummary } from '$lib/store';
	import { credits, many, TakePicture } from '$lib/ui/shared';

	interface Props {
		summary: BriefSummary;
		onchange: () => void;
		onexport: () => void;
		ondelete: () => void;
	}

	let { summary, onchange, onexport, ondelete }: Props = $props();

	const brief = $derived(summary.brief);
	const href = $derived(`/brief/${brief.id}/${summary.takes ? 'sheet' : 'words'}`);
</script>

<article>
	<a class="strip" {href} tabindex="-1" aria-hidden="true">
		{#each summary.strip as takeId (takeId)}
			<span class="shot"><TakePicture {takeId} alt="" /></span>
		{:else}
			<span class="none">no takes yet</span>
		{/each}
	</a>
	<div class="text">
		<div>
			<h2>
				<a {href}>{brief.name}</a>
				{#if summary.fresh}<span class="fresh">{summary.fresh} new</span>{/if}
			</h2>
			<p class="quiet">{brief.purpose || brief.prompt || 'Nothing written yet'}</p>
		</div>
		<OverflowMenu flipped size="sm" aria-label="More for {brief.name}" iconDescription="More">
			<OverflowMenuItem text="Name and allowance" on:click={onchange} />
			<OverflowMenuItem text="Export archive" on:click={onexport} />
			<OverflowMenuItem danger text="Delete" on:click={ondelete} />
		</OverflowMenu>
	</div>
	<p class="counts num">
		{many(summary.takes, 'take')} · {summary.marks.keep} kept · {summary.marks.maybe} maybe · {many(
			summary.picks,
			'pick'
		)}
		<span>
			{credits(summary.spent)}{brief.allowance === null ? '' : ` of ${brief.allowance}`} credits
		</span>
	</p>
</article>

<style>
	.fresh {
		margin-left: 8px;
		padding: 1px 7px;
		background: var(--varied);
		color: var(--paper);
		font-size: 12px;
		font-weight: 600;
	}

	article {
		border: 1px solid var(--rule);
		background: var(--panel);
	}

	.strip {
		text-decoration: none;
		display: grid;
		grid-template-columns: repeat(6, 1fr);
		gap: 3px;
		height: 96px;
		padding: 3px;
		overflow: hidden;
		background: var(--mat-1);
	}

	.shot {
		overflow: hidden;
	}

	.shot :global(img) {
		object-fit: cover;
	}

	.none {
		grid-column: 1 / -1;
		place-self: center;
		color: #1a1a1a;
		font-size: 13px;
	}

	.text {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 12px 8px 4px 14px;
	}

	.text p {
		display: -webkit-box;
		overflow: hidden;
		font-size: 13px;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
	}

	h2 a {
		color: inherit;
		text-decoration: none;
	}

	h2 a:hover {
		text-decoration: underline;
	}

	.counts {
		display: flex;
		justify-content: space-between;
		padding: 6px 14px 12px;
		color: var(--ink-2);
		font-size: 12px;
	}
</style>

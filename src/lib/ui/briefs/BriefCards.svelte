<script lang="ts">
	import type { Brief } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { briefForm, Dialog, Later } from '$lib/ui/shared';
	import BriefCard from './BriefCard.svelte';

	interface Props {
		briefs: readonly store.BriefSummary[];
		onexport: (brief: Brief) => void;
	}

	let { briefs, onexport }: Props = $props();

	let changing = $state.raw<Brief | null>(null);
	let deleting = $state<Brief | null>(null);
</script>

<div class="cards">
	{#each briefs as summary (summary.brief.id)}
		<BriefCard
			{summary}
			onchange={() => (changing = summary.brief)}
			onexport={() => onexport(summary.brief)}
			ondelete={() => (deleting = summary.brief)}
		/>
	{/each}
</div>

{#if changing}<Later
		load={briefForm}
		given={{ brief: changing, onclose: () => (changing = null) }}
	/>{/if}

<Dialog
	danger
	size="sm"
	open={deleting !== null}
	heading="Delete “{deleting?.name}”?"
	primary="Delete"
	secondary="Keep it"
	onclose={() => (deleting = null)}
	onsubmit={() => {
		if (deleting) void store.deleteBrief(deleting.id);
		deleting = null;
	}}
>
	<p>
		Its takes, marks and picks go with it; what was spent stays in the books. Export it first if you
		may want it again.
	</p>
</Dialog>

<style>
	.cards {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(480px, 1fr));
		gap: 16px;
	}
</style>

<script lang="ts">
	import { openJudged, session, useWork } from '$lib/ui/shared';
	import Sitting from './Sitting.svelte';
	import Start from './Start.svelte';

	const work = useWork();
	const judged = openJudged(work);
	/** Whether the start is shown again although a sitting is there. */
	let anew = $state(false);
	const narrowing = $derived(work.brief!.narrowing);
</script>

{#if !judged.ready || !session.cards.length}
	<p class="waiting" role="status">
		{session.cards.length ? '' : 'Waiting for the render service …'}
	</p>
{:else if narrowing && !anew}
	{#key narrowing.begunAt}<Sitting {judged} onanew={() => (anew = true)} />{/key}
{:else}
	<Start {judged} current={narrowing ?? null} onbegin={() => (anew = false)} />
{/if}

<style>
	.waiting {
		padding: 40px 28px;
	}
</style>

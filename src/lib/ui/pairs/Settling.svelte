<script lang="ts">
	import type { PairsKnown } from '$lib/core/judge';

	/** How far each dial is decided. No stop is named. */
	let { known }: { known: PairsKnown } = $props();
</script>

<div class="settling" role="group" aria-label="How far the answer is decided">
	{#each known.dials as { id, label, settled } (id)}
		<span class="dial">
			{label.toLowerCase()}
			<span
				class="bar"
				role="progressbar"
				aria-label="{label}, decided"
				aria-valuemin="0"
				aria-valuemax="100"
				aria-valuenow={Math.round(settled * 100)}><i style:width="{settled * 100}%"></i></span
			>
		</span>
	{/each}
</div>

<style>
	.settling {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 16px;
		min-width: 0;
	}

	.dial {
		display: flex;
		gap: 7px;
		align-items: center;
		white-space: nowrap;
	}

	.bar {
		display: block;
		width: 56px;
		height: 8px;
		background: var(--rule);
	}

	i {
		display: block;
		height: 100%;
		background: var(--varied);
	}
</style>

<script lang="ts">
	import type { DialId } from '$lib/core/dials';

	let {
		left,
		onadd
	}: { left: readonly { id: DialId; label: string }[]; onadd: (id: DialId) => void } = $props();

	let open = $state(false);
</script>

{#if left.length}
	<section aria-label="Add a dial">
		<button class="more" aria-expanded={open} onclick={() => (open = !open)}>add a dial</button>
		{#if open}
			<div>
				{#each left as { id, label } (id)}
					<button
						onclick={() => {
							open = false;
							onadd(id);
						}}>{label}</button
					>
				{/each}
			</div>
		{/if}
	</section>
{/if}

<style>
	section {
		display: flex;
		flex: none;
		gap: 10px;
		align-items: flex-start;
		margin-left: 14px;
		padding-right: 14px;
	}

	button {
		display: block;
		border: 1px dashed var(--rule-strong);
		background: none;
		color: var(--ink-2);
		font: 13px/1.2 var(--sans);
		text-align: left;
		cursor: pointer;
	}

	button:hover {
		border-style: solid;
		color: var(--ink);
	}

	.more {
		width: 32px;
		height: 150px;
		padding: 10px 6px;
		writing-mode: vertical-rl;
	}

	div button {
		width: 172px;
		min-height: 34px;
		margin-bottom: 6px;
		padding: 4px 8px;
	}
</style>

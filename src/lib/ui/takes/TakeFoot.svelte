<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { MarkKind } from '$lib/core/schema';

	interface Props {
		mark?: MarkKind | null;
		/** Whether the take was made since its brief was last looked at. */
		fresh?: boolean;
		starred?: boolean;
		/** How many faults were noted. */
		faults?: number;
		/** Whether there is no room for words: then bars stand for them. */
		bare?: boolean;
		/** How much of it is made, 0 to 1, while it is. */
		made?: number;
		/** What else is said where there is room for words. */
		children?: Snippet;
	}

	let {
		mark = null,
		fresh = false,
		starred = false,
		faults = 0,
		bare = false,
		made,
		children
	}: Props = $props();
</script>

<!-- What is said of a take stands below its picture, never on it. The take's own name has all of it in words. -->
<span class="foot {mark ?? ''}" class:bare aria-hidden="true">
	{#if mark}<span class="mark"></span>{/if}
	{#if !bare && mark}<span data-says={mark}></span>{/if}
	{#if starred}<span class="star" data-says="★"></span>{/if}
	{#if faults}<span class="faults num" data-says="{faults}×"></span>{/if}
	{#if fresh}<span class="fresh" data-says="new"></span>{/if}
	{#if !bare}{@render children?.()}{/if}
	{#if made !== undefined}<span class="made" style:width="{made * 100}%"></span>{/if}
</span>

<style>
	/* The words are drawn, not written: what is read out is the name, in which they stand in order. */
	.foot:not(.bare) [data-says]::after {
		content: attr(data-says);
	}

	.foot {
		position: absolute;
		right: 0;
		bottom: 0;
		left: 0;
		display: flex;
		gap: 5px;
		align-items: center;
		height: var(--foot);
		overflow: hidden;
		font-size: 11px;
		line-height: var(--foot);
		white-space: nowrap;
	}

	/* Full is kept, half is maybe, empty is dropped. */
	.mark {
		flex: none;
		width: 9px;
		height: 9px;
		border: 1.5px solid currentcolor;
	}

	.keep .mark {
		background: currentcolor;
	}

	.maybe .mark {
		background: linear-gradient(135deg, currentcolor 50%, transparent 50%);
	}

	.keep {
		font-weight: 600;
	}

	.star {
		font-size: 12px;
	}

	.faults {
		padding: 0 4px;
		background: #fff;
		color: #8c1d10;
		font-weight: 600;
	}

	.fresh {
		padding: 0 5px;
		background: var(--varied);
		color: var(--paper);
		font-weight: 600;
	}

	.bare {
		gap: 2px;
		padding-top: 1px;
	}

	.bare > * {
		flex: none;
		width: 20%;
		height: 4px;
		padding: 0;
	}

	.foot > .made {
		position: absolute;
		bottom: 0;
		left: 0;
		height: 3px;
		background: #ff8a5c;
	}

	.bare > .mark {
		width: 45%;
		height: 4px;
		border-width: 1px;
	}

	.bare > .star {
		background: #d9a400;
	}

	.bare > .faults {
		background: #c4301d;
	}
</style>

<script lang="ts">
	import type { MarkKind } from '$lib/core/schema';
	import { TakePicture } from '$lib/ui/shared';

	interface Props {
		id: string;
		mark: MarkKind | null;
		starred: boolean;
		focused: boolean;
		chosen: boolean;
		large: boolean;
		onpress: (event: MouseEvent) => void;
		onopen: () => void;
	}

	let { id, mark, starred, focused, chosen, large, onpress, onopen }: Props = $props();
</script>

<button
	class="take {mark ?? ''}"
	class:focused
	class:chosen
	data-take={id}
	aria-label="Take{mark ? `, ${mark}` : ''}{starred ? ', starred' : ''}"
	aria-pressed={chosen}
	tabindex={focused ? 0 : -1}
	onclick={onpress}
	ondblclick={onopen}
>
	<TakePicture takeId={id} alt="" {large} lazy={false} />
	{#if starred}<span class="star" aria-hidden="true">★</span>{/if}
</button>

<style>
	.take {
		position: relative;
		display: block;
		width: 100%;
		height: 100%;
		padding: 0;
		overflow: hidden;
		border: 0;
		background: rgb(0 0 0 / 8%);
		color: inherit;
		cursor: pointer;
	}

	.drop :global(img) {
		filter: grayscale(1) contrast(0.6) brightness(1.15);
	}

	.focused {
		outline: 3px solid var(--point) !important;
		outline-offset: 0;
	}

	.chosen {
		box-shadow: 0 0 0 3px var(--varied);
	}

	.chosen::before {
		position: absolute;
		z-index: 1;
		bottom: 0;
		left: 0;
		width: 22px;
		height: 22px;
		background: var(--varied);
		color: #fff;
		content: '\2713';
		font-size: 14px;
		line-height: 22px;
	}

	.star {
		position: absolute;
		top: 0;
		right: 0;
		width: 20px;
		background: #fff;
		color: #1a1a1a;
		font-size: 13px;
		line-height: 20px;
	}
</style>

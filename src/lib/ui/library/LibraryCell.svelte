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

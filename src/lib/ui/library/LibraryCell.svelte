<script lang="ts">
	import type { MarkKind } from '$lib/core/schema';
	import { TakePicture } from '$lib/ui/shared';
	import { TakeFoot } from '$lib/ui/takes';

	interface Props {
		id: string;
		mark: MarkKind | null;
		starred: boolean;
		focused: boolean;
		chosen: boolean;
		large: boolean;
		/** Whether there is no room for words below the picture. */
		bare: boolean;
		onpress: (event: MouseEvent) => void;
		onopen: () => void;
	}

	let { id, mark, starred, focused, chosen, large, bare, onpress, onopen }: Props = $props();
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
	<TakeFoot {mark} {starred} {bare} />
</button>

<script lang="ts">
	import type { Snippet } from 'svelte';

	/** Room over the picture on the mat: what is drawn there lies on the picture itself. */
	interface Props {
		/** The picture's ratio, width over height. */
		ratio: number;
		children: Snippet<[box: { width: number; height: number }]>;
	}

	let { ratio, children }: Props = $props();

	/** Nothing lies there before it is known: what is drawn in no room is lost. */
	let room = $state.raw<{ width: number; height: number } | null>(null);
	/** The picture lies in the middle of its room. */
	const box = $derived.by(() => {
		if (!room) return null;
		const width = Math.min(room.width, room.height * ratio);
		return { width, height: width / ratio };
	});
</script>

<div class="room" bind:contentRect={() => undefined, (rect) => rect && (room = rect)}>
	{#if box}
		<div class="sheet" style:width="{box.width}px" style:height="{box.height}px">
			{@render children(box)}
		</div>
	{/if}
</div>

<style>
	.room {
		position: absolute;
		inset: 10px 10px 28px;
		display: grid;
		place-items: center;
	}

	.sheet {
		position: relative;
		overflow: hidden;
	}
</style>

<script lang="ts" generics="Item extends WallItem">
	import type { Snippet } from 'svelte';
	import type { MatLayout, Sides, WallItem, WallLine } from '$lib/core/sheet';
	import { WallWindow } from './wall-window.svelte';

	/** Pictures in rows at their own ratios, of which only those near what is in sight are there. */
	interface Props {
		label: string;
		lines: readonly WallLine<Item>[];
		layout: MatLayout;
		focus: string | null;
		/** Which mat lies behind the pictures, from dark, 0, to paper, 3. */
		mat: number;
		/** Whether all of it is to be there, as on paper. */
		whole?: boolean;
		onroom: (room: Sides) => void;
		/** Told how much taller rows are to be than fitting, in steps of a quarter. */
		onzoom: (steps: number) => void;
		cell: Snippet<[Item]>;
		onpointermove?: (event: PointerEvent) => void;
	}

	let {
		label,
		lines,
		layout,
		focus,
		mat,
		whole = false,
		onroom,
		onzoom,
		cell,
		onpointermove
	}: Props = $props();

	const wall = new WallWindow<Item>({
		lines: () => lines,
		layout: () => layout,
		focus: () => focus,
		whole: () => whole,
		onroom: (room) => onroom(room),
		onzoom: (steps) => onzoom(steps)
	});
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div class="mat mat-{mat}">
	<div class="wall" {onpointermove} {@attach wall.attach}>
		<div class="all" role="group" aria-label={label} style:height="{wall.height}px">
			{#each wall.there as { key, top, height, foot, says, boxes } (key)}
				{#if says}
					<h2 style:top="{top}px" style:height="{height}px">{says}</h2>
				{:else}
					<div class="row" style:top="{top}px" style:height="{height}px" style:--foot="{foot}px">
						{#each boxes as { item, left, width } (item.id)}
							<div class="cell" style:left="{left}px" style:width="{width}px">
								{@render cell(item)}
							</div>
						{/each}
					</div>
				{/if}
			{/each}
		</div>
	</div>
</div>

<style>
	.mat {
		min-width: 0;
		min-height: 0;
		padding: 4px 0 0 8px;
		overflow: hidden;
	}

	.wall {
		height: 100%;
		padding: 4px;
		overflow: hidden auto;
		overflow-anchor: none;
	}

	.all {
		position: relative;
	}

	h2 {
		position: absolute;
		left: 0;
		margin: 0;
		font-size: 13px;
		font-weight: 500;
		line-height: 30px;
		white-space: nowrap;
	}

	.row {
		position: absolute;
		right: 0;
		left: 0;
		contain: layout style;
	}

	.cell {
		position: absolute;
		top: 0;
		height: 100%;
		contain: layout size style;
	}
</style>

<script lang="ts">
	import { stepsAt, zoomOf } from '$lib/core/sheet';
	import type { SheetState } from './state.svelte';

	let { view }: { view: SheetState } = $props();

	const judging = [
		['K', 'keep'],
		['M', 'maybe'],
		['D', 'drop'],
		['F', 'faults'],
		['U R', 'undo, redo']
	];
	const keys = $derived(
		view.open.length
			? [
					...judging,
					...(view.open.length === 2
						? [
								['W', 'wipe'],
								['B', 'blink'],
								['X', 'subtract']
							]
						: []),
					['Esc', 'back']
				]
			: [
					['←↑↓→', 'move'],
					...judging,
					['L', view.loupe ? `loupe ${view.loupeScale * 100}%` : 'loupe'],
					...(view.loupe ? [['+ −', 'its scale']] : [['Space', 'choose']]),
					['C', view.pair.length === 1 ? 'compare with this' : 'compare'],
					['T', 'table'],
					['Enter', view.pair.length > 1 ? `open ${view.pair.length}` : 'open']
				]
	);
	const mats = ['dark', 'middle', 'light', 'paper'];
</script>

<footer>
	{#each keys as [key, says] (key)}
		<span><kbd>{key}</kbd> {says}</span>
	{/each}
	<label class="mats size">
		{#if !view.loupe}<kbd>+ −</kbd>{/if} size
		<input
			type="range"
			min="0"
			max="1"
			step="0.005"
			aria-label="Cell size, from thumbnails to one take"
			value={zoomOf(view.layout)}
			oninput={(e) => view.zoomTo(stepsAt(e.currentTarget.valueAsNumber, view.layout))}
		/>
	</label>
	<span class="mats second" role="group" aria-label="Mat">
		mat
		{#each mats as name, i (name)}
			<button
				class="swatch-{i}"
				aria-label="{name} mat"
				aria-pressed={view.mat === i}
				onclick={() => view.set({ mat: String(i) })}
			></button>
		{/each}
	</span>
</footer>

<style>
	footer {
		display: flex;
		gap: 11px;
		align-items: center;
		height: 40px;
		padding: 0 14px;
		overflow: hidden;
		border-top: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
		white-space: nowrap;
	}

	.mats {
		display: flex;
		gap: 5px;
		align-items: center;
		margin-left: auto;
	}

	.mats button {
		width: 24px;
		height: 24px;
		border: 1px solid var(--rule-strong);
		cursor: pointer;
	}

	.mats button[aria-pressed='true'] {
		outline: 2px solid var(--ink);
		outline-offset: 1px;
	}

	.mats.second {
		margin-left: 0;
	}

	.size input {
		width: 76px;
		accent-color: var(--ink);
	}

	.swatch-0 {
		background: var(--mat-0);
	}

	.swatch-1 {
		background: var(--mat-1);
	}

	.swatch-2 {
		background: var(--mat-2);
	}

	.swatch-3 {
		background: var(--mat-3);
	}
</style>

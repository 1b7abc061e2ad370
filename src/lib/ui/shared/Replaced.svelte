<script lang="ts">
	import { page } from '$app/state';
	import { takesLetters } from './letters';
	import { layers } from './layers.svelte';
	import { session } from './session.svelte';
	import { undo } from './undo.svelte';

	/** Says what was just done, with a button that undoes it. `U` and Ctrl+Z do it, too. */
	interface Props {
		/** Whether U and R act, and what was undone is said: not where the view does that itself. */
		letters?: boolean;
	}

	let { letters = true }: Props = $props();

	const onSheet = $derived(!letters || page.url.pathname.endsWith('/sheet'));

	/** While strokes are drawn, U undoes strokes only: nothing behind them is in sight. */
	const isDrawing = () => document.querySelector('[data-own-undo]') !== null;

	/** Ctrl+Z and Ctrl+Y, or Cmd, undo and redo everywhere but in a text, which has its own undo. */
	function pressWithCtrl(event: KeyboardEvent): boolean {
		if (!(event.ctrlKey || event.metaKey) || event.altKey) return false;
		const key = event.key.toLowerCase();
		if ((key !== 'z' && key !== 'y') || takesLetters(event.target as HTMLElement)) return false;
		event.preventDefault();
		void (key === 'y' || event.shiftKey ? undo.again() : undo.back());
		return true;
	}

	function press(event: KeyboardEvent) {
		if (layers.any || isDrawing() || pressWithCtrl(event)) return;
		if (event.ctrlKey || event.metaKey || event.altKey || onSheet) return;
		if (!session.letters || takesLetters(event.target as HTMLElement)) return;
		const key = event.key.toLowerCase();
		if (key === 'u') void undo.back();
		else if (key === 'r') void undo.again();
		else return;
		event.preventDefault();
	}

	// What was taken back is said for a moment.
	$effect(() => {
		if (!undo.says || onSheet) return;
		const timer = setTimeout(() => (undo.says = null), 3000);
		return () => clearTimeout(timer);
	});
</script>

<svelte:window onkeydown={press} />

{#if undo.replaced}
	<p class="replaced" role="status">
		{undo.replaced.told}
		<button onclick={() => undo.takeBack(undo.replaced!)}>Undo</button>
		<button aria-label="Good, close this" onclick={() => undo.settle()}>good</button>
	</p>
{:else if undo.says && !onSheet}
	<p class="replaced" role="status">{undo.says}</p>
{/if}

<style>
	.replaced {
		position: fixed;
		z-index: 6000;
		top: calc(var(--bar-height) + 6px);
		left: calc(50% + var(--rail-width) / 2);
		display: flex;
		gap: 10px;
		align-items: center;
		max-width: 60vw;
		padding: 7px 8px 7px 14px;
		background: var(--ink);
		color: var(--paper);
		font-size: 13px;
		transform: translateX(-50%);
	}

	button {
		height: 26px;
		padding: 0 10px;
		border: 1px solid var(--paper);
		background: none;
		color: var(--paper);
		font: 13px var(--sans);
		cursor: pointer;
	}

	button + button {
		border-color: transparent;
	}
</style>

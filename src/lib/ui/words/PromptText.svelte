<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { clean } from '$lib/core/wording';
	import { PromptEditor, type Marked } from './editor';

	interface Props {
		value: string;
		marked: Marked[];
		onchange: (text: string) => void;
		/** Gives alternatives to what is selected in the text. */
		onvary: (words: string, from: number) => void;
	}

	let { value, marked, onchange, onvary }: Props = $props();

	let place: HTMLElement;
	let editor = $state.raw<PromptEditor>();
	let cleaned = $state<{ taken: string; putBack: () => void } | null>(null);
	let problem = $state<string | null>(null);

	onMount(() => {
		editor = new PromptEditor(
			place,
			value,
			'Prompt',
			'What is to be seen: subject, place, light, framing, medium. Type or paste.',
			{
				onchange: (text) => {
					problem = null;
					onchange(text);
				},
				oncleaned: ({ taken }, putBack) => (cleaned = { taken, putBack }),
				onproblem: (says) => (problem = says)
			}
		);
		return () => editor?.destroy();
	});

	$effect(() => {
		const text = value;
		untrack(() => editor)?.set(text);
	});
	$effect(() => editor?.mark(marked));

	const untidy = $derived(clean(value).taken);

	function vary() {
		const { text, from } = editor!.selected;
		if (text) onvary(text, from);
		else problem = 'Select a word or a phrase in the text first, then give alternatives to it.';
	}
</script>

<div class="paper" bind:this={place}></div>
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
{#if cleaned}
	<p class="said" role="status">
		Taken out of what was pasted: {cleaned.taken}.
		<button
			class="plain link"
			onclick={() => {
				cleaned?.putBack();
				cleaned = null;
			}}>Put it back</button
		>
		<button class="plain link" onclick={() => (cleaned = null)}>Good</button>
	</p>
{:else if untidy}
	<p class="said">
		The text carries {untidy}.
		<button class="plain link" onclick={() => onchange(clean(value).text)}>Take out</button>
	</p>
{/if}
<p class="acts">
	<button class="plain link" onclick={vary}>Give alternatives to the selected words</button>
</p>

<style>
	.paper {
		border: 1px solid var(--rule-strong);
		background: var(--field);
	}

	.paper:focus-within {
		outline: 2px solid var(--point);
		outline-offset: -1px;
	}

	.paper :global(.cm-editor) {
		height: 178px;
		background: none;
	}

	.paper :global(.cm-editor.cm-focused) {
		outline: none;
	}

	.paper :global(.cm-scroller) {
		font: 17px/1.5 var(--sans);
	}

	.paper :global(.cm-content) {
		padding: 10px 12px;
		caret-color: var(--ink);
	}

	/* Plain wrapping: the editor's own is slow in one long line. */
	.paper :global(.cm-content.cm-lineWrapping) {
		overflow-wrap: break-word;
		word-break: normal;
		white-space: pre-wrap;
	}

	.paper :global(.cm-line) {
		padding: 0;
	}

	.paper :global(.cm-placeholder) {
		color: var(--ink-3);
	}

	.paper :global(.mark-unread) {
		text-decoration: underline dotted 2px var(--point);
		text-underline-offset: 4px;
	}

	.paper :global(.mark-over) {
		color: var(--ink-3);
		text-decoration: line-through;
	}

	.paper :global(.mark-clash) {
		background: color-mix(in srgb, var(--point) 18%, transparent);
	}

	.problem {
		margin-top: 6px;
		color: var(--point);
		font-size: 13px;
	}

	.said {
		margin-top: 6px;
		font-size: 13px;
	}

	.acts {
		margin-top: 6px;
		font-size: 12px;
	}

	.link + .link {
		margin-left: 10px;
	}
</style>

<script lang="ts">
	/** A field for a size as people write it; what cannot be read gets a sentence below it. */
	interface Props {
		label: string;
		/** What may be typed, as an example. */
		example: string;
		/** Takes what was typed; a sentence where it cannot. */
		take: (text: string) => string | null;
	}

	let { label, example, take }: Props = $props();

	let typed = $state('');
	let problem = $state<string | null>(null);

	function done() {
		if (!typed.trim()) return;
		problem = take(typed.trim());
		if (!problem) typed = '';
	}
</script>

<input
	class="num"
	aria-label={label}
	placeholder={example}
	bind:value={typed}
	onkeydown={({ key }) => key === 'Enter' && done()}
	onblur={done}
/>
{#if problem}<p role="alert">{problem}</p>{/if}

<style>
	input {
		width: 100%;
		padding: 6px 8px;
		border: 1px solid var(--rule-strong);
		background: var(--field);
		color: var(--ink);
		font-size: 13px;
	}

	[role='alert'] {
		color: var(--point);
		font-size: 13px;
	}
</style>

<script lang="ts">
	import { TextInput } from 'carbon-components-svelte';
	import { untrack } from 'svelte';
	import { readAmount } from '$lib/core/formats';

	/** A sum that is typed. What can't be read stays in the field, with a sentence that says why. */
	interface Props {
		label: string;
		helper?: string;
		placeholder?: string;
		/** Null for an empty field. */
		value: number | null;
		/** Whether what is typed can be read. */
		valid?: boolean;
		/** Called with every amount that can be read, as it is typed. */
		oninput?: (value: number | null) => void;
		/** Called once the field is left, or Enter is pressed. */
		onchange?: (value: number | null) => void;
	}

	let {
		label,
		helper = '',
		placeholder = '',
		value,
		valid = $bindable(true),
		oninput,
		onchange
	}: Props = $props();

	let text = $state(untrack(() => String(value ?? '')));
	let typing = false;
	// What was changed elsewhere shows, unless something is being typed.
	$effect(() => {
		const next = String(value ?? '');
		if (!typing) text = next;
	});
	const read = $derived(readAmount(text));
	const problem = $derived(typeof read === 'string' ? read : '');
	$effect(() => {
		valid = !problem;
	});

	function type() {
		typing = true;
		const now = readAmount(text);
		if (typeof now !== 'string') oninput?.(now);
	}
	function leave() {
		typing = false;
		const now = readAmount(text);
		if (typeof now !== 'string' && now !== value) onchange?.(now);
	}
</script>

<TextInput
	size="sm"
	inputmode="decimal"
	autocomplete="off"
	labelText={label}
	helperText={helper}
	{placeholder}
	bind:value={text}
	invalid={!!problem}
	invalidText={problem}
	on:input={type}
	on:change={leave}
	on:blur={leave}
/>

<script lang="ts" generics="Value extends string">
	import { Select, SelectItem, SelectItemGroup } from 'carbon-components-svelte';
	import { tick } from 'svelte';

	/** A short list to choose one of, in one line. */
	interface Props {
		label: string;
		value: Value;
		items: readonly { value: Value; text: string; group?: string; disabled?: boolean }[];
		onchange: (value: Value) => void;
		/** What stands before the list, where its label alone would be too long. @default nothing */
		says?: string;
		/** Widest that it becomes, in pixels. */
		most?: number;
	}

	let { label, value, items, onchange, says, most = 220 }: Props = $props();

	/** What is chosen may be an act that leaves the list where it was: then it is shown anew. */
	let shown = $state(0);

	async function choose(next: string | number | undefined) {
		if (next === undefined || next === value) return;
		onchange(next as Value);
		await tick();
		if (next !== value) shown++;
	}

	const groups = $derived([...new Set(items.map(({ group }) => group ?? ''))]);
	const of = (group: string) => items.filter((item) => (item.group ?? '') === group);
</script>

<span class="choice" style:--most="{most}px">
	{#if says}<span class="says" aria-hidden="true">{says}</span>{/if}
	{#key shown}
		<Select
			inline
			size="sm"
			labelText={label}
			hideLabel
			selected={value}
			on:update={({ detail }) => void choose(detail)}
		>
			{#each groups as group (group)}
				{#if group}
					<SelectItemGroup label={group}>
						{#each of(group) as { value: one, text, disabled } (one)}
							<SelectItem value={one} {text} {disabled} />
						{/each}
					</SelectItemGroup>
				{:else}
					{#each of('') as { value: one, text, disabled } (one)}
						<SelectItem value={one} {text} {disabled} />
					{/each}
				{/if}
			{/each}
		</Select>
	{/key}
</span>

<style>
	.choice {
		display: inline-flex;
		flex: none;
		gap: 2px;
		align-items: center;
		min-width: 0;
	}

	.says {
		color: var(--ink-3);
		white-space: nowrap;
	}

	.choice :global(.bx--form-item) {
		flex: none;
		flex-direction: row;
		align-items: center;
	}

	.choice :global(.bx--select--inline) {
		width: auto;
		gap: 0;
	}

	.choice :global(.bx--select-input__wrapper) {
		min-width: 0;
	}

	.choice :global(.bx--select-input) {
		width: auto;
		min-width: 0;
		/* As wide as what is chosen, where the browser can; else as the longest of the list. */
		max-width: var(--most);
		field-sizing: content;
		height: 28px;
		padding: 0 24px 0 6px;
		overflow: hidden;
		background: transparent;
		color: var(--ink);
		text-overflow: ellipsis;
	}

	.choice :global(.bx--select__arrow) {
		right: 5px;
	}
</style>

<script lang="ts">
	import { Select, SelectItem, TextInput } from 'carbon-components-svelte';
	import {
		choicesAmong,
		featureName,
		usualCredits,
		usualSeconds,
		type RosterFilter,
		type RosterOrder
	} from '$lib/core/models';
	import type { ModelCard } from '$lib/core/schema';
	import { credits } from '$lib/ui/shared';

	interface Props {
		cards: readonly ModelCard[];
		filter: RosterFilter;
		order: RosterOrder;
		onask: (change: Record<string, string | null>) => void;
	}

	let { cards, filter, order, onask }: Props = $props();

	const choices = $derived(choicesAmong(cards));
	/** Limits that part the models that there are, each once. */
	const limits = (of: (card: ModelCard) => number) =>
		[...new Set(cards.map((card) => Math.ceil(of(card) * 10) / 10))].sort((a, b) => a - b);
	const fields = $derived([
		{
			name: 'family',
			label: 'Family',
			value: filter.family,
			options: choices.families.map((family) => ({ value: family, text: family }))
		},
		{
			name: 'can',
			label: 'Can do',
			value: filter.feature,
			options: choices.features.map((feature) => ({ value: feature, text: featureName(feature) }))
		},
		{
			name: 'credits',
			label: 'Price, at most',
			value: filter.maxCredits?.toString(),
			options: limits(usualCredits).map((n) => ({
				value: String(n),
				text: `${credits(n)} credits`
			}))
		},
		{
			name: 'seconds',
			label: 'Time, at most',
			value: filter.maxSeconds?.toString(),
			options: limits(usualSeconds).map((n) => ({ value: String(n), text: `${n} s` }))
		}
	]);
	const any = $derived(Object.values(filter).some((value) => value !== undefined));
</script>

<div class="filters">
	<div class="good" role="group" aria-label="Good at">
		<span class="label">Good at</span>
		{#each choices.goodAt as goodAt (goodAt)}
			<button
				aria-pressed={filter.goodAt === goodAt}
				onclick={() => onask({ good: filter.goodAt === goodAt ? null : goodAt })}>{goodAt}</button
			>
		{/each}
	</div>
	<div class="fields">
		<TextInput
			size="sm"
			labelText="Words"
			placeholder="name or manner"
			value={filter.text ?? ''}
			on:input={({ detail }) => onask({ find: String(detail ?? '') })}
		/>
		{#each fields as { name, label, value, options } (name)}
			<Select
				size="sm"
				labelText={label}
				selected={value ?? ''}
				on:update={({ detail }) => onask({ [name]: String(detail) })}
			>
				<SelectItem value="" text="any" />
				{#each options as option (option.value)}<SelectItem {...option} />{/each}
			</Select>
		{/each}
		<Select
			size="sm"
			labelText="Order"
			selected={order}
			on:update={({ detail }) => onask({ order: detail === 'name' ? null : String(detail) })}
		>
			<SelectItem value="name" text="by name" />
			<SelectItem value="price" text="cheapest first" />
			<SelectItem value="speed" text="fastest first" />
		</Select>
		{#if any}
			<button
				class="plain link"
				onclick={() =>
					onask({
						good: null,
						family: null,
						can: null,
						credits: null,
						seconds: null,
						find: null
					})}>show all</button
			>
		{/if}
	</div>
</div>

<style>
	.filters {
		display: grid;
		gap: 10px;
		margin-bottom: 16px;
	}

	.good {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: center;
	}

	.label {
		margin-right: 6px;
		color: var(--ink-3);
		font-size: 12px;
	}

	.good button {
		height: 28px;
		padding: 0 10px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.good button[aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--ink-2);
		color: var(--paper);
	}

	.fields {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
		gap: 10px;
		align-items: end;
	}
</style>

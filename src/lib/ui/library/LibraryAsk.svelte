<script lang="ts">
	import { TextInput } from 'carbon-components-svelte';
	import { rangedFigures } from '$lib/core/library';
	import { measures } from '$lib/core/measure';
	import type { Brief } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { Choice, Dialog, live, session } from '$lib/ui/shared';
	import { allFaults, faultItems } from '$lib/ui/takes';
	import type { LibraryState } from './library.svelte';
	import { spans } from './read-query';

	/** What is asked of the library, as a sentence. */
	interface Props {
		library: LibraryState;
		briefs: readonly Brief[];
	}

	let { library, briefs }: Props = $props();

	const faults = allFaults();
	const kept = live(() => store.searches, []);
	const { query } = $derived(library);
	const set = (name: string) => (value: string) => library.set({ [name]: value || null });
	const modelName = (id: string) => session.card(id)?.name ?? id;

	let naming = $state(false);
	let name = $state('');
	async function keep() {
		const said = name.trim();
		if (!said) return;
		naming = false;
		await store.keepSearch({
			id: crypto.randomUUID(),
			name: said.slice(0, 80),
			asked: library.kept,
			at: Date.now()
		});
		name = '';
	}
	const which = $derived(query.mark ?? query.kind ?? '');
</script>

<div class="sought" role="group" aria-label="What is looked for">
	<input
		type="search"
		aria-label="Words, notes, names"
		placeholder="words, notes, names"
		value={query.words ?? ''}
		oninput={(event) => set('find')(event.currentTarget.value)}
	/>
	<span>takes</span>
	<Choice
		label="Which takes"
		value={which}
		items={[
			{ value: '', text: 'kept or not' },
			{ value: 'wanted', text: 'kept or starred' },
			{ value: 'starred', text: 'starred' },
			{ value: 'keep', text: 'kept' },
			{ value: 'maybe', text: 'maybe' },
			{ value: 'none', text: 'not judged' },
			{ value: 'drop', text: 'dropped' },
			{ value: 'picked', text: 'picked' },
			{ value: 'elsewhere', text: 'from elsewhere' }
		]}
		onchange={(value) => {
			const kind = ['starred', 'picked', 'elsewhere'].includes(value);
			library.set({ mark: kind ? null : value || null, kind: kind ? value : null });
		}}
		most={130}
	/>
	<span>of</span>
	<Choice
		label="Brief"
		value={query.brief ?? ''}
		items={[
			{ value: '', text: 'any brief' },
			...briefs.map(({ id, name }) => ({ value: id, text: name }))
		]}
		onchange={set('of')}
		most={140}
	/>
	<span>by</span>
	<Choice
		label="Model"
		value={query.model ?? ''}
		items={[
			{ value: '', text: 'any model' },
			...(library.telling?.models ?? []).map((id) => ({ value: id, text: modelName(id) }))
		]}
		onchange={set('by')}
		most={130}
	/>
	<span>with</span>
	<Choice
		label="Setting or measure"
		value={query.figure?.id ?? ''}
		items={[
			{ value: '', text: 'any settings' },
			...rangedFigures.map(({ id, label }) => ({
				value: id,
				text: label.toLowerCase(),
				group: 'settings, size and price'
			})),
			...measures.map(({ id, label }) => ({
				value: id,
				text: label.toLowerCase(),
				group: 'measures'
			}))
		]}
		onchange={set('figure')}
		most={120}
	/>
	{#if query.figure}
		{#each ['least', 'most'] as const as end (end)}
			<input
				class="num narrow"
				inputmode="decimal"
				aria-label="At {end}"
				placeholder={end}
				value={query.figure[end] ?? ''}
				onchange={(event) => set(end)(event.currentTarget.value)}
			/>
		{/each}
	{/if}
	<Choice
		label="Shape"
		value={query.shape ?? ''}
		items={[
			{ value: '', text: 'of any shape' },
			{ value: 'square', text: 'square' },
			{ value: 'wide', text: 'wide' },
			{ value: 'tall', text: 'tall' }
		]}
		onchange={set('shape')}
		most={124}
	/>
	<Choice
		label="Fault"
		value={query.fault ?? ''}
		items={faultItems(faults.current)}
		onchange={set('fault')}
		most={130}
	/>
	{#if library.telling?.tags.length || query.tag}
		<Choice
			label="Tag"
			value={query.tag ?? ''}
			items={[
				{ value: '', text: 'tagged or not' },
				...(library.telling?.tags ?? []).map((tag) => ({ value: tag, text: tag }))
			]}
			onchange={set('tag')}
			most={120}
		/>
	{/if}
	<Choice
		label="Made"
		value={library.asked.get('since') ?? ''}
		items={[{ value: '', text: 'at any time' }, ...spans]}
		onchange={set('since')}
		most={120}
	/>
	<label class="colour" class:asked={query.colour}>
		mostly
		<input
			type="color"
			aria-label="Mostly this colour"
			value={query.colour ?? '#808080'}
			onchange={(event) => set('colour')(event.currentTarget.value.slice(1))}
		/>
		{query.colour ?? 'any colour'}
	</label>
	{#if query.colour}
		<button class="plain link" onclick={() => library.set({ colour: null })}>any colour</button>
	{/if}
	{#if query.like}
		<span class="like"
			>that look like one
			<button class="plain link" onclick={() => library.set({ like: null })}>or not</button></span
		>
	{/if}
	{#if !query.colour && !query.like}
		<Choice
			label="In groups"
			value={library.by === 'brief' ? '1' : ''}
			items={[
				{ value: '', text: 'by day' },
				{ value: '1', text: 'by brief' }
			]}
			onchange={set('by-brief')}
			most={90}
		/>
	{/if}
	<span class="right">
		<span role="status" class="num">{library.telling?.found.count ?? 0} found</span>
		{#if library.asks}
			<button class="plain link" onclick={() => library.askFor('')}>all</button>
			<button class="plain link" onclick={() => (naming = true)}>keep this search</button>
		{/if}
		{#if kept.current.length}
			<Choice
				label="Kept searches"
				value={kept.current.find(({ asked }) => asked === library.kept)?.id ?? ''}
				items={[
					{ value: '', text: 'kept searches' },
					...kept.current.map(({ id, name }) => ({ value: id, text: name })),
					...kept.current.map(({ id, name }) => ({
						value: `forget ${id}`,
						text: name,
						group: 'forget'
					}))
				]}
				onchange={(id) => {
					if (id.startsWith('forget ')) return void store.dropSearch(id.slice(7));
					library.askFor(kept.current.find((one) => one.id === id)?.asked ?? '');
				}}
				most={130}
			/>
		{/if}
	</span>
</div>

<Dialog
	open={naming}
	heading="Keep this search"
	size="xs"
	primary="Keep it"
	secondary="Back"
	onclose={() => (naming = false)}
	onsubmit={keep}
>
	<TextInput labelText="Name" maxlength={80} bind:value={name} />
</Dialog>

<style>
	.sought {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 6px;
		align-items: center;
		min-height: 46px;
		padding: 6px 18px;
		border-bottom: 1px solid var(--rule);
		font-size: 14px;
	}

	input[type='search'],
	.narrow {
		height: 30px;
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid var(--rule-strong);
		background: var(--panel);
		color: inherit;
		font: 14px var(--sans);
	}

	input[type='search'] {
		width: 200px;
		margin-right: 6px;
	}

	.narrow {
		width: 56px;
	}

	.colour {
		display: inline-flex;
		gap: 6px;
		align-items: center;
		color: var(--ink-2);
	}

	.colour.asked {
		color: var(--ink);
		font-weight: 600;
	}

	input[type='color'] {
		width: 26px;
		height: 24px;
		padding: 0;
		border: 1px solid var(--rule-strong);
		background: none;
		cursor: pointer;
	}

	.right {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-left: auto;
		font-size: 13px;
	}
</style>

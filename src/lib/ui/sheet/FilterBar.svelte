<script lang="ts">
	import { asks } from '$lib/core/judge';
	import { isDialId } from '$lib/core/dials';
	import { axisOf, labelsOf, stopsAmong } from '$lib/core/sheet';
	import { measures } from '$lib/core/measure';
	import { many } from '$lib/ui/shared';
	import { allFaults } from './faults.svelte';
	import type { Measuring } from './measuring.svelte';
	import type { SheetState } from './state.svelte';
	import TakeOut from './TakeOut.svelte';

	let { view, measuring }: { view: SheetState; measuring: Measuring } = $props();

	const faults = allFaults();
	const { filter, fitting } = $derived(view);
	const set = (name: string, value: string) => view.set({ [name]: value || null });
	const none = {
		mark: null,
		fault: null,
		stop: null,
		find: null,
		by: null,
		least: null,
		most: null,
		only: null
	};
</script>

<div class="bar" role="group" aria-label="Filters">
	<select
		aria-label="Mark"
		value={filter.mark ?? ''}
		onchange={(e) => set('mark', e.currentTarget.value)}
	>
		<option value="">any mark</option>
		<option value="keep">kept</option>
		<option value="maybe">maybe</option>
		<option value="drop">dropped</option>
		<option value="none">not judged</option>
	</select>
	<select
		aria-label="Fault"
		value={filter.fault ?? ''}
		onchange={(e) => set('fault', e.currentTarget.value)}
	>
		<option value="">any faults or none</option>
		<option value="none">no fault</option>
		<option value="any">some fault</option>
		{#each faults.current as { id, label } (id)}<option value={id}>{label}</option>{/each}
	</select>
	<select
		aria-label="Stop"
		value={filter.stop ? `${filter.stop.dial}:${filter.stop.key}` : ''}
		onchange={(e) => set('stop', e.currentTarget.value)}
	>
		<option value="">any stop</option>
		{#each view.varied.filter(isDialId) as dial (dial)}
			{@const stops = stopsAmong(view.takes, dial)}
			{@const named = labelsOf(dial, stops, view.known)}
			<optgroup label={axisOf(dial).label}>
				{#each stops as { key } (key)}
					<option value="{dial}:{key}">{axisOf(dial).label.toLowerCase()} {named.get(key)}</option>
				{/each}
			</optgroup>
		{/each}
	</select>
	<input
		type="search"
		aria-label="Words of its settings or note"
		placeholder="find words"
		value={filter.text ?? ''}
		oninput={(e) => set('find', e.currentTarget.value)}
	/>
	<select
		aria-label="Measure to filter by"
		value={filter.measure?.id ?? ''}
		onchange={(e) => set('by', e.currentTarget.value)}
	>
		<option value="">any measure</option>
		{#each measures as { id, label } (id)}<option value={id}>{label.toLowerCase()}</option>{/each}
	</select>
	{#if filter.measure}
		<input
			class="num narrow"
			inputmode="decimal"
			aria-label="At least"
			placeholder="least"
			value={filter.measure.least ?? ''}
			onchange={(e) => set('least', e.currentTarget.value)}
		/>
		<input
			class="num narrow"
			inputmode="decimal"
			aria-label="At most"
			placeholder="most"
			value={filter.measure.most ?? ''}
			onchange={(e) => set('most', e.currentTarget.value)}
		/>
	{/if}
	<select
		aria-label="Order of rows and columns"
		value={view.order}
		onchange={(e) => set('order', e.currentTarget.value === 'stop' ? '' : e.currentTarget.value)}
	>
		<option value="stop">in order of stops</option>
		<option value="marks">best marks first</option>
		<option value="measure" disabled={!view.measure}>most of the measure first</option>
	</select>
	{#if asks(filter)}
		<span role="status">{fitting.length} of {many(view.among.length, 'take')}</span>
		<label class="only"
			><input
				type="checkbox"
				checked={view.only}
				onchange={(e) => set('only', e.currentTarget.checked ? '1' : '')}
			/>only these</label
		>
		<button
			class="plain link"
			onclick={() => (view.selected = new Set(fitting.map(({ id }) => id)))}>choose</button
		>
		<button
			class="plain link"
			aria-label="Show all"
			title="Ask for nothing: show all"
			onclick={() => view.set(none)}>all</button
		>
	{/if}
	{#if view.selected.size}
		<span role="status">{view.selected.size} chosen</span>
		<button class="plain link" onclick={() => (view.selected = new Set())}>choose none</button>
	{/if}
	<span class="right">
		<button class="act" onclick={() => (view.bringing = true)}>Bring in …</button>
		<TakeOut {view} {measuring} />
		<button
			class="act"
			aria-pressed={view.panel === 'measures'}
			onclick={() => view.set({ panel: view.panel === 'measures' ? null : 'measures' })}
			>Measures</button
		>
	</span>
</div>

<style>
	.bar {
		display: flex;
		gap: 7px;
		align-items: center;
		height: 38px;
		padding: 0 18px;
		overflow-x: auto;
		border-bottom: 1px solid var(--rule);
		font-size: 13px;
		white-space: nowrap;
		scrollbar-width: none;
	}

	select,
	input {
		height: 26px;
		padding: 0 4px;
		border: 1px solid transparent;
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
	}

	select {
		max-width: 112px;
		text-overflow: ellipsis;
	}

	input {
		width: 96px;
		border-bottom-color: var(--rule);
	}

	.only {
		display: flex;
		gap: 5px;
		align-items: center;
	}

	.only input {
		width: auto;
		accent-color: var(--ink);
	}

	.narrow {
		width: 62px;
	}

	select:hover,
	input:hover {
		border-color: var(--rule-strong);
	}

	.right {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-left: auto;
	}

	.act[aria-pressed='true'] {
		border-color: var(--ink);
		font-weight: 600;
	}
</style>

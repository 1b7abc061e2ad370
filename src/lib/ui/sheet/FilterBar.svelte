<script lang="ts">
	import { asks } from '$lib/core/judge';
	import { isDialId } from '$lib/core/dials';
	import { axisOf, labelsOf, stopsAmong } from '$lib/core/sheet';
	import { measures } from '$lib/core/measure';
	import { Checkbox } from 'carbon-components-svelte';
	import { Choice, many, useWork } from '$lib/ui/shared';
	import { allFaults, faultItems, FilesOut } from '$lib/ui/takes';
	import PaperOut from './PaperOut.svelte';
	import type { SheetState } from './state.svelte';

	let { view }: { view: SheetState } = $props();

	const work = useWork();

	const faults = allFaults();
	const { filter } = $derived(view.address);
	const { fitting } = $derived(view);
	const set = (name: string, value: string) => view.address.set({ [name]: value || null });
	const marks = [
		{ value: '', text: 'any mark' },
		{ value: 'keep', text: 'kept' },
		{ value: 'maybe', text: 'maybe' },
		{ value: 'drop', text: 'dropped' },
		{ value: 'none', text: 'not judged' }
	];
	/** The stops of what varies, under the names of their dials. */
	const stops = $derived([
		{ value: '', text: 'any stop' },
		...view.varied.filter(isDialId).flatMap((dial) => {
			const there = stopsAmong(view.takes, dial);
			const named = labelsOf(dial, there, view.known);
			const { label } = axisOf(dial);
			return there.map(({ key }) => ({
				value: `${dial}:${key}`,
				text: `${label.toLowerCase()} ${named.get(key) ?? ''}`,
				group: label
			}));
		})
	]);
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
	<Choice
		label="Mark"
		value={filter.mark ?? ''}
		items={marks}
		onchange={(mark) => set('mark', mark)}
		most={92}
	/>
	<Choice
		label="Fault"
		value={filter.fault ?? ''}
		items={faultItems(faults.current)}
		onchange={(fault) => set('fault', fault)}
		most={130}
	/>
	<Choice
		label="Stop"
		value={filter.stop ? `${filter.stop.dial}:${filter.stop.key}` : ''}
		items={stops}
		onchange={(stop) => set('stop', stop)}
		most={130}
	/>
	<input
		type="search"
		aria-label="Words of its settings or note"
		placeholder="find words"
		value={filter.text ?? ''}
		oninput={(e) => set('find', e.currentTarget.value)}
	/>
	<Choice
		label="Measure to filter by"
		value={filter.measure?.id ?? ''}
		items={[
			{ value: '', text: 'any measure' },
			...measures.map(({ id, label }) => ({ value: id, text: label.toLowerCase() }))
		]}
		onchange={(id) => set('by', id)}
		most={130}
	/>
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
	<Choice
		label={view.onWall ? 'Order of takes' : 'Order of rows and columns'}
		value={!view.onWall && view.address.order === 'made' ? 'stop' : view.address.order}
		items={[
			...(view.onWall
				? ([
						{ value: 'stop', text: 'by run' },
						{ value: 'made', text: 'newest first' }
					] as const)
				: ([{ value: 'stop', text: 'by stops' }] as const)),
			{ value: 'marks', text: 'best marks first' },
			{ value: 'measure', text: 'most of the measure first', disabled: !view.address.measure }
		]}
		onchange={(order) => set('order', order === 'stop' ? '' : order)}
		most={130}
	/>
	{#if asks(filter)}
		<span role="status">{fitting.length} of {many(view.takes.length, 'take')}</span>
		<span class="only">
			<Checkbox
				labelText="only these"
				checked={view.only}
				on:check={({ detail }) => set('only', detail ? '1' : '')}
			/>
		</span>
		<button class="plain link" onclick={() => view.selection.choose(fitting.map(({ id }) => id))}
			>choose</button
		>
		<button
			class="plain link"
			aria-label="Show all"
			title="Ask for nothing: show all"
			onclick={() => view.address.set(none)}>all</button
		>
	{/if}
	<span class="right">
		<button class="act" onclick={() => (view.bringing = true)}>Bring in …</button>
		<FilesOut
			from={view.selection.selected.size ? view.selection.chosen : view.fitting}
			chosen={view.selection.selected.size > 0}
			name={work.brief!.name}
			destinations={work.destinations}
			briefs={view.known.briefs}
			ondeleted={() => view.selection.choose([])}
		>
			{#snippet ways(free, attempt, close)}
				<PaperOut {view} {free} {attempt} onclose={close} />
			{/snippet}
		</FilesOut>
		<button
			class="act"
			aria-pressed={view.address.panel === 'measures'}
			onclick={() =>
				view.address.set({ panel: view.address.panel === 'measures' ? null : 'measures' })}
			>Measures</button
		>
	</span>
</div>

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 5px;
		align-items: center;
		min-height: 38px;
		padding: 3px 18px;
		border-bottom: 1px solid var(--rule);
		font-size: 13px;
		white-space: nowrap;
	}

	input {
		height: 26px;
		padding: 0 4px;
		border: 1px solid transparent;
		background: none;
		color: var(--ink-2);
		font: 13px var(--sans);
	}

	input {
		width: 88px;
		border-bottom-color: var(--rule);
	}

	.only :global(.bx--checkbox-wrapper) {
		margin: 0;
	}

	.narrow {
		width: 50px;
	}

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

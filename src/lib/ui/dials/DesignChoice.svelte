<script lang="ts">
	import { beginDesign, boundsOf, chosenAmong, designs } from '$lib/core/designs';
	import { Checkbox } from 'carbon-components-svelte';
	import { Choice, many } from '$lib/ui/shared';
	import { dialOf } from '$lib/core/dials';

	import type { Design } from '$lib/core/schema';
	import type { PlanDesk } from './plan.svelte';

	let { desk }: { desk: PlanDesk } = $props();

	const design = $derived(desk.design);
	const dials = $derived(chosenAmong(desk.rack));
	const bounds = $derived(boundsOf(desk.rack, design));
	const pairs = $derived(
		dials.flatMap((a, i) => dials.slice(i + 1).map((b): [string, string] => [a, b]))
	);
	const pairKey = ([a, b]: [string, string]) => `${a} ${b}`;
	const label = (id: string) => dialOf(id as 'model').label.toLowerCase();

	const has = (pair: [string, string]) =>
		'pairs' in design && design.pairs.some((other) => pairKey(other) === pairKey(pair));

	function togglePair(pair: [string, string]) {
		if (!('pairs' in design)) return;
		const next = has(pair)
			? design.pairs.filter((other) => pairKey(other) !== pairKey(pair))
			: [...design.pairs, pair];
		const asked: Design = { ...design, pairs: next };
		const least = boundsOf(desk.rack, asked)?.least ?? 1;
		desk.setDesign({ ...asked, settings: Math.max(design.settings, least) });
	}
</script>

<div class="choice">
	<Choice
		label="Design"
		value={design.kind}
		items={designs.map(({ kind, label: text }) => ({ value: kind, text }))}
		onchange={(kind) => kind && desk.setDesign(beginDesign(kind, desk.rack))}
	/>
	{#if bounds && 'settings' in design}
		<label
			>of <input
				class="num"
				type="number"
				aria-label="Settings in the design"
				min={bounds.least}
				max={bounds.most}
				value={desk.settings}
				onchange={(e) => {
					const settings = Math.max(
						1,
						Math.min(4096, Math.round(e.currentTarget.valueAsNumber) || 1)
					);
					desk.setDesign({ ...design, settings });
				}}
			/>
			{#if bounds.ofAll}of {bounds.most}{/if}</label
		>
	{/if}
	{#if 'seeds' in design}
		<label
			>on <input
				class="num"
				type="number"
				aria-label="Seeds of the first round"
				min="1"
				max={desk.rack.seed.length}
				value={Math.min(design.seeds, desk.rack.seed.length)}
				onchange={(e) => {
					const seeds = Math.max(1, Math.min(64, Math.round(e.currentTarget.valueAsNumber) || 1));
					desk.setDesign({ ...design, seeds });
				}}
			/>
			of {desk.rack.seed.length} seeds</label
		>
	{/if}
	{#if 'pairs' in design && pairs.length > 0 && pairs.length <= 10}
		<details>
			<summary>{design.pairs.length ? many(design.pairs.length, 'pair') : 'pairs'}</summary>
			<div class="pairs">
				<p>Tell apart how these work together:</p>
				{#each pairs as pair (pairKey(pair))}
					<Checkbox
						labelText="{label(pair[0])} with {label(pair[1])}"
						checked={has(pair)}
						on:check={({ detail }) => detail !== has(pair) && togglePair(pair)}
					/>
				{/each}
			</div>
		</details>
	{/if}
	{#if 'base' in design}
		<details>
			<summary>base</summary>
			<div class="pairs">
				{#each dials as dial (dial)}
					<Choice
						label="Base of {label(dial)}"
						says={label(dial)}
						value={design.base[dial] ?? ''}
						items={[
							{ value: '', text: 'middle stop' },
							...desk.stopsOf(dial).map(({ key, says }) => ({ value: key, text: says }))
						]}
						onchange={(stop) =>
							desk.setDesign({ ...design, base: { ...design.base, [dial]: stop } })}
					/>
				{/each}
			</div>
		</details>
	{/if}
</div>

<style>
	.choice {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-bottom: 3px;
		font-size: 12px;
	}

	input {
		height: 24px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
	}

	input[type='number'] {
		width: 58px;
		padding: 0 4px;
	}

	details {
		position: relative;
	}

	summary {
		color: var(--varied);
		text-decoration: underline;
		cursor: pointer;
	}

	.pairs {
		position: absolute;
		z-index: 5;
		bottom: 24px;
		left: 0;
		display: grid;
		gap: 5px;
		width: max-content;
		padding: 10px 12px;
		border: 1px solid var(--ink);
		background: var(--panel);
		font-size: 13px;
	}
</style>

<script lang="ts">
	import { beginDesign, boundsOf, chosenAmong, designs } from '$lib/core/designs';
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

	function togglePair(pair: [string, string]) {
		if (!('pairs' in design)) return;
		const has = design.pairs.some((other) => pairKey(other) === pairKey(pair));
		const next = has
			? design.pairs.filter((other) => pairKey(other) !== pairKey(pair))
			: [...design.pairs, pair];
		const asked: Design = { ...design, pairs: next };
		const least = boundsOf(desk.rack, asked)?.least ?? 1;
		desk.setDesign({ ...asked, settings: Math.max(design.settings, least) });
	}
</script>

<div class="choice">
	<select
		aria-label="Design"
		value={design.kind}
		onchange={(e) =>
			desk.setDesign(beginDesign(e.currentTarget.value as Design['kind'], desk.rack))}
	>
		{#each designs as { kind, label: says } (kind)}<option value={kind}>{says}</option>{/each}
	</select>
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
	{#if 'pairs' in design && pairs.length > 0 && pairs.length <= 10}
		<details>
			<summary>{design.pairs.length ? `${design.pairs.length} pairs` : 'pairs'}</summary>
			<div class="pairs">
				<p>Tell apart how these work together:</p>
				{#each pairs as pair (pairKey(pair))}
					<label
						><input
							type="checkbox"
							checked={design.pairs.some((other) => pairKey(other) === pairKey(pair))}
							onchange={() => togglePair(pair)}
						/>
						{label(pair[0])} with {label(pair[1])}</label
					>
				{/each}
			</div>
		</details>
	{/if}
	{#if 'base' in design}
		<details>
			<summary>base</summary>
			<div class="pairs">
				{#each dials as dial (dial)}
					<label
						>{label(dial)}
						<select
							aria-label="Base of {label(dial)}"
							value={design.base[dial] ?? ''}
							onchange={(e) =>
								desk.setDesign({
									...design,
									base: { ...design.base, [dial]: e.currentTarget.value }
								})}
						>
							<option value="">middle stop</option>
							{#each desk.stopsOf(dial) as { key, says } (key)}<option value={key}>{says}</option
								>{/each}
						</select></label
					>
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

	select,
	input {
		height: 24px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
	}

	.choice > select {
		font-weight: 600;
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

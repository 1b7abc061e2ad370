<script lang="ts">
	import { dialOf } from '$lib/core/dials';
	import { chosenAmong, smallestFraction } from '$lib/core/plan';
	import type { Design } from '$lib/core/schema';
	import type { PlanDesk } from './plan.svelte';

	let { desk }: { desk: PlanDesk } = $props();

	const kinds: [Design['kind'], string][] = [
		['all', 'all combinations'],
		['around', 'one dial at a time'],
		['fraction', 'balanced fraction'],
		['scatter', 'scatter']
	];
	const design = $derived(desk.design);
	const dials = $derived(chosenAmong(desk.rack));
	const all = $derived(dials.reduce((product, dial) => product * desk.rack[dial].length, 1));
	const pairs = $derived(
		dials.flatMap((a, i) => dials.slice(i + 1).map((b): [string, string] => [a, b]))
	);
	const pairKey = ([a, b]: [string, string]) => `${a} ${b}`;
	const label = (id: string) => dialOf(id as 'model').label.toLowerCase();

	function choose(kind: Design['kind']) {
		const half = Math.max(1, Math.round(all / 2));
		if (kind === 'all') desk.setDesign({ kind });
		if (kind === 'around') desk.setDesign({ kind, base: {} });
		if (kind === 'scatter') desk.setDesign({ kind, settings: Math.min(16, Math.max(4, half)) });
		if (kind === 'fraction') {
			const asked: Design = { kind, settings: 1, pairs: [] };
			const settings = Math.max(smallestFraction(desk.rack, asked), Math.round(all / 3));
			desk.setDesign({ ...asked, settings });
		}
	}

	function togglePair(pair: [string, string]) {
		if (design.kind !== 'fraction') return;
		const has = design.pairs.some((other) => pairKey(other) === pairKey(pair));
		const next = has
			? design.pairs.filter((other) => pairKey(other) !== pairKey(pair))
			: [...design.pairs, pair];
		const asked: Design = { ...design, pairs: next };
		desk.setDesign({
			...asked,
			settings: Math.max(design.settings, smallestFraction(desk.rack, asked))
		});
	}
</script>

<div class="choice">
	<select
		aria-label="Design"
		value={design.kind}
		onchange={(e) => choose(e.currentTarget.value as Design['kind'])}
	>
		{#each kinds as [kind, says] (kind)}<option value={kind}>{says}</option>{/each}
	</select>
	{#if design.kind === 'fraction' || design.kind === 'scatter'}
		<label
			>of <input
				class="num"
				type="number"
				aria-label="Settings in the design"
				min={design.kind === 'fraction' ? smallestFraction(desk.rack, design) : 2}
				max={design.kind === 'fraction' ? all : 512}
				value={desk.settings}
				onchange={(e) => {
					const settings = Math.max(
						1,
						Math.min(4096, Math.round(e.currentTarget.valueAsNumber) || 1)
					);
					desk.setDesign({ ...design, settings });
				}}
			/>
			{#if design.kind === 'fraction'}of {all}{/if}</label
		>
	{/if}
	{#if design.kind === 'fraction' && pairs.length > 0 && pairs.length <= 10}
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
	{#if design.kind === 'around'}
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

<script lang="ts">
	import { dialOf, movingDials, type DialId } from '$lib/core/dials';
	import { hashDistance, measureOf, measures } from '$lib/core/measure';
	import {
		chancePairs,
		movementOf,
		movementSays,
		nearCopies,
		overDial,
		stepsOf
	} from '$lib/core/movement';
	import type { Take } from '$lib/core/schema';
	import { axisOf } from '$lib/core/sheet';
	import { many, session } from '$lib/ui/shared';
	import Chart from './Chart.svelte';
	import { measureChart, movementChart } from './charts';
	import type { Measuring } from './measuring.svelte';
	import type { SheetState } from './state.svelte';

	let { view, measuring }: { view: SheetState; measuring: Measuring } = $props();

	const done = $derived(view.takes.filter(({ state }) => state === 'done'));
	const measured = $derived(done.filter(({ id }) => measuring.isWhole(id)).length);
	const dials = $derived(movingDials.filter((dial) => view.varied.includes(dial)));
	let asked = $state<DialId | null>(null);
	const dial = $derived(asked && dials.includes(asked) ? asked : (dials[0] ?? null));
	const models = $derived([...new Set(done.map(({ settings }) => settings.model))]);
	let only = $state('');
	const among = $derived(
		models.includes(only) ? done.filter(({ settings }) => settings.model === only) : done
	);

	const steps = $derived(dial ? stepsOf(among, dial) : []);
	$effect(() => measuring.wantPairs(steps.flatMap(({ pairs }) => pairs)));
	const movements = $derived(
		movementOf(steps, ({ one, two }) =>
			measuring.isLost(one, two) ? null : measuring.apart(one, two)?.ssim
		)
	);

	/** Pairs that tell what chance does; from all settings alike. */
	const ENOUGH = 120;
	const spread = $derived(chancePairs(among, ENOUGH));
	$effect(() => measuring.wantPairs([...spread.seeds, ...spread.batch]));
	/** How far pairs lie apart in the mean, once all of them are compared; till then how many are. */
	const apart = (all: typeof spread.seeds): string => {
		const pairs = all.filter(({ one, two }) => !measuring.isLost(one, two));
		const known = pairs.flatMap(({ one, two }) => measuring.apart(one, two) ?? []);
		if (!pairs.length) return '\u2013';
		if (known.length < pairs.length) return `${known.length} of ${pairs.length} compared`;
		return (1 - known.reduce((sum, { ssim }) => sum + ssim, 0) / known.length).toFixed(2);
	};

	const copies = $derived(
		nearCopies(
			done.flatMap(({ id }) => {
				const hash = measuring.of.get(id)?.hash;
				return hash ? [{ id, hash }] : [];
			}),
			hashDistance
		)
	);
	const numberOf = (id: string) => done.find((take) => take.id === id)?.number;

	const measure = $derived(measureOf(view.measure ?? 'sharpness'));
	/** All that varies besides the dial: takes that agree in it differ in the dial alone. */
	const besides = $derived(view.varied.filter((axis) => axis !== dial).map(axisOf));
	const lineOf = (take: Take) =>
		besides
			.map(({ label, read, format }) => `${label.toLowerCase()} ${format(read(take), view.known)}`)
			.join(', ');
	const over = $derived(
		dial ? overDial(among, dial, measure.id, (id) => measuring.of.get(id), lineOf) : null
	);
</script>

<aside aria-label="Measures">
	<header>
		<h2>Measures</h2>
		<span role="status"
			>{measured < done.length
				? `${measured} of ${many(done.length, 'take')} measured`
				: `all ${many(done.length, 'take')} measured`}</span
		>
		<button class="plain link" onclick={() => view.set({ panel: null })}>close</button>
	</header>

	<div class="choose">
		<label
			>under the cells
			<select
				value={view.measure ?? ''}
				onchange={(e) =>
					view.set({
						measure: e.currentTarget.value || null,
						heat: e.currentTarget.value ? '1' : null
					})}
			>
				<option value="">nothing</option>
				{#each measures as { id, label } (id)}<option value={id}>{label}</option>{/each}
			</select></label
		>
		<label
			><input
				type="checkbox"
				checked={view.heat}
				disabled={!view.measure}
				onchange={(e) => view.set({ heat: e.currentTarget.checked ? '1' : null })}
			/> as heat</label
		>
	</div>
	<p class="about">{measure.explained} <small>{measure.source}</small></p>

	<div class="choose">
		{#if dials.length > 1}
			<label
				>along
				<select
					aria-label="Along which dial"
					value={dial}
					onchange={(e) => (asked = e.currentTarget.value as DialId)}
				>
					{#each dials as id (id)}<option value={id}>{dialOf(id).label}</option>{/each}
				</select></label
			>
		{/if}
		{#if models.length > 1}
			<label
				>of
				<select aria-label="Of which model" bind:value={only}>
					<option value="">all models</option>
					{#each models as id (id)}
						<option value={id}>{dialOf('model').format(id, session.cards)}</option>
					{/each}
				</select></label
			>
		{/if}
	</div>

	{#if dial && over}
		{#if over.stops.length > 1}
			<Chart
				label="{measure.label} over {dialOf(dial).label.toLowerCase()}"
				options={measureChart(over, measure, dialOf(dial).label)}
			/>
		{/if}
		<section aria-label="Movement">
			<h3>How much the picture moves along {dialOf(dial).label.toLowerCase()}</h3>
			<p class="finding" role="status">{movementSays(movements, dial)}</p>
			{#if movements.some(({ moved }) => moved !== null)}
				<Chart
					label="Movement from stop to stop of {dialOf(dial).label.toLowerCase()}"
					options={movementChart(movements)}
				/>
			{/if}
			<p class="about">
				1 less the structural similarity of takes that differ in {dialOf(dial).label.toLowerCase()} alone,
				each seed a dot. Below 0.04 two pictures hardly differ when they are blinked.
				<small>Wang et al. 2004; the threshold is our own</small>
			</p>
		</section>
	{:else}
		<p class="about">
			No number dial varies among these takes: run two stops of guidance or steps to see how a
			measure goes with it.
		</p>
	{/if}

	<section aria-label="Chance">
		<h3>What chance does</h3>
		<dl>
			<dt>between seeds</dt>
			<dd class="num">{apart(spread.seeds)}</dd>
			<dt>within a batch</dt>
			<dd class="num">{apart(spread.batch)}</dd>
		</dl>
		<p class="about">
			How far pictures of one setting lie apart, in the mean of up to {ENOUGH} pairs from all settings
			alike: 1 less their structural similarity. 0 is the same picture.
		</p>
	</section>

	<section aria-label="Near-copies">
		<h3>Near-copies</h3>
		{#each copies.slice(0, 12) as ids (ids[0])}
			<button class="act" onclick={() => (view.selected = new Set(ids))}
				>{ids.map((id) => `take ${numberOf(id)}`).join(', ')}</button
			>
		{:else}
			<p class="about">None among what is measured.</p>
		{/each}
		{#if copies.length}
			<p class="about">
				{many(copies.length, 'group')} within 6 of 64 bits of a perceptual hash. Press one to choose its
				takes.
			</p>
		{/if}
	</section>
</aside>

<style>
	aside {
		display: grid;
		gap: 12px;
		align-content: start;
		padding: 14px;
		overflow: auto;
		border-left: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
	}

	header {
		display: flex;
		gap: 12px;
		align-items: baseline;
	}

	header span {
		color: var(--ink-3);
	}

	header button {
		margin-left: auto;
	}

	h2 {
		font-size: 15px;
	}

	h3 {
		margin-bottom: 4px;
		font-size: 13px;
	}

	.choose {
		display: flex;
		gap: 12px;
		align-items: center;
	}

	select {
		height: 26px;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
	}

	.about {
		color: var(--ink-2);
		font-size: 12px;
		line-height: 1.35;
	}

	.about small {
		color: var(--ink-3);
	}

	.finding {
		font-weight: 600;
	}

	dl {
		display: grid;
		grid-template-columns: 110px 1fr;
		gap: 2px 8px;
	}

	dt {
		color: var(--ink-3);
	}

	section .act {
		margin: 0 6px 6px 0;
	}
</style>

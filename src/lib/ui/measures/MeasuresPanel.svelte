<script lang="ts">
	import { dialOf, movingDials, type DialId } from '$lib/core/dials';
	import { Checkbox } from 'carbon-components-svelte';
	import { hashDistance, measureOf, measures, type MeasureId } from '$lib/core/measure';
	import {
		chancePairs,
		movementOf,
		movementSays,
		nearCopies,
		overDial,
		spreadOf,
		spreadSays,
		stepsOf,
		type Pair
	} from '$lib/core/movement';
	import type { Take } from '$lib/core/schema';
	import { axisOf, type AxisId, type Known } from '$lib/core/sheet';
	import { Chart, Choice, many, session } from '$lib/ui/shared';
	import { measureChart, movementChart } from './charts';
	import type { Measuring } from './measuring.svelte';

	/** What was measured in takes, and what it says of the dials. */
	interface Props {
		takes: readonly Take[];
		/** What varies among them. */
		varied: readonly AxisId[];
		known: Known;
		measuring: Measuring;
		/** The measure that stands under the cells, and whether they are tinted by it. */
		shown: MeasureId | null;
		heat: boolean;
		onshow: (measure: MeasureId | null, heat: boolean) => void;
		onchoose: (ids: readonly string[]) => void;
		onclose: () => void;
	}

	let { takes, varied, known, measuring, shown, heat, onshow, onchoose, onclose }: Props = $props();

	const done = $derived(takes.filter(({ state }) => state === 'done'));
	const measured = $derived(done.filter(({ id }) => measuring.isWhole(id)).length);
	const dials = $derived(movingDials.filter((dial) => varied.includes(dial)));
	let asked = $state<DialId | null>(null);
	const dial = $derived(asked && dials.includes(asked) ? asked : (dials[0] ?? null));
	const models = $derived([...new Set(done.map(({ settings }) => settings.model))]);
	let only = $state('');
	const among = $derived(
		models.includes(only) ? done.filter(({ settings }) => settings.model === only) : done
	);

	const steps = $derived(dial ? stepsOf(among, dial) : []);
	$effect(() => measuring.wantPairs(steps.flatMap(({ pairs }) => pairs)));
	const movements = $derived(movementOf(steps, (pair) => ssimOf(pair)));

	/** Pairs that tell what chance does; from all settings alike. */
	const ENOUGH = 120;
	const spread = $derived(chancePairs(among, ENOUGH));
	$effect(() => measuring.wantPairs([...spread.seeds, ...spread.batch]));
	const ssimOf = ({ one, two }: Pair) =>
		measuring.isLost(one, two) ? null : measuring.apart(one, two)?.ssim;
	const apart = (pairs: readonly Pair[]): string => spreadSays(spreadOf(pairs, ssimOf));

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

	const measure = $derived(measureOf(shown ?? 'sharpness'));
	/** All that varies besides the dial: takes that agree in it differ in the dial alone. */
	const besides = $derived(varied.filter((axis) => axis !== dial).map(axisOf));
	const lineOf = (take: Take) =>
		besides
			.map(({ label, read, format }) => `${label.toLowerCase()} ${format(read(take), known)}`)
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
		<button class="plain link" onclick={() => onclose()}>close</button>
	</header>

	<div class="choose">
		<Choice
			label="under the cells"
			says="under the cells"
			value={shown ?? ''}
			items={[
				{ value: '', text: 'nothing' },
				...measures.map(({ id, label }) => ({ value: id, text: label }))
			]}
			onchange={(id) => onshow(id || null, !!id)}
		/>
		<Checkbox
			labelText="as heat"
			checked={heat}
			disabled={!shown}
			on:check={({ detail }) => detail !== heat && onshow(shown, detail)}
		/>
	</div>
	<p class="about">{measure.explained} <small>{measure.source}</small></p>

	<div class="choose">
		{#if dials.length > 1 && dial}
			<Choice
				label="Along which dial"
				says="along"
				value={dial}
				items={dials.map((id) => ({ value: id, text: dialOf(id).label }))}
				onchange={(id) => (asked = id || null)}
			/>
		{/if}
		{#if models.length > 1}
			<Choice
				label="Of which model"
				says="of"
				value={only}
				items={[
					{ value: '', text: 'all models' },
					...models.map((id) => ({ value: id, text: dialOf('model').format(id, session.cards) }))
				]}
				onchange={(id) => (only = id)}
			/>
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
			<button class="act" onclick={() => onchoose(ids)}
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

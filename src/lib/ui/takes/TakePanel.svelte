<script lang="ts">
	import { dials, idleDials, stopKey, toldStop } from '$lib/core/dials';
	import type { MarkKind, Measured, Take } from '$lib/core/schema';
	import { commonStop, type AxisId, type Known } from '$lib/core/sheet';
	import { Changes, credits, session, TakePicture, useWork } from '$lib/ui/shared';
	import TakeActs from './TakeActs.svelte';
	import TakeMeasures from './TakeMeasures.svelte';
	import TakeRemarks from './TakeRemarks.svelte';

	/** All that is known of one take, and what can be done with it. */
	interface Props {
		take: Take | null;
		/** What varies among the takes that it stands with. */
		varied: readonly AxisId[];
		known: Known;
		measured: Measured | undefined;
		/** Opens it large; its picture is not shown here where it is large already. */
		onopen: ((id: string) => void) | null;
		ontoggle: (kind: MarkKind) => void;
	}

	let { take, varied, known, measured, onopen, ontoggle }: Props = $props();

	const work = useWork();
	/** The wording that most takes have: what others are told apart from. */
	const wording = $derived(commonStop(work.takes, 'wording') ?? '');
	const mark = $derived(take ? work.marks.get(take.id) : undefined);
	const choices = [
		['keep', 'Keep', 'K'],
		['maybe', 'Maybe', 'M'],
		['drop', 'Drop', 'D']
	] as const;

	const signals = {
		agreement: [
			'agreement',
			'How much more likely the picture is under the prompt than without it: log-odds a pixel.'
		],
		wholeness: [
			'wholeness',
			'Share of the picture in the largest region of one scene: low means seams and doubles.'
		],
		burn: ['burn', 'Share of values beyond what can be shown: high means burnt colours.']
	} as Record<string, [string, string]>;

	/** The dials of a take, without those that it has nothing on and no other has. */
	const dialsOf = (one: Take) => {
		const idle = idleDials(one);
		return dials.filter(({ id }) => varied.includes(id) || !idle.includes(id));
	};
</script>

<aside>
	{#if take}
		{#if onopen}
			<button
				class="shot"
				onclick={() => take.state === 'done' && onopen(take.id)}
				aria-label="Open take {take.number} large"
			>
				{#if take.state === 'done'}<TakePicture takeId={take.id} alt="Take {take.number}" />{/if}
			</button>
		{/if}
		<p class="head">
			<strong>Take {take.number}</strong>
			<span class="quiet">{take.state === 'done' ? (mark ?? 'not judged yet') : take.state}</span>
		</p>
		<div class="marks" role="group" aria-label="Mark">
			{#each choices as [kind, label, keyName] (kind)}
				<button
					aria-pressed={mark === kind}
					disabled={take.state !== 'done'}
					onclick={() => ontoggle(kind)}>{label} <kbd>{keyName}</kbd></button
				>
			{/each}
		</div>
		{#if take.state === 'done'}{#key take.id}<TakeRemarks {take} />{/key}{/if}
		<dl>
			{#each dialsOf(take) as dial (dial.id)}
				<dt>{dial.label.toLowerCase()}</dt>
				<dd class:varied={varied.includes(dial.id)} class:num={typeof dial.read(take) === 'number'}>
					{#if dial.id === 'wording' && varied.includes('wording')}
						<Changes from={wording} to={stopKey(dial.read(take))} />
					{:else}
						{toldStop(dial, take, session.cards)}
					{/if}
				</dd>
			{/each}
			{#each Object.entries(take.columns ?? {}) as [name, value] (name)}
				<dt>{name}</dt>
				<dd class:varied={varied.includes(`column ${name}`)}>{value}</dd>
			{/each}
			{#if varied.includes('brief')}
				<dt>brief</dt>
				<dd class="varied">{known.briefs?.get(take.briefId)}</dd>
			{/if}
		</dl>
		{#if take.state === 'done'}
			<dl class="second">
				<dt>cost</dt>
				<dd class="num">
					{credits(take.credits ?? 0)} credits · {(take.seconds ?? 0).toFixed(1)} s
				</dd>
				{#each Object.entries(take.signals ?? {}) as [name, value] (name)}
					<dt title={signals[name]?.[1]}>{signals[name]?.[0] ?? name}</dt>
					<dd class="num" title={signals[name]?.[1]}>{value.toFixed(3)}</dd>
				{/each}
				{#if take.unread?.length}
					<dt>not understood</dt>
					<dd>{take.unread.join(', ')}</dd>
				{/if}
			</dl>
			{#if measured}<TakeMeasures {measured} />{/if}
			<TakeActs {take} />
		{:else}
			{#if take.message}<p class="problem">{take.message}</p>{/if}
			<TakeActs {take} />
		{/if}
	{/if}
</aside>

<style>
	aside {
		padding: 14px;
		overflow: auto;
		border-left: 1px solid var(--rule);
		background: var(--panel);
	}

	.shot {
		display: block;
		width: 100%;
		max-height: 236px;
		aspect-ratio: 1;
		padding: 0;
		border: 0;
		background: var(--mat-1);
		cursor: zoom-in;
	}

	.head {
		margin: 12px 0 8px;
	}

	.marks {
		display: grid;
		grid-template-columns: repeat(3, 1fr);
		gap: 5px;
	}

	.marks button {
		height: 32px;
		padding: 0;
		border: 1px solid var(--rule);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.marks button[aria-pressed='true'] {
		border: 2px solid var(--ink);
		font-weight: 650;
	}

	.marks kbd {
		min-width: 0;
		padding: 0 3px;
		font-size: 11px;
	}

	dl {
		display: grid;
		grid-template-columns: 78px minmax(0, 1fr);
		gap: 5px 8px;
		margin-top: 14px;
		font-size: 13px;
	}

	dt {
		color: var(--ink-3);
	}

	dd {
		overflow-wrap: anywhere;
	}

	dd.num {
		font-size: 12px;
	}

	.varied {
		color: var(--varied);
		font-weight: 600;
	}

	.second {
		padding-top: 12px;
		border-top: 1px solid var(--rule);
	}

	.problem {
		margin-top: 8px;
		color: var(--point);
		font-size: 13px;
	}

	@media (max-width: 900px) {
		.marks kbd {
			display: none;
		}
	}
</style>

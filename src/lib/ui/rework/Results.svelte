<script lang="ts">
	import { dialOf, rackDials, stopKey } from '$lib/core/dials';
	import { editsSay } from '$lib/core/edits';
	import { wayOf } from '$lib/core/rework';
	import type { Take } from '$lib/core/schema';
	import { session, TakePicture, useWork } from '$lib/ui/shared';

	/** What came of a take, in a row below its picture. */
	interface Props {
		take: Take;
		results: readonly Take[];
		shown: Take;
		onshow: (take: Take) => void;
	}

	let { take, results, shown, onshow }: Props = $props();

	const work = useWork();

	/** What parts a result from the others of its run, on the dials of its way. */
	const caption = (one: Take) => {
		if (one.edits) return editsSay(one.edits);
		const of = wayOf(one.line?.find(({ take: id }) => id === take.id)?.as ?? '');
		const turned = [...(of?.slots ?? []).flatMap(({ dials }) => dials), ...(of?.dials ?? [])];
		const run = results.filter(({ planId }) => planId === one.planId);
		// On those, or on others that were turned with them: words, frames.
		const parts = [...turned, ...rackDials]
			.map(dialOf)
			.find(({ read }) => new Set(run.map((other) => stopKey(read(other)))).size > 1);
		const dial = parts ?? dialOf(turned[0] ?? 'seed');
		return dial.format(dial.read(one), session.cards);
	};
</script>

<div class="results" role="group" aria-label="Results">
	{#each results as one (one.id)}
		{@const waits = one.state === 'waiting' || one.state === 'running'}
		{@const making = waits ? session.progress.get(one.id) : undefined}
		<button
			aria-pressed={one.id === shown.id}
			disabled={one.state !== 'done'}
			title={caption(one)}
			onclick={() => onshow(one)}
		>
			<span class="cell"
				>{#if one.state === 'done'}<TakePicture
						takeId={one.id}
						alt="Take {one.number}"
					/>{:else}{#if making?.preview}<img src={making.preview} alt="" />{/if}<small class="num"
						>{making ? `${Math.round((100 * making.step) / making.steps)}%` : one.state}</small
					>{/if}</span
			>
			<span class="num"
				>{caption(one)}{work.marks.has(one.id) ? ` ${work.marks.get(one.id)}` : ''}</span
			>
		</button>
	{/each}
</div>

<style>
	.results {
		display: flex;
		gap: 8px;
		padding: 8px 12px;
		overflow-x: auto;
		border-top: 1px solid var(--rule);
	}

	button {
		flex: none;
		width: 78px;
		padding: 0;
		border: 0;
		background: none;
		color: inherit;
		font: 12px var(--sans);
		cursor: pointer;
	}

	.cell {
		display: grid;
		place-items: center;
		width: 78px;
		height: 78px;
		background: var(--mat-1);
	}

	.cell > * {
		grid-area: 1 / 1;
	}

	.cell small {
		padding: 1px 5px;
		background: var(--panel);
		color: var(--ink);
	}

	.cell :global(img) {
		width: 78px;
		height: 78px;
		object-fit: contain;
	}

	.num {
		display: block;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	button[aria-pressed='true'] .cell {
		outline: 2px solid var(--ink);
		outline-offset: 1px;
	}
</style>

<script lang="ts">
	import { untrack } from 'svelte';
	import type { Take } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { live, many, TakePicture } from '$lib/ui/shared';
	import { choice } from './choice.svelte';

	/** What is chosen while some of it is out of sight, in this brief or in another. */
	interface Props {
		shown: (id: string) => boolean;
		/** Names of the briefs that are looked at. */
		briefs?: ReadonlyMap<string, string>;
		/** Opens what is chosen side by side. */
		onopen: () => void;
		/** Brings one of them into sight. */
		onshow: (take: Take) => void;
	}

	let { shown, briefs = new Map(), onopen, onshow }: Props = $props();

	/** So many are shown; of more it is said how many. */
	const MOST = 16;

	const found = live(
		() => ((ids) => async () => ({ ids, takes: await store.takesById(ids) }))([...choice.ids]),
		{ ids: [] as string[], takes: [] as Take[] }
	);
	const all = live(() => store.briefs, []);
	$effect(() => {
		if (!found.ready) return;
		const { ids, takes } = found.current;
		choice.takes = takes;
		// What was deleted meanwhile is not chosen any more.
		const gone = new Set(ids);
		for (const { id } of takes) gone.delete(id);
		if (gone.size)
			untrack(() => (choice.ids = new Set([...choice.ids].filter((id) => !gone.has(id)))));
	});
	const takes = $derived(found.current.takes.filter(({ id }) => choice.ids.has(id)));
	const away = $derived(takes.filter(({ id }) => !shown(id)));
	const elsewhere = $derived([
		...new Set(away.flatMap(({ briefId }) => (briefs.has(briefId) ? [] : [briefId])))
	]);
	const nameOf = (id: string) => all.current.find((one) => one.id === id)?.name ?? 'another brief';
	const drop = (id: string) => {
		const next = new Set(choice.ids);
		next.delete(id);
		choice.ids = next;
	};
</script>

{#if away.length}
	<div class="tray" role="group" aria-label="Chosen takes">
		<p>
			<strong class="num">{takes.length} chosen</strong>
			<span class="quiet"
				>{many(away.length, 'take')} out of sight{elsewhere.length
					? `, of ${elsewhere.slice(0, 2).map(nameOf).join(' and ')}`
					: ''}</span
			>
		</p>
		<div class="strip">
			{#each takes.slice(0, MOST) as take (take.id)}
				<span class="one" class:away={!shown(take.id)}>
					<button
						class="plain picture"
						title="Take {take.number}: show it"
						aria-label="Show take {take.number}"
						onclick={() => onshow(take)}
						><TakePicture takeId={take.id} alt="" lazy={false} /></button
					>
					<button
						class="plain out"
						aria-label="Take {take.number} out of the choice"
						onclick={() => drop(take.id)}>×</button
					>
				</span>
			{/each}
			{#if takes.length > MOST}<span class="num">+{takes.length - MOST}</span>{/if}
		</div>
		{#if takes.length > 1}
			<button class="act" onclick={onopen}>Open {Math.min(4, takes.length)} on the table</button>
		{/if}
	</div>
{/if}

<style>
	.tray {
		display: flex;
		gap: 14px;
		align-items: center;
		padding: 5px 14px;
		border-top: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
		white-space: nowrap;
	}

	p {
		display: grid;
		margin: 0;
		font-size: 13px;
		line-height: 1.3;
	}

	.quiet {
		max-width: 220px;
		overflow: hidden;
		font-size: 12px;
		text-overflow: ellipsis;
	}

	.strip {
		display: flex;
		flex: 1;
		gap: 5px;
		align-items: center;
		min-width: 0;
		overflow: hidden;
	}

	.one {
		position: relative;
		flex: none;
	}

	.picture {
		width: 46px;
		height: 46px;
		background: var(--mat-1);
	}

	.out {
		position: absolute;
		top: 0;
		right: 0;
		width: 24px;
		height: 24px;
		background: rgb(255 255 255 / 88%);
		color: #1a1a1a;
		opacity: 0;
	}

	.one:hover .out,
	.out:focus-visible {
		opacity: 1;
	}
</style>

<script lang="ts">
	import { Button, TextArea, TextInput } from 'carbon-components-svelte';
	import { goto } from '$app/navigation';
	import { foundSays } from '$lib/core/findings';
	import type { PickDraft } from '$lib/core/picks';
	import type { PickFound } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { Lines, many, session, TakePicture, useWork } from '$lib/ui/shared';
	import { settingLines } from './lines';

	let { draft, found }: { draft: PickDraft; found: PickFound | null } = $props();

	const work = useWork();
	// The form is made anew for every draft.
	// svelte-ignore state_referenced_locally
	let name = $state(draft.suggestion);
	let reason = $state('');
	let tried = $state(false);
	const evidence = $derived(draft.evidence);
	const shown = $derived(
		[...draft.takes]
			.sort(
				(a, b) => Number(work.marks.get(b.id) === 'keep') - Number(work.marks.get(a.id) === 'keep')
			)
			.slice(0, 4)
	);

	const says = {
		take: 'Pick the settings of this take',
		stop: 'Pick this stop and all that was held',
		findings: 'Pick the settings that findings name'
	};

	async function save() {
		tried = true;
		if (!name.trim()) return;
		const { from, settings, words } = draft;
		await store.addPick({
			id: crypto.randomUUID(),
			briefId: work.brief!.id,
			name: name.trim(),
			reason: reason.trim(),
			from,
			settings,
			...(words ? { words } : {}),
			evidence: { ...evidence, ...(found ? { found } : {}) },
			createdAt: Date.now()
		});
		await goto(`/brief/${work.brief!.id}/pick`);
	}
</script>

<aside aria-label="New pick">
	<h2>
		{says[draft.from.kind]}
	</h2>
	<div class="shots" class:one={shown.length === 1}>
		{#each shown as take (take.id)}<span
				><TakePicture takeId={take.id} alt="Take {take.number}" /></span
			>{/each}
	</div>
	<p class="num counts">
		{many(evidence.takes, 'take')}: {evidence.kept} kept, {evidence.maybe} maybe, {evidence.dropped} dropped
	</p>
	<TextInput
		size="sm"
		labelText="Name"
		bind:value={name}
		invalid={tried && !name.trim()}
		invalidText="Give it a name, so that you find it again."
	/>
	<TextArea
		labelText="Why these"
		placeholder="What made it better than the others"
		rows={2}
		bind:value={reason}
	/>
	<Button on:click={save}>Save the pick</Button>
	{#if found}
		<Lines label="Evidence" lines={foundSays(found)} />
	{/if}
	<Lines lines={settingLines(draft, session.cards)} />
</aside>

<style>
	aside {
		display: grid;
		gap: 14px;
		align-content: start;
		padding: 18px;
		border: 1px solid var(--ink);
		background: var(--panel);
	}

	.shots {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 4px;
		background: var(--mat-1);
	}

	.shots.one {
		grid-template-columns: 1fr;
	}

	.shots span {
		aspect-ratio: 1;
	}

	.shots.one span {
		height: 260px;
		aspect-ratio: auto;
	}

	.counts {
		font-size: 12px;
	}

	aside :global(.bx--btn) {
		width: 100%;
		max-width: none;
	}
</style>

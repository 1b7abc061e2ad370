<script lang="ts">
	import { Button, InlineNotification } from 'carbon-components-svelte';
	import UploadIcon from 'carbon-icons-svelte/lib/Upload.svelte';
	import { page } from '$app/state';
	import { chanceDials, dialOf, isDialId, toldStop } from '$lib/core/dials';
	import { FileProblem, readPick } from '$lib/core/formats';
	import { scopesOf, takesOf, type Against } from '$lib/core/findings';
	import { productSays } from '$lib/core/plan';
	import { draftPick, pickedStops, type PickSource } from '$lib/core/picks';
	import type { PickFound, Take } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { chooseFile, openJudged, session, useWork } from '$lib/ui/shared';
	import { againstPick, foundOf } from '$lib/workers';
	import PickCard from './PickCard.svelte';
	import PickForm from './PickForm.svelte';

	const work = useWork();
	let said = $state<{ kind: 'error' | 'success'; text: string } | null>(null);

	const source = $derived.by((): PickSource | null => {
		const query = page.url.searchParams;
		const take = query.get('take');
		if (take) return { kind: 'take', takeId: take };
		if (query.has('best')) {
			const stops = Object.fromEntries([...query].filter(([name]) => isDialId(name)));
			return { kind: 'findings', stops };
		}
		const [dial, stop] = [query.get('dial'), query.get('stop')];
		if (!dial || stop === null) return null;
		const among = Object.fromEntries(
			[...query].filter(([name]) => isDialId(name) && !chanceDials.includes(name))
		);
		return { kind: 'stop', dial, stop, ...(Object.keys(among).length ? { among } : {}) };
	});
	const judged = openJudged(work);
	const done = $derived(work.takes.filter(({ state }) => state === 'done'));
	const scopes = $derived(scopesOf(work.plans, done));
	/** The takes that the findings spoke of from which one comes here. */
	const from = $derived(scopes.find(({ id }) => id === page.url.searchParams.get('from')));
	const draft = $derived(
		source &&
			draftPick(
				source,
				source.kind === 'findings' ? takesOf(from ?? scopes[0], done) : work.takes,
				work.marks,
				(dial, take) => {
					const words = toldStop(dialOf(dial), take, session.cards);
					return dial === 'model' ? words : `${dialOf(dial).label.toLowerCase()} ${words}`;
				}
			)
	);

	/** Takes that are judged together with some: those of the same words, if there are. */
	const alike = (words: string | undefined) =>
		takesOf(scopes.find((one) => one.kind === 'words' && one.words === words) ?? scopes[0], done);
	const planSays = (takes: readonly Take[]) =>
		work.plans
			.flatMap((plan) => {
				const count = takes.filter(({ planId }) => planId === plan.id).length;
				return count ? [productSays(plan, count)] : [];
			})
			.slice(0, 6)
			.join('; ');

	/** What findings say of the settings that are about to be picked. */
	let found = $state.raw<PickFound | null>(null);
	$effect(() => {
		found = null;
		if (!draft || !judged.ready || draft.from.kind === 'stop') return;
		const stops = pickedStops(draft.from.kind === 'take' ? draft.takes[0] : draft);
		const takes = from ? takesOf(from, done) : alike(draft.words?.wording ?? draft.settings.prompt);
		const evidence = judged.evidence(false, takes);
		const asked = draft;
		void foundOf(evidence, stops, planSays(takes)).then((one) => {
			if (asked === draft) found = one;
		});
	});

	/** What later judgements say against picks, by pick. */
	let against = $state.raw<ReadonlyMap<string, Against>>(new Map());
	$effect(() => {
		if (!judged.ready) return;
		const picks = work.picks.filter((pick) => pick.evidence.found);
		void Promise.all(
			picks.map(async (pick) => {
				const takes = alike(pick.words?.wording ?? pick.settings.prompt);
				const one = await againstPick(judged.evidence(false, takes), pickedStops(pick));
				return [pick.id, one] as const;
			})
		).then((all) => {
			against = new Map(all.flatMap(([id, one]) => (one ? [[id, one] as const] : [])));
		});
	});

	async function importPick() {
		const file = await chooseFile('.json,application/json');
		if (!file) return;
		try {
			const pick = readPick(await file.text());
			const known = work.picks.some(({ id }) => id === pick.id);
			await store.addPick({
				...pick,
				id: known ? crypto.randomUUID() : pick.id,
				briefId: work.brief!.id
			});
			said = { kind: 'success', text: `“${pick.name}” is in the list.` };
		} catch (cause) {
			const text = cause instanceof FileProblem ? cause.message : `${file.name} could not be read.`;
			said = { kind: 'error', text: `${text} Nothing was changed.` };
		}
	}
</script>

<div class="view" class:drafting={source}>
	<section>
		<header>
			<h1>Picks</h1>
			<Button size="small" kind="tertiary" icon={UploadIcon} on:click={importPick}
				>Import a pick</Button
			>
		</header>
		{#if said}
			<InlineNotification
				lowContrast
				kind={said.kind}
				title={said.text}
				on:close={() => (said = null)}
			/>
		{/if}
		{#each work.picks as pick (pick.id)}
			<PickCard {pick} against={against.get(pick.id) ?? null} />
		{:else}
			<p class="quiet">
				Nothing picked yet. Findings name the settings that win, with the evidence for them. Or on
				the sheet, open a take and choose “Pick these settings”, or press the label of a row or a
				column to pick that stop with everything that was held.
			</p>
		{/each}
	</section>
	{#if draft}
		{#key JSON.stringify(draft.from)}<PickForm {draft} {found} />{/key}
	{:else if source}
		<aside class="none"><p>There is no finished take there to pick from.</p></aside>
	{/if}
</div>

<style>
	.view {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 28px;
		max-width: 1200px;
		padding: 22px 24px 40px;
	}

	.view.drafting {
		grid-template-columns: minmax(0, 1fr) 380px;
	}

	@media (max-width: 1000px) {
		.view.drafting {
			grid-template-columns: minmax(0, 1fr);
		}
	}

	header {
		display: flex;
		justify-content: space-between;
		align-items: center;
		margin-bottom: 14px;
	}

	.none {
		padding: 18px;
	}
</style>

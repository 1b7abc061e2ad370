<script lang="ts">
	import { Button, InlineNotification } from 'carbon-components-svelte';
	import UploadIcon from 'carbon-icons-svelte/lib/Upload.svelte';
	import { page } from '$app/state';
	import { chanceDials, dialOf, isDialId, toldStop } from '$lib/core/dials';
	import { readPick } from '$lib/core/formats';
	import { FileProblem } from '$lib/core/problem';
	import {
		comparable,
		ofJudge,
		scopesOf,
		scopeWith,
		storedScope,
		takesOf,
		type Against
	} from '$lib/core/findings';
	import { narrowedSays } from '$lib/core/narrowing';
	import { productSays } from '$lib/core/plan';
	import { draftPick, pickedStops, type PickSource } from '$lib/core/picks';
	import type { PickFound, Take } from '$lib/core/schema';
	import * as store from '$lib/store';
	import { chooseFile, judgeAsked, openJudged, session, useWork } from '$lib/ui/shared';
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
	const query = $derived(page.url.searchParams);
	/** The takes and the judge of the findings that one comes here from. */
	const scopes = $derived(scopesOf(work.plans, done, query.get('takes')?.split(',')));
	const from = $derived(scopes.find(({ id }) => id === query.get('from')));
	const judge = $derived(judgeAsked(query));
	const draft = $derived(
		source &&
			draftPick(
				source,
				source.kind === 'findings' ? comparable(takesOf(from ?? scopes[0], done)) : work.takes,
				work.marks,
				(dial, take) => {
					const words = toldStop(dialOf(dial), take, session.cards);
					return dial === 'model' ? words : `${dialOf(dial).label.toLowerCase()} ${words}`;
				}
			)
	);

	const planSays = (takes: readonly Take[]) =>
		[narrowedSays(work.plans, takes, judged.answers), ...otherPlans(takes)]
			.filter(Boolean)
			.slice(0, 6)
			.join('; ');
	const otherPlans = (takes: readonly Take[]) =>
		work.plans
			.filter(({ round }) => !round)
			.flatMap((plan) => {
				const count = takes.filter(({ planId }) => planId === plan.id).length;
				return count ? [productSays(plan, count)] : [];
			});

	/** What findings say of the settings that are about to be picked, from the same takes and judge. */
	let found = $state.raw<PickFound | null>(null);
	$effect(() => {
		found = null;
		if (!draft || !judged.ready || draft.from.kind === 'stop') return;
		const stops = pickedStops(draft.from.kind === 'take' ? draft.takes[0] : draft);
		const scope =
			from ?? (draft.from.kind === 'take' ? scopeWith(scopes, draft.takes[0]) : scopes[0]);
		const takes = comparable(takesOf(scope, done));
		const asked = draft;
		const kept = storedScope(scope, judge);
		void foundOf(ofJudge(judged.evidence(false, takes), judge), stops, planSays(takes)).then(
			(one) => {
				if (asked === draft) found = one && { ...one, scope: kept };
			}
		);
	});

	/** What later judgements say against picks, by pick: within the scope that a pick was made in. */
	let against = $state.raw<ReadonlyMap<string, Against>>(new Map());
	$effect(() => {
		if (!judged.ready) return;
		const picks = work.picks.filter((pick) => pick.evidence.found);
		void Promise.all(
			picks.map(async (pick) => {
				const kept = pick.evidence.found?.scope;
				const all = scopesOf(work.plans, done, kept?.takes);
				const wording = pick.words?.wording ?? pick.settings.prompt;
				const scope =
					all.find(({ id }) => id === kept?.id) ??
					all.find(({ kind, words }) => kind === 'words' && words === wording) ??
					all[0];
				const evidence = ofJudge(judged.evidence(false, takesOf(scope, done)), kept?.judge ?? null);
				return [pick.id, await againstPick(evidence, pickedStops(pick))] as const;
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

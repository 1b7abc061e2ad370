<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { orderOf } from '$lib/core/plan';
	import type { Take } from '$lib/core/schema';
	import { fetchLossless, LosslessProblem, RenderRefused } from '$lib/render';
	import * as store from '$lib/store';
	import {
		door,
		fileName,
		loadSettings,
		loadWords,
		saveFile,
		session,
		tryAgain,
		useWork
	} from '$lib/ui/shared';
	import { keepAsStart } from './as-start';
	import { makeMoreLike } from './more-like';
	import { reworkHref } from './rework-link';

	/** What can be done with a take. */
	let { take }: { take: Take } = $props();

	const work = useWork();
	/** The name of the take's own brief, which may be one beside. */
	const brief = $derived(
		(take.briefId === work.beside.brief?.id ? work.beside.brief : work.brief!).name
	);
	let busy = $state<string | null>(null);
	let problem = $state<string | null>(null);

	/** A lossless picture is made once more, which its service charges for. */
	const askForPng = (one: Take) =>
		// One that nobody can make costs nothing: it says why.
		!session.card(one.settings.model)
			? exportPng(one)
			: door.pass({
					briefId: one.briefId,
					what: `Make the lossless picture of take ${one.number} again`,
					takes: 1,
					credits: orderOf([one], session.cards).credits,
					seconds: null,
					go: () => exportPng(one)
				});

	async function exportPng(one: Take) {
		busy = 'Making the lossless picture again…';
		problem = null;
		try {
			const png = await fetchLossless(
				session.routes,
				one,
				(share) => (busy = `Making the lossless picture again… ${Math.round(share * 100)}%`)
			);
			const card = session.card(one.settings.model);
			const name = `${fileName(brief)}-${one.settings.model}-${one.settings.seed}-${one.number}.png`;
			const { stamped } = await import('./picture-files');
			saveFile(name, stamped(png, $state.snapshot(one), brief, card), 'image/png');
		} catch (cause) {
			problem =
				cause instanceof LosslessProblem || cause instanceof RenderRefused
					? cause.message
					: 'The picture could not be fetched: the render service does not answer.';
		} finally {
			busy = null;
		}
	}

	async function again(one: Take) {
		const plan = (await store.plansOf(one.briefId)).find(({ id }) => id === one.planId);
		if (plan) await tryAgain(plan, [one]);
	}

	async function toWords(one: Take) {
		work.replace(loadWords(work.brief!, one), `The words of take ${one.number} are in place.`);
		await goto(`/brief/${work.brief!.id}/words`);
	}

	/** Puts the take's picture on the start dial, with its settings beside it. */
	async function startFrom(one: Take) {
		const id = await keepAsStart(one, brief);
		if (!id) return;
		const loaded = loadSettings(work.brief!, one);
		work.replace(
			{ ...loaded, rack: { ...loaded.rack!, start: [id], strength: [0.5] } },
			`Take ${one.number} is the start picture.`
		);
		await goto(`/brief/${work.brief!.id}/dials`);
	}

	async function toDials(one: Take) {
		work.replace(
			loadSettings(work.brief!, one),
			`The settings of take ${one.number} are on the dials.`
		);
		await goto(`/brief/${work.brief!.id}/dials`);
	}
</script>

<div class="acts">
	{#if take.state === 'done'}
		<Button size="small" href="/brief/{take.briefId}/pick?take={take.id}"
			>Pick these settings</Button
		>
		<Button
			size="small"
			kind="tertiary"
			href={reworkHref(take, null, page.url.pathname + page.url.search)}>Rework</Button
		>
		<Button
			size="small"
			kind="tertiary"
			title="The others of its batch are made again near it"
			on:click={async () => (problem = await makeMoreLike([take], work.takes))}
			>More like this</Button
		>
		<Button size="small" kind="tertiary" on:click={() => toDials(take)}>Load into the dials</Button>
		<Button size="small" kind="tertiary" on:click={() => toWords(take)}>Load its words</Button>
		<Button
			size="small"
			kind="tertiary"
			href="/brief/{work.brief!.id}/words?drawer=picture&take={take.id}">Say what it shows</Button
		>
		<Button size="small" kind="tertiary" on:click={() => startFrom(take)}
			>Start from this picture</Button
		>
		<Button size="small" kind="tertiary" disabled={!!busy} on:click={() => askForPng(take)}
			>Export PNG</Button
		>
	{:else if take.state === 'failed' || take.state === 'cancelled'}
		<Button size="small" kind="tertiary" on:click={() => again(take)}>Try again</Button>
	{:else}
		<Button size="small" kind="tertiary" on:click={() => session.runner.cancelTake(take)}
			>Leave this one out</Button
		>
	{/if}
</div>
{#if busy}<p class="quiet" role="status">{busy}</p>{/if}
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}

<style>
	.acts {
		display: grid;
		gap: 6px;
		margin-top: 14px;
	}

	.acts :global(.bx--btn) {
		width: 100%;
		max-width: none;
	}

	.problem {
		margin-top: 8px;
		color: var(--point);
		font-size: 13px;
	}
</style>

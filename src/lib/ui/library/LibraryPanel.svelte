<script lang="ts">
	import { goto } from '$app/navigation';
	import { plainText, settingsSaid } from '$lib/core/library';
	import type { Brief, MarkKind, Take } from '$lib/core/schema';
	import { Button } from 'carbon-components-svelte';
	import * as store from '$lib/store';
	import {
		changeBrief,
		Choice,
		loadSettings,
		loadWords,
		session,
		TakePicture
	} from '$lib/ui/shared';
	import { wayOf } from '$lib/core/rework';
	import { keepAsStart, reworkHref, Tags } from '$lib/ui/takes';

	/** The take in focus, and how it comes back to work. */
	interface Props {
		take: Take | undefined;
		briefs: readonly Brief[];
		/** The brief that settings go to. */
		target: Brief | undefined;
		mark: MarkKind | null;
		tags: readonly string[];
		/** The takes that a new tag is for. */
		acting: readonly Take[];
		onstar: () => void;
		onlike: () => void;
		ontarget: (id: string) => void;
	}

	let { take, briefs, target, mark, tags, acting, onstar, onlike, ontarget }: Props = $props();

	let says = $state<string | null>(null);
	const own = $derived(briefs.find(({ id }) => id === take?.briefId));
	const rows = $derived(take ? settingsSaid(take, session.cards) : []);

	/** Puts settings where they are worked with; what they replaced is taken back there with one press. */
	async function into(change: Partial<Brief>, view: 'dials' | 'words', told: string) {
		if (!target) return;
		const { id } = target;
		const now = await store.brief(id);
		if (!now) return void (says = 'That brief is not here any more.');
		await changeBrief(now, change, { told });
		await goto(`/brief/${id}/${view}`);
	}
	async function startFrom(one: Take) {
		if (!target) return;
		const id = await keepAsStart(one, own?.name ?? 'another brief');
		if (!id) return void (says = 'Its picture is not here any more.');
		const loaded = loadSettings(target, one);
		const rack = { ...loaded.rack!, start: [id], strength: [0.5] };
		await into({ ...loaded, rack }, 'dials', `Take ${one.number} is the start picture.`);
	}
	/** What a picture can lend, by the dials that take it: first how much, then of which picture. */
	const lends = (wayOf('lend')?.slots ?? []).map(({ label, dials: [weight, of] }) => ({
		label,
		weight,
		of
	}));
	async function lendFrom(one: Take, of: string) {
		const slot = lends.find((each) => each.of === of);
		if (!target || !slot) return;
		const id = await keepAsStart(one, own?.name ?? 'another brief');
		if (!id) return void (says = 'Its picture is not here any more.');
		const rack = { ...target.rack, [slot.of]: [id], [slot.weight]: [0.4, 0.8] };
		await into({ rack }, 'dials', `Take ${one.number} lends its ${slot.label.toLowerCase()}.`);
	}
	async function copy(one: Take) {
		try {
			await navigator.clipboard.writeText(plainText(one, session.cards));
			says = 'Copied.';
		} catch {
			says = 'The browser does not let it be copied.';
		}
	}
</script>

<aside>
	{#if take}
		<div class="picture"><TakePicture takeId={take.id} alt="Take {take.number}" large /></div>
		<h2>
			Take {take.number}
			<span class="quiet"
				>{[mark, take.starred ? 'starred' : '', own?.name].filter(Boolean).join(' · ')}</span
			>
		</h2>
		<p class="words">{take.settings.prompt}</p>
		<div class="acts">
			<span class="into">
				<span>into</span>
				<Choice
					label="Brief that settings go into"
					value={target?.id ?? ''}
					items={briefs.map(({ id, name }) => ({ value: id, text: name }))}
					onchange={ontarget}
					most={170}
				/>
			</span>
			<Button
				size="field"
				disabled={!target}
				on:click={() =>
					void into(
						loadSettings(target!, take),
						'dials',
						`The settings of take ${take.number} are on the dials.`
					)}>Settings into the dials</Button
			>
			<button
				class="act"
				disabled={!target}
				onclick={() =>
					void into(
						loadWords(target!, take),
						'words',
						`The words of take ${take.number} are in place.`
					)}>Its words</button
			>
			<button class="act" disabled={!target} onclick={() => void startFrom(take)}
				>Start from it</button
			>
			<span class="into">
				<Choice
					label="What its picture lends"
					value=""
					items={[
						{ value: '', text: 'lend its …' },
						...lends.map(({ label, of }) => ({ value: of, text: label.toLowerCase() }))
					]}
					onchange={(of) => of && void lendFrom(take, of)}
					most={170}
				/>
			</span>
			<a class="act" href={reworkHref(take)}>Rework</a>
			<button class="act" onclick={onlike}>Like this one</button>
			<button class="act" aria-pressed={!!take.starred} onclick={onstar}
				>{take.starred ? 'Take its star' : 'Star'}</button
			>
			<button class="act" onclick={() => void copy(take)}>Copy as text</button>
			<a class="act" href="/brief/{take.briefId}/sheet?take={take.id}">In its sheet</a>
		</div>
		{#if says}<p role="status" class="quiet">{says}</p>{/if}
		<div class="tags"><Tags takes={acting.length ? acting : [take]} of={take} {tags} /></div>
		<dl>
			{#each rows as [label, value] (label)}
				<dt>{label.toLowerCase()}</dt>
				<dd>{value}</dd>
			{/each}
		</dl>
	{:else}
		<p class="quiet">What is in focus is shown here, with what made it.</p>
	{/if}
</aside>

<style>
	aside {
		padding: 14px 16px;
		overflow-y: auto;
		border-left: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
	}

	.picture {
		height: 210px;
		background: var(--mat-1);
	}

	h2 {
		margin: 10px 0 4px;
		font-size: 14px;
		font-weight: 600;
	}

	h2 .quiet {
		font-weight: 400;
	}

	.words {
		display: -webkit-box;
		margin: 0 0 10px;
		overflow: hidden;
		color: var(--ink-2);
		font-size: 13px;
		line-height: 1.35;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 3;
		line-clamp: 3;
	}

	.acts {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 6px;
	}

	.acts > :global(.bx--btn),
	.into {
		grid-column: 1 / -1;
		max-width: none;
	}

	.into {
		display: flex;
		gap: 4px;
		align-items: center;
	}

	.acts :global(.bx--btn) {
		width: 100%;
		padding-right: 12px;
	}

	.acts .act {
		display: grid;
		border: 1px solid var(--rule);
		background: var(--field);
		place-items: center;
		min-height: 28px;
		color: inherit;
		text-decoration: none;
	}

	.act[aria-pressed='true'] {
		border-color: var(--ink);
		font-weight: 600;
	}

	.tags {
		margin-top: 10px;
	}

	dl {
		display: grid;
		grid-template-columns: 86px minmax(0, 1fr);
		gap: 3px 8px;
		margin-top: 12px;
	}

	dt {
		color: var(--ink-3);
	}

	dd {
		margin: 0;
		overflow-wrap: anywhere;
	}
</style>

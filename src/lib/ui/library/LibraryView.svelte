<script lang="ts">
	import { isBare } from '$lib/core/sheet';
	import { goto } from '$app/navigation';
	import { asksLooks, COMPARED } from '$lib/core/library';
	import type { MarkKind } from '$lib/core/schema';
	import { Button } from 'carbon-components-svelte';
	import { untrack } from 'svelte';
	import * as store from '$lib/store';
	import {
		layers,
		live,
		many,
		Replaced,
		runKey,
		Said,
		seenOrRevealed,
		session,
		SizeSlider,
		undo,
		Wall
	} from '$lib/ui/shared';
	import { comparedInLibrary } from '$lib/workers';
	import { choice, ChosenStrip, Selection, Tray } from '$lib/ui/takes';
	import { Looks } from './looks.svelte';
	import { isStarred, LibraryState, markOf } from './library.svelte';
	import BackUp from './BackUp.svelte';
	import Insight from './Insight.svelte';
	import LibraryAsk from './LibraryAsk.svelte';
	import { mark, sideBySide, star } from './deeds';
	import LibraryCell from './LibraryCell.svelte';
	import LibraryHeader from './LibraryHeader.svelte';
	import { libraryKeys } from './keys';
	import LibraryPanel from './LibraryPanel.svelte';

	/** Taller rows than this show the kept pictures instead of their thumbnails, in device pixels. */
	const THUMBNAIL = 330;

	let backing = $state(false);
	let looking = $state(false);
	const briefs = live(() => store.briefs, []);
	const names = $derived(new Map(briefs.current.map(({ id, name }) => [id, name])));
	const nameOf = (id: string) =>
		briefs.current.find((one) => one.id === id)?.name ??
		(id === store.NO_BRIEF ? 'checks of services' : 'a brief');
	const library = new LibraryState(nameOf);
	const selection = new Selection(() => [], choice);

	/** The rows of what is in sight or in focus: marks and stars stand on them. */
	const focused = live(
		() => ((id) => () => (id ? store.takesById([id]) : Promise.resolve([])))(library.focus),
		[]
	);
	const remarked = live(
		() => ((id) => () => (id ? store.remarksById([id]) : Promise.resolve([])))(library.focus),
		[]
	);
	const take = $derived(focused.current.find(({ id }) => id === library.focus));
	const target = $derived(
		briefs.current.find(({ id }) => id === (library.asked.get('brief') ?? take?.briefId))
	);
	const found = $derived(library.telling?.found);
	const large = $derived(library.layout.height * devicePixelRatio > THUMBNAIL);

	// Where looks are asked for, what was not measured yet is measured, each once.
	const looks = new Looks();
	$effect(() => () => looks.close());
	$effect(() => {
		// Begun by what is told and asked, not by its own end.
		if (library.telling?.ready && asksLooks(library.query)) untrack(() => void looks.measure());
	});

	// What looks like one is in order of its hashes at once, and of the pictures themselves afterwards.
	let compared: string | null = null;
	$effect(() => {
		const { like } = library.query;
		const all = library.telling;
		if (!like || like === compared || !all?.ready || looks.busy || all.found.count < 2) return;
		compared = like;
		const ids = untrack(() => library.order.slice(0, COMPARED));
		void looks.compare(like, ids).then((alike) => alike && comparedInLibrary(alike));
	});

	// Something is always in focus, so that keys have something to act on.
	$effect(() => {
		if (library.lines.length && (library.focus === null || !library.isShown(library.focus)))
			library.focus = library.first;
	});
	$effect(() => () => undo.leave());
	/** What keys act on: the take in focus. */
	const acting = (): string[] => (library.focus ? [library.focus] : []);

	function toggle(id: string, kind: MarkKind) {
		if (seenOrRevealed(id))
			return mark([id], markOf(library.item(id)?.flags ?? 0) === kind ? null : kind);
		undo.says = 'This take has the focus. Press again to mark it.';
	}
	async function open(ids: readonly string[]) {
		const address = await sideBySide(ids);
		if (address) await goto(address);
	}
	function choose(event: MouseEvent, id: string) {
		selection.focus = library.focus;
		if (event.shiftKey) selection.reach(library.order, id);
		else if (event.ctrlKey || event.metaKey) selection.toggle(id);
		library.focus = id;
	}

	const keys = libraryKeys({
		move: (down, across) => library.move(down, across),
		star: () => void star(acting()),
		mark: (kind) => void (library.focus && toggle(library.focus, kind)),
		toggle: () => library.focus && selection.toggle(library.focus),
		open: () => void open(choice.ids.size ? [...choice.ids] : acting()),
		find: () => document.querySelector<HTMLInputElement>('.sought input')?.focus(),
		undo: (again) => void (again ? undo.again() : undo.back()),
		anyChosen: () => choice.ids.size > 0,
		chooseNone: () => selection.choose([])
	});
</script>

<svelte:window onkeydown={(event) => layers.any || runKey(event, keys, session.letters)} />

<div class="view">
	<LibraryHeader
		{library}
		briefs={briefs.current}
		takes={choice.takes.length ? choice.takes : take ? [take] : []}
		{nameOf}
		doing={looks.busy ? 'measuring how they look' : looks.comparing ? 'comparing pictures' : null}
		onlook={() => (looking = true)}
		onbackup={() => (backing = true)}
		ondeleted={() => selection.choose([])}
	/>
	<LibraryAsk {library} briefs={briefs.current} />
	<div class="middle">
		{#if library.problem}
			<p class="empty" role="alert">{library.problem}</p>
		{:else if library.telling?.ready && !found?.count}
			<section class="empty">
				{#if found?.all}
					<h1>Nothing is like that</h1>
					<p>None of the {many(found.all, 'take')} has all that is asked for.</p>
					<Button on:click={() => library.askFor('')}>Ask for nothing: show all</Button>
				{:else}
					<h1>Nothing was made yet</h1>
					<p>Every take of every brief is found here again, with the settings that made it.</p>
					<Button href="/">Go to the briefs</Button>
				{/if}
			</section>
		{:else}
			<Wall
				label="All takes"
				lines={library.lines}
				layout={library.layout}
				focus={library.focus}
				mat={library.mat}
				onroom={(room) => (library.room = room)}
				onzoom={(steps) => library.zoomTo(steps)}
			>
				{#snippet cell({ id, flags })}
					<LibraryCell
						{id}
						mark={markOf(flags)}
						starred={isStarred(flags)}
						focused={library.focus === id}
						chosen={choice.ids.has(id)}
						{large}
						bare={isBare(library.layout)}
						onpress={(event) => choose(event, id)}
						onopen={() => void open([id])}
					/>
				{/snippet}
			</Wall>
		{/if}
		<LibraryPanel
			{take}
			briefs={briefs.current}
			{target}
			mark={take ? markOf(library.item(take.id)?.flags ?? 0) : null}
			tags={remarked.current.find(({ takeId }) => takeId === take?.id)?.tags ?? []}
			acting={choice.takes}
			onstar={() => take && void star([take.id])}
			onlike={() => take && library.set({ like: take.id })}
			ontarget={(brief) => library.set({ brief })}
		/>
	</div>
	<Tray
		shown={(id) => library.isShown(id)}
		briefs={names}
		onopen={() => void open([...choice.ids])}
		onshow={(one) => {
			library.askFor('');
			library.focus = one.id;
		}}
	/>
	<Said />
	<footer>
		{#if choice.ids.size}
			<ChosenStrip
				onmark={(kind) => void mark([...choice.ids], kind)}
				more={[{ says: 'Star', run: () => void star([...choice.ids]) }]}
			/>
		{:else}
			<span class="keys">
				{#each keys.filter((one) => one.shown) as { shown, says } (shown)}
					<span><kbd>{shown}</kbd> {says}</span>
				{/each}
			</span>
		{/if}
		<SizeSlider
			label="Height of the rows"
			layout={library.layout}
			onzoom={(steps) => library.zoomTo(steps)}
		/>
		<button
			class="plain link"
			onclick={() => library.set({ mat: String((library.mat + 1) % 4) })}
			title="The next mat, from dark to paper">mat</button
		>
	</footer>
</div>

{#if looking}<Insight {nameOf} onclose={() => (looking = false)} />{/if}
<Replaced letters={false} />
<BackUp open={backing} onclose={() => (backing = false)} />

<style>
	.view {
		display: grid;
		grid-template-rows: auto auto minmax(0, 1fr) auto auto;
		grid-template-columns: minmax(0, 1fr);
		height: 100%;
	}

	.middle {
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		grid-template-columns: minmax(0, 1fr) 240px;
		min-height: 0;
	}

	.empty {
		display: grid;
		gap: 14px;
		align-content: start;
		justify-items: start;
		max-width: 520px;
		padding: 40px 28px;
	}

	footer {
		display: flex;
		grid-row: 5;
		gap: 14px;
		align-items: center;
		min-height: 40px;
		padding: 4px 14px;
		overflow: hidden;
		border-top: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
		white-space: nowrap;
	}

	.keys {
		display: flex;
		flex: 1;
		flex-wrap: wrap;
		gap: 11px;
		height: 24px;
		overflow: hidden;
		line-height: 24px;
	}

	@media (max-width: 900px) {
		.middle {
			grid-template-columns: minmax(0, 1fr) 200px;
		}
	}
</style>

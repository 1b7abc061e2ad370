<script lang="ts">
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { sizeAfter } from '$lib/core/edits';
	import { EDIT, lineOf, wayOf, ways } from '$lib/core/rework';
	import type { MarkKind, Take } from '$lib/core/schema';
	import { layers, session, takesLetters, undo, useWork } from '$lib/ui/shared';
	import { keepAsStart } from '$lib/ui/takes';
	import { AreaState, type DrawnOn } from './area.svelte';
	import { CropState } from './crops.svelte';
	import { CutState } from './cut.svelte';
	import { EditState } from './edits.svelte';
	import { reworkKeys } from './keys';
	import LineColumn from './LineColumn.svelte';
	import type { Changing } from './local';
	import { locals } from './locals';
	import { ReaderState } from './reader.svelte';
	import Results from './Results.svelte';
	import Stage from './Stage.svelte';
	import Ways from './Ways.svelte';

	const work = useWork();
	// What was turned on a rack of rework is undone here or not at all.
	$effect(() => () => undo.leave());
	const root = $derived(`/brief/${work.brief!.id}`);
	const asked = $derived(page.url.searchParams);
	const take = $derived(work.takes.find(({ id }) => id === asked.get('take')) ?? null);
	/** Whether what made it can be asked again: not for what was made elsewhere. */
	const known = $derived(!!take && !!session.card(take.settings.model));
	const elsewhere = $derived(
		work.plans.some(({ id, elsewhere }) => elsewhere && id === take?.planId)
	);
	const local = $derived(locals.find(({ id }) => id === asked.get('way')) ?? null);
	const way = $derived(
		local
			? null
			: (wayOf(asked.get('way') ?? '') ?? ways.find(({ again }) => !again || !elsewhere)!)
	);
	/** The take's own pixels: an edited one may have others than its settings say. */
	const size = $derived(take ? sizeAfter(take.settings, take.edits) : { width: 1, height: 1 });
	/** Where it was opened: a view of this brief. */
	const back = $derived.by(() => {
		const from = asked.get('from');
		return from?.startsWith(`${root}/`) ? from : `${root}/sheet`;
	});
	const hrefOf = ({ id }: Take) =>
		`${root}/rework?${new URLSearchParams({ take: id, way: (local ?? way)!.id, from: back })}`;

	/** What came of it, the first first. */
	const results = $derived(
		take ? work.takes.filter(({ line }) => line?.some((step) => step.take === take.id)) : []
	);
	/** All of its line, the oldest first: what it came from, itself, what came of it. */
	const whole = $derived(
		take
			? [
					...lineOf(take, work.takes, session.cards).before.flatMap(({ take: one }) => one ?? []),
					take,
					...results
				].filter(({ state }) => state === 'done')
			: []
	);
	let shownId = $state<string | null>(null);
	const shown = $derived(whole.find(({ id }) => id === shownId) ?? take);
	/** The take whose picture is changed: of an edited one its original, so that nothing is burnt in. */
	const original = $derived.by(() => {
		const step = take?.edits && take.line?.find(({ as }) => as === EDIT);
		return (step && work.takes.find(({ id }) => id === step.take)) ?? take;
	});
	let againstId = $state<string | null>(null);
	/** What the shown one is held against: the one that is reworked, or another of its line. */
	const against = $derived(whole.find(({ id }) => id === againstId) ?? (local ? original : take));
	let held = $state(false);
	/** Which picture is seen. */
	const says = $derived.by(() => {
		if (held && against && shown?.id !== against.id)
			return `take ${against.number}${against.id === take?.id ? ', the parent' : ''}`;
		return [
			`take ${shown?.number}`,
			...(against && against.id !== take?.id ? [`against take ${against.number}`] : []),
			...(shown && work.marks.has(shown.id) ? [work.marks.get(shown.id)] : [])
		].join(' · ');
	});
	/** The take's picture as one to start from, once it is wanted. */
	let image = $state.raw<{ take: string; id: string; other?: string } | null>(null);
	/** Another take that was chosen with it, to be merged. */
	const second = $derived(work.takes.find(({ id }) => id === asked.get('with')) ?? null);
	$effect(() => {
		if (!take || !way?.begins || image?.take === take.id) return;
		const [of, beside] = [take, second];
		const kept = async (one: Take | null) => one && keepAsStart(one, work.brief!.name);
		void Promise.all([kept(of), kept(beside)]).then(([id, other]) => {
			if (id) image = { take: of.id, id, ...(other ? { other } : {}) };
		});
	});

	/** What is drawn on the picture: kept for as long as it is reworked. */
	let painted = $state.raw<{ take: string; area: AreaState } | null>(null);
	$effect(() => {
		if (!take || !way?.draws || untrack(() => painted?.take) === take.id) return;
		painted = { take: take.id, area: new AreaState(size, `take ${take.number}`) };
	});
	$effect(() => () => untrack(() => painted)?.area.leave());
	const area = $derived(way?.draws && painted?.take === take?.id ? painted!.area : undefined);

	let changing = $state.raw<Changing | null>(null);
	$effect(() => {
		if (!local || !take || !original || untrack(() => changing?.take) === take.id) return;
		const [of, from] = [take, original];
		untrack(() => {
			changing?.edit.leave();
			const edit = new EditState(from, (from !== of && of.edits) || []);
			changing = {
				take: of.id,
				edit,
				crops: new CropState(sizeAfter(from.settings), () => work.destinations),
				cut: new CutState(edit),
				reader: new ReaderState()
			};
		});
	});
	$effect(() => () => untrack(() => changing)?.edit.leave());
	const changed = $derived(local && changing?.take === take?.id ? changing! : undefined);

	/** What strokes on the picture make. */
	const drawn = $derived<DrawnOn | undefined>(local?.cuts ? changed?.cut : area);

	const set = (change: Record<string, string>) => {
		const url = new URL(page.url);
		for (const [name, value] of Object.entries(change)) url.searchParams.set(name, value);
		void goto(url, { replaceState: true, keepFocus: true, noScroll: true });
	};
	/** Whether another picture than the one that the open tool works on is looked at. */
	const beside = $derived(!!shown && shown.id !== take?.id && !!(local || way?.draws));
	const keys = reworkKeys({
		step: (by) => {
			const at = whole.findIndex(({ id }) => id === shown?.id);
			shownId = whole[Math.max(0, Math.min(whole.length - 1, at + by))]?.id ?? null;
		},
		mark: (kind: MarkKind) =>
			shown && void work.mark([shown], work.marks.get(shown.id) === kind ? null : kind),
		wipe: () =>
			shown &&
			against &&
			shown.id !== against.id &&
			void goto(`${root}/sheet?open=${against.id}.${shown.id}&mode=wipe`),
		hold: () => (againstId = shown && shown.id !== against?.id ? shown.id : null),
		descend: () => {
			if (!shown || shown.id === take?.id) return;
			void goto(hrefOf(shown));
		},
		leave: () => void goto(back),
		draws: () => drawn
	});

	const keyed = $derived(keys.filter(({ where }) => where?.() ?? true));

	/** Ctrl+Z and Ctrl+Y undo and redo strokes, as U and R do. */
	function strokeKey(event: KeyboardEvent): boolean {
		const key = event.key.toLowerCase();
		if (!drawn || !(event.ctrlKey || event.metaKey) || (key !== 'z' && key !== 'y')) return false;
		event.preventDefault();
		if (key === 'y' || event.shiftKey) drawn.redo();
		else drawn.undo();
		return true;
	}

	function press(event: KeyboardEvent) {
		if (layers.any || takesLetters(event.target as HTMLElement) || strokeKey(event)) return;
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
		if (!session.letters && event.key.length === 1) return;
		if (name === 'p') {
			held = true;
			return;
		}
		if ((event.target as HTMLElement).closest('[role=slider]')) return;
		const key = event.repeat ? null : keyed.find((one) => one.keys.includes(name));
		if (!key) return;
		event.preventDefault();
		key.run(name);
	}
</script>

<svelte:window
	onkeydown={press}
	onkeyup={({ key }) => key.toLowerCase() === 'p' && (held = false)}
	onblur={() => (held = false)}
/>

{#if !take}
	{#if work.ready}
		<div class="none">
			<h1>There is no take to rework here</h1>
			<p>It was deleted, or it belongs to another brief. Choose one on the sheet.</p>
			<p><a href={back}>Back</a></p>
		</div>
	{/if}
{:else if shown}
	<div class="view" data-own-undo={drawn ? '' : undefined}>
		<LineColumn {take} {shown} {hrefOf} onshow={({ id }) => (shownId = id)} />
		<section class="mat mat-1" aria-label="Picture">
			<Stage {take} {shown} {against} {held} {says} {drawn} {local} changing={changed} />
			{#if beside}
				<p class="beside" role="status">
					The tool works on take {take.number}.
					<button class="act" onclick={() => void goto(hrefOf(shown))}
						>Work on take {shown.number} instead</button
					>
				</p>
			{/if}
			{#if results.length}
				<Results
					{take}
					{results}
					{shown}
					onshow={({ id }) => (shownId = id === shownId ? null : id)}
				/>
			{/if}
		</section>
		<Ways
			{take}
			{way}
			{local}
			{known}
			{elsewhere}
			{image}
			{area}
			changing={changed}
			size={local && original ? sizeAfter(original.settings) : size}
			onopen={(id) => set({ way: id, ...(shown ? { take: shown.id } : {}) })}
			onrun={() => (shownId = null)}
		/>
		<footer>
			<span
				><kbd>P</kbd> hold: {against && against.id !== take.id
					? `take ${against.number}`
					: 'the parent'}</span
			>
			{#each keyed as { shown: key, says } (key)}<span><kbd>{key}</kbd> {says}</span>{/each}
			<a class="act back" href={back}>Back</a>
		</footer>
	</div>
{/if}

<style>
	.view {
		display: grid;
		grid-template-rows: minmax(0, 1fr) auto;
		grid-template-columns: 150px minmax(0, 1fr) 348px;
		height: 100%;
	}

	.beside {
		display: flex;
		gap: 12px;
		align-items: center;
		padding: 6px 12px;
		background: var(--panel);
		font-size: 13px;
	}

	.mat {
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		grid-auto-rows: auto;
		min-width: 0;
		min-height: 0;
	}

	footer {
		display: flex;
		flex-wrap: wrap;
		grid-column: 1 / -1;
		gap: 4px 16px;
		align-items: center;
		padding: 7px 14px;
		border-top: 1px solid var(--rule);
		background: var(--panel);
		font-size: 13px;
	}

	.back {
		margin-left: auto;
		color: inherit;
	}

	.none {
		display: grid;
		gap: 10px;
		padding: 40px 28px;
	}

	@media (max-width: 1000px) {
		.view {
			grid-template-columns: 110px minmax(0, 1fr) 300px;
		}
	}

	/* The line lies below the picture: the picture is what is looked at. */
	@media (max-width: 900px) {
		.view {
			grid-template-rows: minmax(0, 1fr) 128px auto;
			grid-template-columns: minmax(0, 1fr) 300px;
		}

		.mat {
			grid-row: 1;
			grid-column: 1;
		}

		.view > :global(aside[aria-label='Ways of rework']) {
			grid-row: 1 / 3;
			grid-column: 2;
		}

		.view > :global(aside[aria-label='Line']) {
			grid-row: 2;
			grid-column: 1;
			border-top: 1px solid var(--rule);
			border-right: 0;
		}
	}
</style>

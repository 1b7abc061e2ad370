<script lang="ts">
	import { markWorth } from '$lib/core/judge';
	import { valueOf } from '$lib/core/measure';
	import { Button } from 'carbon-components-svelte';
	import { flushSync, onMount, untrack } from 'svelte';
	import type { MarkKind } from '$lib/core/schema';
	import { heldSays, learnKeys, nearest } from '$lib/core/sheet';
	import * as store from '$lib/store';
	import { MeasuresPanel, Measuring } from '$lib/ui/measures';
	import {
		Later,
		many,
		seenOrRevealed,
		session,
		takesKey,
		undo,
		useWork,
		whenLeft
	} from '$lib/ui/shared';
	import { table } from '$lib/ui/table';
	import { FaultBar, TakePanel, Tray } from '$lib/ui/takes';
	import { band } from './band';
	import BringIn from './BringIn.svelte';
	import EdgeWells from './EdgeWells.svelte';
	import FilterBar from './FilterBar.svelte';
	import KeyBar from './KeyBar.svelte';
	import KeyHelp from './KeyHelp.svelte';
	import { sheetKeys } from './keys';
	import LayOut from './LayOut.svelte';
	import Mat from './Mat.svelte';
	import SheetBar from './SheetBar.svelte';
	import { SheetState } from './state.svelte';
	import WallMat from './WallMat.svelte';

	const work = useWork();

	const measuring = new Measuring();
	const takes = $derived(
		work.beside.takes.length ? [...work.takes, ...work.beside.takes] : work.takes
	);
	const briefs = $derived(
		new Map([work.brief, work.beside.brief].flatMap((one) => (one ? [[one.id, one.name]] : [])))
	);
	const view: SheetState = new SheetState({
		takes: () => takes,
		brief: () => work.brief!.id,
		plans: () => work.plans,
		known: () => ({ cards: session.cards, briefs }),
		judged: ({ id }) => ({
			mark: work.marks.get(id),
			remark: work.remarks.get(id),
			measured: view.address.filter.measure ? measuring.of.get(id) : undefined
		}),
		score: (take, order) => {
			if (order === 'measure')
				return view.address.measure
					? valueOf(measuring.of.get(take.id), view.address.measure)
					: undefined;
			const mark = work.marks.get(take.id);
			return mark && markWorth[mark];
		}
	});
	onMount(() => {
		// A take that an address leads to has the focus.
		view.selection.focus = view.address.asked.get('take');
	});
	onMount(() => () => {
		measuring.close();
		undo.leave();
	});
	// What was taken back is said for a moment.
	$effect(() => {
		if (!undo.says) return;
		const timer = setTimeout(() => (undo.says = null), 3000);
		return () => clearTimeout(timer);
	});
	$effect(
		() =>
			void measuring.read([work.brief!.id, ...(work.beside.brief ? [work.beside.brief.id] : [])])
	);
	$effect(() => measuring.want(takes));

	// The view opens part by part, a frame for each, so that no single task holds the page for long.
	let opened = $state(0);
	let learning = false;
	const nextFrame = () =>
		new Promise<void>((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
	async function openParts() {
		learning = true;
		// As many takes as take a few milliseconds.
		const MANY = 250;
		for (let at = 0; at < takes.length; at += MANY) {
			takes.slice(at, at + MANY).forEach(learnKeys);
			if (at + MANY < takes.length) await new Promise((resolve) => setTimeout(resolve));
		}
		// First what is looked up, then the pictures, then what stands round them.
		for (let part = 1; part <= 6; part++) {
			await nextFrame();
			opened = part;
		}
	}
	$effect(() => {
		if (work.ready && !learning) untrack(() => void openParts());
	});
	$effect(() => {
		if (opened > 0) void view.varied;
		if (opened > 1) void view.places;
	});
	// What is made while the sheet is looked at is not new the next time, however the page goes.
	const { id: lookedAt } = work.brief!;
	const looked = () => void store.setSeen(lookedAt, Date.now());
	const finished = $derived(
		work.takes.reduce((sum, { state }) => sum + Number(state === 'done'), 0)
	);
	onMount(() => void store.seenAt(lookedAt).then((at) => (view.seen = at)));
	$effect(() => {
		if (finished && view.seen < Infinity && document.visibilityState === 'visible') looked();
	});
	whenLeft(looked);

	/** Whether pictures were ever brought in here: what is not needed is not made. */
	let brought = $state(false);
	$effect(() => {
		if (view.bringing) brought = true;
	});

	/** Where the take in focus stood last. */
	let place = { row: 0, column: 0 };
	$effect(() => {
		// Something is always in focus, so that the keys have something to act on.
		if (!view.shown.length) return;
		const at = view.selection.focus && view.places.get(view.selection.focus);
		if (at) {
			place = at;
			return;
		}
		// What left the sheet, as by a filter, hands over to what took its place.
		view.selection.focus = nearest(view.cells, place);
	});

	/** Marks the take in focus, or takes the mark off it. */
	function toggle(kind: MarkKind) {
		const [take] = view.acting;
		if (take?.state === 'done')
			void work.mark([take], work.marks.get(take.id) === kind ? null : kind);
	}

	/** The same by a key: a take that was scrolled away is shown first. */
	function toggleInSight(kind: MarkKind) {
		const [take] = view.acting;
		if (!take || seenOrRevealed(take.id)) toggle(kind);
		else undo.says = `Take ${take.number} has the focus. Press again to mark it.`;
	}

	/** Marks everything that is chosen, as the strip names it. */
	function markChosen(kind: MarkKind) {
		const takes = view.selection.chosen.filter(({ state }) => state === 'done');
		if (takes.length) void work.mark(takes, kind);
	}

	/** The takes that faults are noted in: the bar says which they are. */
	const faulted = $derived(
		view.faulting === 'chosen' && view.selection.selected.size ? view.selection.chosen : view.acting
	);

	/** How far the takes in sight are, for who hears it: now and then, and when all are made. */
	const made = $derived.by(() => {
		const all = view.takes.length;
		const open = view.takes.filter(
			({ state }) => state === 'waiting' || state === 'running'
		).length;
		const step = Math.max(1, Math.ceil(all / 8));
		return open
			? `${Math.floor((all - open) / step) * step} of ${many(all, 'take')} are made`
			: `All ${many(all, 'take')} are made`;
	});

	/** A box chooses what it touches, besides what was chosen before. */
	let before: string[] = [];
	const boxed = band(
		() => !view.loupe.on && !view.carrying,
		() => (before = [...view.selection.selected]),
		(ids) => view.selection.choose([...before, ...ids])
	);

	const keys = sheetKeys(view, toggleInSight);

	function press(event: KeyboardEvent) {
		const at = event.target as HTMLElement;
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		// What is open above the sheet has the keys, wherever the focus is.
		if (document.querySelector('.bx--modal.is-visible') || takesKey(at, event)) return;
		if (!session.letters && event.key.length === 1 && event.key !== ' ') return;
		const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
		const key = keys.find((one) => one.keys.includes(name) && (one.when?.() ?? true));
		if (!key || (key.yields && at.closest('a, button:not([data-take])'))) return;
		event.preventDefault();
		key.run(name);
	}
</script>

<svelte:window
	onkeydown={press}
	onbeforeprint={() => flushSync(() => (view.printing = true))}
	onafterprint={() => (view.printing = false)}
/>

{#if !work.ready}
	<div></div>
{:else if takes.length === 0}
	<section class="empty">
		<h1>No takes yet</h1>
		<p>
			Put stops on the dials and run them: every combination appears here on the same seeds, while
			it is made.
		</p>
		<Button href="/brief/{work.brief!.id}/dials">Go to the dials</Button>
		<Button kind="tertiary" on:click={() => (view.bringing = true)}
			>Bring in pictures made elsewhere</Button
		>
	</section>
{:else}
	<p class="on-paper">{work.brief!.name}: {heldSays(view.shown, session.cards)}</p>
	<div class="view">
		<!-- On the table the pictures have their room. -->
		<div class="bars" class:away={view.address.open.length} data-screen>
			{#if opened > 3}<SheetBar {view} />{/if}
			{#if opened > 4}<FilterBar {view} />{/if}
		</div>
		<div class="middle" class:wide={view.address.panel === 'measures'}>
			{#if opened < 3}
				<div></div>
			{:else if view.address.open.length}
				<Later
					load={table}
					given={{
						table: view.table,
						known: view.known,
						mode: view.address.mode,
						mat: view.address.mat,
						focus: view.selection.focus,
						onfocus: (id) => (view.selection.focus = id),
						onmode: (mode) => view.address.set({ mode: mode === 'side' ? null : mode })
					}}
				/>
			{:else}
				<div class="ground" {@attach boxed}>
					{#if view.onWall}<WallMat {view} {measuring} />{:else}<Mat {view} {measuring} />{/if}
					{#if view.carrying}<EdgeWells {view} />{/if}
				</div>
			{/if}
			{#if opened > 5}
				{#if view.address.panel === 'measures'}
					<MeasuresPanel
						takes={view.takes}
						varied={view.varied}
						known={view.known}
						{measuring}
						shown={view.address.measure}
						heat={view.address.heat}
						onshow={(measure, heat) => view.address.set({ measure, heat: heat ? '1' : null })}
						onchoose={(ids) => view.selection.choose(ids)}
						onclose={() => view.address.set({ panel: null })}
					/>
				{:else}
					<TakePanel
						take={view.selection.focused}
						varied={view.varied}
						known={view.known}
						measured={view.selection.focus ? measuring.of.get(view.selection.focus) : undefined}
						onopen={view.address.open.length ? null : (id) => view.table.open(id)}
						ontoggle={toggle}
					/>
				{/if}
			{/if}
		</div>
		<div class="foot" data-screen>
			<Tray
				shown={(id) => view.isShown(id) || view.address.open.includes(id)}
				briefs={view.known.briefs}
				onopen={() => view.table.open(null)}
				onshow={(take) => view.find(take)}
			/>
			{#if undo.says}<p class="said" role="status">{undo.says}</p>{/if}
			<p class="visually-hidden" role="status" aria-live="polite">{made}</p>
			<KeyBar {view} {keys} onmark={markChosen} />
			<!-- Over the keys, so that no picture changes its size. -->
			{#if view.faulting}<div class="faults"><FaultBar chosen={faulted} /></div>{/if}
		</div>
	</div>
{/if}

{#if brought}<BringIn {view} />{/if}
{#if opened > 5}
	<KeyHelp {view} {keys} />
	<LayOut {view} />
{/if}

<style>
	.view {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr) auto;
		grid-template-columns: minmax(0, 1fr);
		height: 100%;
	}

	/* As tall as it will be, so that the pictures stay where they are. */
	.bars {
		min-height: 84px;
	}

	.foot {
		position: relative;
		grid-row: 3;
		min-width: 0;
	}

	.faults {
		position: absolute;
		z-index: 4;
		right: 0;
		bottom: 0;
		left: 0;
	}

	.bars.away {
		display: none;
	}

	.middle {
		display: grid;
		grid-row: 2;
		grid-template-rows: minmax(0, 1fr);
		grid-template-columns: minmax(0, 1fr) 264px;
		min-height: 0;
	}

	.middle.wide {
		grid-template-columns: minmax(0, 1fr) 380px;
	}

	.ground {
		position: relative;
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		min-width: 0;
		min-height: 0;
	}

	.said {
		position: absolute;
		z-index: 5;
		bottom: 48px;
		left: 50%;
		padding: 6px 14px;
		background: var(--ink);
		color: var(--paper);
		font-size: 13px;
	}

	.empty {
		display: grid;
		gap: 14px;
		justify-items: start;
		max-width: 520px;
		padding: 40px 28px;
	}

	@media (max-width: 900px) {
		.middle {
			grid-template-columns: minmax(0, 1fr) 216px;
		}
	}
</style>

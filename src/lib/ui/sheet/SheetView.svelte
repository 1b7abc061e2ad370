<script lang="ts">
	import { markScore } from '$lib/core/judge';
	import { valueOf } from '$lib/core/measure';
	import { Button } from 'carbon-components-svelte';
	import { flushSync, onMount, untrack } from 'svelte';
	import type { MarkKind } from '$lib/core/schema';
	import { heldSays, nearest } from '$lib/core/sheet';
	import * as store from '$lib/store';
	import { MeasuresPanel, Measuring } from '$lib/ui/measures';
	import {
		Later,
		runKey,
		Said,
		seenOrRevealed,
		session,
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
	import { madeSays } from './made-says';
	import Mat from './Mat.svelte';
	import { Opening } from './opening.svelte';
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
			return mark && markScore[mark];
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
	$effect(
		() =>
			void measuring.read([work.brief!.id, ...(work.beside.brief ? [work.beside.brief.id] : [])])
	);
	$effect(() => measuring.want(takes));

	const opening = new Opening();
	const opened = $derived(opening.parts);
	$effect(() => {
		if (work.ready) untrack(() => void opening.open(takes));
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

	/** A box chooses what it touches, besides what was chosen before. */
	let before: string[] = [];
	const boxed = band(
		() => !view.loupe.on && !view.carrying,
		() => (before = [...view.selection.selected]),
		(ids) => view.selection.choose([...before, ...ids])
	);

	const keys = sheetKeys(view, toggleInSight);
</script>

<svelte:window
	onkeydown={(event) => runKey(event, keys, session.letters)}
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
			<Said />
			<p class="visually-hidden" role="status" aria-live="polite">{madeSays(view.takes)}</p>
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

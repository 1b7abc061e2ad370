<script lang="ts">
	import { Accordion, AccordionItem } from 'carbon-components-svelte';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { dialOf, rackDials, stopKey } from '$lib/core/dials';
	import { lineOf, wayOf, ways } from '$lib/core/rework';
	import type { MarkKind, Take } from '$lib/core/schema';
	import { layers, session, TakePicture, takesLetters, useWork } from '$lib/ui/shared';
	import { keepAsStart, largePicture } from '$lib/ui/takes';
	import AreaCanvas from './AreaCanvas.svelte';
	import { AreaState } from './area.svelte';
	import { reworkKeys } from './keys';
	import LineColumn from './LineColumn.svelte';
	import WayRack from './WayRack.svelte';

	const work = useWork();
	const root = $derived(`/brief/${work.brief!.id}`);
	const asked = $derived(page.url.searchParams);
	const take = $derived(work.takes.find(({ id }) => id === asked.get('take')) ?? null);
	/** Whether what made it can be asked again: not for what was made elsewhere. */
	const known = $derived(!!take && !!session.card(take.settings.model));
	const elsewhere = $derived(
		work.plans.some(({ id, elsewhere }) => elsewhere && id === take?.planId)
	);
	const way = $derived(
		wayOf(asked.get('way') ?? '') ?? ways.find(({ again }) => !again || !elsewhere)!
	);
	/** Where it was opened: a view of this brief. */
	const back = $derived.by(() => {
		const from = asked.get('from');
		return from?.startsWith(`${root}/`) ? from : `${root}/sheet`;
	});
	const hrefOf = ({ id }: Take) =>
		`${root}/rework?${new URLSearchParams({ take: id, way: way.id, from: back })}`;

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
	let againstId = $state<string | null>(null);
	/** What the shown one is held against: the one that is reworked, or another of its line. */
	const against = $derived(whole.find(({ id }) => id === againstId) ?? take);
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
	const picture = largePicture(() => shown?.id ?? '');
	const parent = largePicture(() => against?.id ?? '');

	/** The take's picture as one to start from, once it is wanted. */
	let image = $state.raw<{ take: string; id: string; other?: string } | null>(null);
	/** Another take that was chosen with it, to be merged. */
	const second = $derived(work.takes.find(({ id }) => id === asked.get('with')) ?? null);
	$effect(() => {
		if (!take || !way.begins || image?.take === take.id) return;
		const [of, beside] = [take, second];
		const kept = async (one: Take | null) => one && keepAsStart(one, work.brief!.name);
		void Promise.all([kept(of), kept(beside)]).then(([id, other]) => {
			if (id) image = { take: of.id, id, ...(other ? { other } : {}) };
		});
	});

	/** What is drawn on the picture: kept for as long as it is reworked. */
	let drawn = $state.raw<{ take: string; area: AreaState } | null>(null);
	$effect(() => {
		if (!take || !way.draws || untrack(() => drawn?.take) === take.id) return;
		drawn = { take: take.id, area: new AreaState(take.settings, `take ${take.number}`) };
	});
	$effect(() => () => untrack(() => drawn)?.area.leave());
	const area = $derived(way.draws && drawn?.take === take?.id ? drawn!.area : undefined);

	let column = $state<HTMLElement>();
	// A way that is opened is seen from its head.
	$effect(() => {
		if (way.id && column) column.scrollTop = 0;
	});

	const set = (change: Record<string, string>) => {
		const url = new URL(page.url);
		for (const [name, value] of Object.entries(change)) url.searchParams.set(name, value);
		void goto(url, { replaceState: true, keepFocus: true, noScroll: true });
	};
	/** What parts a result from the others of its run, on the dials of its way. */
	const caption = (one: Take) => {
		const of = wayOf(one.line?.find(({ take: id }) => id === take?.id)?.as ?? '');
		const turned = [...(of?.slots ?? []).flatMap(({ dials }) => dials), ...(of?.dials ?? [])];
		const run = results.filter(({ planId }) => planId === one.planId);
		// On those, or on others that were turned with them: words, frames.
		const parts = [...turned, ...rackDials]
			.map(dialOf)
			.find(({ read }) => new Set(run.map((other) => stopKey(read(other)))).size > 1);
		const dial = parts ?? dialOf(turned[0] ?? 'seed');
		return dial.format(dial.read(one), session.cards);
	};

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
		draws: () => area
	});

	const keyed = $derived(keys.filter(({ where }) => where?.() ?? true));

	function press(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey || layers.any) return;
		if (takesLetters(event.target as HTMLElement)) return;
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
	<div class="view">
		<LineColumn {take} {shown} {hrefOf} onshow={({ id }) => (shownId = id)} />
		<section class="mat mat-1" aria-label="Picture">
			<div class="stage">
				{#if picture.url}
					<img src={picture.url} alt="Take {shown.number}" onload={picture.loaded} />
				{/if}
				{#if parent.url && shown.id !== against?.id}
					<img class:held class="parent" src={parent.url} alt="" />
				{/if}
				{#if area && !held && shown.id === take.id}
					<AreaCanvas {area} ratio={take.settings.width / take.settings.height} />
				{/if}
				<p class="which">{says}</p>
			</div>
			{#if results.length}
				<div class="results" role="group" aria-label="Results">
					{#each results as one (one.id)}
						<button
							aria-pressed={one.id === shown.id}
							disabled={one.state !== 'done'}
							onclick={() => (shownId = one.id === shownId ? null : one.id)}
						>
							<span class="cell"
								>{#if one.state === 'done'}<TakePicture
										takeId={one.id}
										alt="Take {one.number}"
									/>{:else}<small>{one.state}</small>{/if}</span
							>
							<span class="num"
								>{caption(one)}{work.marks.has(one.id) ? ` ${work.marks.get(one.id)}` : ''}</span
							>
						</button>
					{/each}
				</div>
			{/if}
		</section>
		<aside class="ways" aria-label="Ways of rework" bind:this={column}>
			<Accordion align="end">
				{#each ways as one (one.id)}
					<AccordionItem
						title={one.label}
						bind:open={() => one.id === way.id, (open) => open && set({ way: one.id })}
					>
						{#if one.id === way.id && way.again && !known && session.cards.length}
							<p class="cannot">
								{elsewhere
									? 'This picture was made elsewhere: there is no noise of it here that could be turned.'
									: `The model that made it, “${take.settings.model}”, is not offered now, and no other turns its noise into this picture.`}
								Start from the picture, or let it lend.
							</p>
						{:else if one.id === way.id && (!way.begins || image?.take === take.id)}
							{#key `${take.id} ${way.id} ${session.cards.length > 0}`}
								<WayRack
									{take}
									{way}
									image={way.begins ? image!.id : ''}
									other={image?.other}
									{area}
									onrun={() => (shownId = null)}
								/>
							{/key}
						{/if}
					</AccordionItem>
				{/each}
			</Accordion>
		</aside>
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
	.cannot {
		padding: 4px 16px 14px;
		color: var(--ink-2);
		font-size: 13px;
	}

	.view {
		display: grid;
		grid-template-rows: minmax(0, 1fr) auto;
		grid-template-columns: 150px minmax(0, 1fr) 348px;
		height: 100%;
	}

	.mat {
		display: grid;
		grid-template-rows: minmax(0, 1fr) auto;
		min-width: 0;
		min-height: 0;
	}

	.stage {
		position: relative;
		min-height: 0;
	}

	.stage img {
		position: absolute;
		inset: 10px 10px 28px;
		width: calc(100% - 20px);
		height: calc(100% - 38px);
		object-fit: contain;
	}

	.parent {
		visibility: hidden;
		background: var(--mat-1);
	}

	.parent.held {
		visibility: visible;
	}

	.which {
		position: absolute;
		right: 0;
		bottom: 5px;
		left: 0;
		font-size: 12px;
		text-align: center;
	}

	.results {
		display: flex;
		gap: 8px;
		padding: 8px 12px;
		overflow-x: auto;
		border-top: 1px solid var(--rule);
	}

	.results button {
		flex: none;
		width: 78px;
		padding: 0;
		border: 0;
		background: none;
		color: inherit;
		font: 12px var(--sans);
		cursor: pointer;
	}

	.cell {
		display: grid;
		place-items: center;
		width: 78px;
		height: 78px;
		background: var(--panel);
		color: var(--ink);
	}

	.cell :global(img) {
		width: 78px;
		height: 78px;
		object-fit: contain;
	}

	.results .num {
		display: block;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.results button[aria-pressed='true'] .cell {
		outline: 2px solid var(--ink);
		outline-offset: 1px;
	}

	.ways {
		min-height: 0;
		overflow: auto;
		border-left: 1px solid var(--rule);
		background: var(--panel);
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

	.ways :global(.bx--accordion__content) {
		padding-right: 0;
		padding-left: 0;
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

		.ways {
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

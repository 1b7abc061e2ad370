<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { stream } from '$lib/core/random';
	import type { MarkKind, Take } from '$lib/core/schema';
	import { WHOLE, type Look } from '$lib/core/sheet';
	import { layers, many, session, takesLetters, undo, useWork, type Judged } from '$lib/ui/shared';
	import AnswerBar from './AnswerBar.svelte';
	import BlindPicture from './BlindPicture.svelte';
	import { decoded, type Decoded } from './decoded';

	/** One take at a time, large, its settings hidden: keep, maybe or drop. */
	interface Props {
		judged: Judged;
		takes: readonly Take[];
		findings: string;
	}

	let { judged, takes, findings }: Props = $props();

	const work = useWork();
	const kinds: { kind: MarkKind; key: string; says: string }[] = [
		{ kind: 'keep', key: 'k', says: 'keep' },
		{ kind: 'maybe', key: 'm', says: 'maybe' },
		{ kind: 'drop', key: 'd', says: 'drop' }
	];
	let skipped = $state.raw<ReadonlySet<string>>(new Set());
	/** In an order of its own, so that neighbours of one setting do not follow each other. */
	const order = $derived(stream(`marks|${work.brief!.id}`).shuffle(takes));
	const blind = $derived(
		new Set(judged.marks.filter((one) => one.blind).map(({ takeId }) => takeId))
	);
	/** Takes that are marked, but with their settings in sight. */
	const inSight = $derived(takes.filter(({ id }) => work.marks.has(id) && !blind.has(id)));
	let again = $state(false);
	const done = (id: string) => (again ? blind.has(id) : work.marks.has(id));
	const open = $derived(order.filter(({ id }) => !done(id) && !skipped.has(id)));
	const now = $derived(open.at(0) ?? null);
	const next = $derived(open.at(1) ?? null);
	let look = $state.raw<Look>(WHOLE);
	let picture = $state.raw<Decoded | null>(null);
	const id = $derived(now?.id ?? null);

	$effect(() => {
		const wanted = id;
		look = WHOLE;
		if (!wanted) return;
		let gone = false;
		void decoded(wanted).then((one) => {
			if (!gone) picture = one;
			if (!one) skipped = new Set([...skipped, wanted]);
		});
		return () => (gone = true);
	});
	$effect(() => {
		if (next) void decoded(next.id);
	});

	const mark = (kind: MarkKind) => void (now && work.mark([now], kind, true));
	const skip = () => now && (skipped = new Set([...skipped, now.id]));

	const choices = kinds.map(({ kind, key, says }) => ({
		key: key.toUpperCase(),
		says,
		run: () => mark(kind)
	}));

	function press(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || !session.letters) return;
		if (layers.any || takesLetters(event.target as HTMLElement)) return;
		const name = event.key.toLowerCase();
		const kind = kinds.find(({ key }) => key === name)?.kind;
		if (kind) mark(kind);
		else if (name === 's') skip();
		else return;
		event.preventDefault();
	}
</script>

<svelte:window onkeydown={press} />

<div class="mat mat-1">
	{#if now && picture}
		<BlindPicture {picture} alt="What is to be judged" {look} onlook={(to) => (look = to)} />
	{:else if !now}
		<div class="none">
			<p>
				{work.marks.size ? 'All of these takes are marked.' : 'There are no takes to be marked.'}
			</p>
			<Button size="small" href={findings}>See the findings</Button>
			{#if inSight.length && !again}
				<p>{many(inSight.length, 'take was', 'takes were')} marked with the settings in sight.</p>
				<Button size="small" kind="tertiary" on:click={() => (again = true)}
					>Mark them again, settings hidden</Button
				>
			{/if}
		</div>
	{/if}
</div>
<footer>
	<AnswerBar {choices} disabled={!now} />
	<div class="line">
		<button class="plain" onclick={skip}><kbd>S</kbd> skip</button>
		<button class="plain" onclick={() => void undo.back()}><kbd>U</kbd> undo</button>
		<span class="left"
			><strong class="num">{open.length}</strong> to go, {many(takes.length - open.length, 'take')} done</span
		>
		<Button size="small" kind="tertiary" href={findings}>See findings</Button>
	</div>
</footer>

<style>
	.mat {
		display: grid;
		grid-template-rows: minmax(0, 1fr);
		grid-template-columns: minmax(0, 1fr);
		min-height: 0;
		padding: 10px;
		cursor: grab;
		touch-action: none;
	}

	.none {
		display: grid;
		gap: 12px;
		align-self: center;
		justify-items: center;
	}

	footer {
		background: var(--panel);
	}

	.line {
		display: flex;
		gap: 18px;
		align-items: center;
		padding: 6px 14px;
	}

	.left {
		margin-left: auto;
	}
</style>
